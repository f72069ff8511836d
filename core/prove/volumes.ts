import type { TubeClass } from '../catalog/tubes'
import type { HoldTest } from '../document/types'
import type { TestVolumes } from './types'

/** m³ under test on each side, spring and the lines of that side, and of the supply: tanks and their lines. */
export function testVolumes(
  spring: { left: number; right: number },
  tanks: number,
  routes: readonly { path: string; cut: number }[],
  tube: TubeClass | null,
): TestVolumes {
  const bore = tube ? (Math.PI / 4) * tube.bore ** 2 : 0
  const of = (path: string) => routes.filter((r) => r.path === path).reduce((s, r) => s + r.cut * bore, 0)
  const shared = of('both') / 2
  return {
    left: spring.left + of('left') + shared,
    right: spring.right + of('right') + shared,
    supply: tanks + of('supply'),
  }
}

/** Volume under a hold test, m³: as typed, or that of the sides under test. */
export function testVolume(test: HoldTest, volumes: TestVolumes): number {
  if (test.volume !== null) return test.volume
  if (test.side === 'supply') return volumes.supply
  return test.side === 'left'
    ? volumes.left
    : test.side === 'right'
      ? volumes.right
      : volumes.left + volumes.right
}

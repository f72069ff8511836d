import { railRise } from '../../catalog/truckGeometry'
import type { Point, Truck } from '../../document/types'
import { distance, lengthOf } from '../distances'
import { RUN_SOLVER, WAY } from './settings'

/**
 * How far a run hangs below the lower edge of the rail beside it, m; 0 if nothing does. Near its ends it must
 * reach its part, wherever that is, and beyond the frame's ends there is no rail.
 */
export function hangsUnderRail(
  points: readonly Point[],
  truck: Pick<Truck, 'frame' | 'cabRear' | 'wheelbase'>,
): number {
  const total = lengthOf(points)
  let [worst, at] = [0, 0]
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const length = distance(a, b)
    const parts = Math.max(Math.ceil(length / RUN_SOLVER.part), 1)
    for (let k = 0; k <= parts; k++) {
      const along = at + (length * k) / parts
      if (along < WAY.reach || along > total - WAY.reach) continue
      const x = a.x + ((b.x - a.x) * k) / parts
      const z = a.z + ((b.z - a.z) * k) / parts
      if (x > truck.frame.front || x < truck.frame.rear) continue
      worst = Math.max(worst, truck.frame.top + railRise(truck, x) - truck.frame.depth - z)
    }
    at += length
  }
  return worst
}

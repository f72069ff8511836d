import type { Preset } from '../document/types'
import { coverWith, memoriesNeeded } from './presetCover'
import { TUNE_SOLVER } from './settings'
import type { HaulNeed, Shared, SharedMemories, TuneSite } from './types'

/** How far the corner rises at the wheel when a spring goes from one pressure to another, m. */
export const riseOf = (heightAt: (p: number) => number, from: number, to: number, site: TuneSite): number =>
  (heightAt(to) - heightAt(from)) / site.motionRatio

/** Angle of the headlamps when both sides of the rear rise, rad, nose down positive. */
export const lampOf = (rise: { left: number; right: number }, { wheelbase }: TuneSite): number =>
  (rise.left + rise.right) / 2 / wheelbase

/** Pressure that moves no haul's corner by more than a height, Pa: the stiffest corner decides. */
function pressureFor(height: number, needs: readonly HaulNeed[], site: TuneSite): number {
  const rates = needs.flatMap((need) =>
    (['left', 'right'] as const).map((side) =>
      Math.abs(riseOf(need.heightAt[side], need[side], need[side] + STEP, site) / STEP),
    ),
  )
  const most = Math.max(...rates, TUNE_SOLVER.leastRate)
  return height / most
}
const STEP = TUNE_SOLVER.rateStep

/**
 * Hauls on few memories, and what each one lacks.
 * @param wanted pressures of each haul as they would be set for it alone
 */
export function sharedMemories(
  wanted: Record<string, Preset>,
  needs: Record<string, HaulNeed>,
  memories: number,
  tolerance: number,
  site: TuneSite,
): SharedMemories {
  const ids = Object.keys(wanted)
  const points = ids.map((id) => wanted[id]!)
  const within = pressureFor(
    tolerance,
    ids.map((id) => needs[id]!),
    site,
  )
  const cover = coverWith(points, memories)
  const byHaul = Object.fromEntries(
    ids.map((id, i): [string, Shared] => {
      const memory = cover.assigned[i]!
      const preset = cover.presets[memory]!
      const side = (name: 'left' | 'right') =>
        riseOf(needs[id]!.heightAt[name], wanted[id]![name], preset[name], site)
      const rise = { left: side('left'), right: side('right') }
      return [id, { memory, preset, rise, lamp: lampOf(rise, site) }]
    }),
  )
  return { needed: memoriesNeeded(points, within), memories: cover.presets, byHaul }
}

const ALIKE = TUNE_SOLVER.alike
/** Number of memories these presets need. */
export function memoriesTaken(presets: readonly Preset[]): number {
  const kept: Preset[] = []
  for (const p of presets)
    if (!kept.some((k) => Math.abs(k.left - p.left) < ALIKE && Math.abs(k.right - p.right) < ALIKE))
      kept.push(p)
  return kept.length
}

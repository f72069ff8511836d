import { firstOfKind } from '../air/circuit/connections'
import type { Plan } from '../document/types'
import { ARM_HOLES, leverTravel } from '../tune/lever'
import { levelLoopOf, ROAD_KM, runLevel } from './levelLoops'
import { sensedTravel } from '../tune/wheelTravel'
import type { Derived } from '../derive/types'

/** What a height valve or a controller can be set to, tried one by one over a load and a rough road. SI. */

/** Lags a valve may have, s, and lengths of links, m, as they are sold (from memory). */
const LAGS: readonly number[] = [0, 2, 6]
const LINKS: readonly number[] = [0.15, 0.25, 0.4]
/** Of a controller what it may smooth over, leave alone and wait, as they can be set (from memory). */
const FILTERS: readonly number[] = [0.5, 2, 5]
const BANDS: readonly number[] = [0.004, 0.008, 0.015]
const WAITS: readonly number[] = [2, 8, 20]

/** A valve's arm, link and lag, or a controller's filter, band and wait. */
export type LevelTry =
  { arm: number; link: number; delay: number } | { filter: number; band: number; wait: number }
/** Every arm hole with every link and lag, and every filter with every band and wait. */
export const LEVER_TRIES: readonly LevelTry[] = ARM_HOLES.flatMap((arm) =>
  LINKS.flatMap((link) => LAGS.map((delay) => ({ arm, link, delay }))),
)
export const CONTROL_TRIES: readonly LevelTry[] = FILTERS.flatMap((filter) =>
  BANDS.flatMap((band) => WAITS.map((wait) => ({ filter, band, wait }))),
)

/** What can be tried on a plan: nothing where nothing levels it. */
export function levelTries({ air }: Pick<Plan, 'air'>): readonly LevelTry[] {
  if (firstOfKind(air, 'heightValve')) return LEVER_TRIES
  return firstOfKind(air, 'controller') ? CONTROL_TRIES : []
}

/** A plan with a try taken: in place, on a draft. */
export function takeTry(plan: Plan, tried: LevelTry): void {
  const part = firstOfKind(plan.air, 'arm' in tried ? 'heightValve' : 'controller')
  if (!part) return
  const { sheet } = plan.air.components[part]!
  if ('arm' in tried) {
    sheet.arm = tried.arm
    plan.tune.lever.link = tried.link
    plan.tune.lever.delay = tried.delay
    return
  }
  sheet.band = tried.band
  sheet.delay = tried.wait
  plan.tune.sensing.filter = tried.filter
}

/** One row of a sweep: what was tried, and what it comes to over the load and a rough road. */
export interface LevelTried {
  of: LevelTry
  levelAt: number | null
  off: number
  /** Half of crest to trough of what it does by itself at the end, m; 0 where it rests. */
  hunts: number
  /** Its period, s; null where it rests. */
  huntsEvery: number | null
  /** Free air over the rough road for a kilometre, m³. */
  airPerKm: number
}

/** Whether a lever goes over its whole travel without coming into one line or past the valve's own stops. */
function clears({ arm, link }: { arm: number; link: number }, { truck, tune }: Plan): boolean {
  const [droop, bump] = sensedTravel(truck.seatGap)
  const travel = leverTravel({ arm, link, ahead: arm, below: link }, droop, bump, tune.lever.stops)
  return !travel.overCentre && !travel.atStops
}

/**
 * One try over the haul's load and a rough road; null where nothing of its kind levels this haul, or where the
 * lever would not go over its travel.
 */
export function tryLevel(plan: Plan, derived: Derived, haulId: string, of: LevelTry): LevelTried | null {
  if (!firstOfKind(plan.air, 'arm' in of ? 'heightValve' : 'controller')) return null
  if ('arm' in of && !clears(of, plan)) return null
  const changed = structuredClone(plan)
  takeTry(changed, of)
  const loop = levelLoopOf(changed, derived, haulId)
  if (!loop) return null
  const loaded = runLevel(loop, 'load')
  const rough = runLevel(loop, 'rough')
  return {
    of,
    levelAt: loaded.levelAt,
    off: loaded.off,
    hunts: loaded.hunting?.amplitude ?? 0,
    huntsEvery: loaded.hunting?.period ?? null,
    airPerKm: rough.filled / ROAD_KM,
  }
}

/** Best first: none that hunts, then those that come level, then the least air on a rough road, then the quickest. */
export function bestTried(tried: readonly LevelTried[]): LevelTried[] {
  const rank = (t: LevelTried) =>
    (t.hunts > 0 ? 1e6 : 0) +
    (t.levelAt === null ? 1e3 : 0) +
    t.airPerKm * 1e3 +
    Math.abs(t.off) +
    (t.levelAt ?? 0) * 1e-6
  return [...tried].sort((a, b) => rank(a) - rank(b))
}

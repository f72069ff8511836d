import { SPRINGS, type SpringClass } from '../catalog/parts'
import type { Haul, Truck } from '../plan/types'
import { GRAVITY } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import type { Quantity } from '../quantity/units'
import { FAST, airRate, rideFrequency } from './airRate'
import { aim, type Aimed } from './aim'
import { rearSteel, settle, steelForce } from './body'
import type { HaulResult, SurveyFacts } from './load'
import type { LevelSpring } from './level'

/** A gauge reads within ±5 % (common practice). */
const GAUGE_ERROR = 0.05

/** Least clearance of a class in this truck, to what, and whether that is less than wanted. */
export type RubOf = (spring: SpringClass) => { value: number; on: string; near: boolean } | null

/** A haul and its solution, of which the spring-free part is used. */
type Solved = readonly [Haul, HaulResult]

/** How one class does on this truck with all its hauls. */
export interface SpringTrial {
  id: string
  label: string
  maxLoad: number
  /** The one figure that rules it out, or null when it does everything. */
  ruledOut: { why: string; value: number | null; limit: number | null; quantity: Quantity } | null
  /** Highest pressure any haul needs, Pa gauge, and what part of the maximum is left. */
  highest: number
  inHand: number
  /** Height unladen, and the range the class works in, m. */
  height: number
  range: { low: number; high: number }
  /** Least clearance over the whole travel, m, and to what; null where it was ruled out before. */
  rub: ReturnType<RubOf>
  /** Each haul: pressures wanted, Pa gauge. */
  hauls: { label: string; left: number; right: number }[]
  /** At the heaviest haul: ride rate a side, N/m, frequency, Hz, and what part the steel still carries. */
  ride: { rate: number; frequency: number; steelShare: number } | null
  /** Wants a droop strap or a lift-off seat. */
  strap: boolean
  /** Does everything, but with less in hand than a gauge's own error. */
  tight: boolean
  /** The one to take: the smallest that does everything with a gauge's error in hand and room all round, or with less where none has. */
  proposed: boolean
}

/**
 * Every class of the catalogue tried on all hauls and the fit, the smallest that does everything first, then those ruled
 * out, nearest miss first.
 */
export function trySprings(
  surveyed: SurveyFacts,
  rubOf: RubOf,
  hauls: readonly Solved[],
  teed: boolean,
): SpringTrial[] {
  const trials = SPRINGS.map((spring) => trySpring(spring, surveyed, rubOf, hauls, teed))
  const size = (t: SpringTrial) =>
    (t.ruledOut ? 1e6 : 0) + (t.ruledOut && t.highest === 0 ? 1e5 : 0) + t.maxLoad
  trials.sort((a, b) => size(a) - size(b) || b.inHand - a.inHand)
  const fit = trials.filter((t) => t.ruledOut === null)
  const best = fit.find((t) => !t.tight && !t.rub?.near) ?? fit.find((t) => !t.tight) ?? fit[0]
  return trials.map((t) => ({ ...t, proposed: t === best }))
}

function trySpring(
  spring: SpringClass,
  { truck, spacer }: SurveyFacts,
  rubOf: RubOf,
  hauls: readonly Solved[],
  teed: boolean,
): SpringTrial {
  const low = spring.areaByHeight[0]![0]
  const high = spring.areaByHeight.at(-1)![0]
  const height = truck.seatGap.unladen - spring.bracketHeight - spacer
  const base: Omit<SpringTrial, 'ruledOut' | 'highest' | 'inHand' | 'hauls' | 'ride'> = {
    id: spring.id,
    label: spring.label,
    maxLoad: spring.maxLoad,
    height,
    range: { low, high },
    rub: null,
    tight: false,
    proposed: false,
    strap: truck.seatGap.droop - spring.bracketHeight - spacer > high,
  }
  const out = (why: string, value: number | null, limit: number | null, quantity: Quantity): SpringTrial => ({
    ...base,
    ruledOut: { why, value, limit, quantity },
    highest: 0,
    inHand: 1,
    hauls: [],
    ride: null,
  })
  if (!spring.fits.includes(truck.suspension.kind))
    return out(`is made for ${spring.fits.join(' and ')} springs`, null, null, 'count')
  if (height < low) return out('is too tall for the gap', height, low, 'length')
  if (height > high) return out('does not reach across the gap', height, high, 'length')
  const rub = rubOf(spring)
  if (rub && rub.value < 0) return { ...out(`touches the ${rub.on}`, rub.value, 0, 'length'), rub }
  const tried: SpringTrial['hauls'] = []
  let highest = 0
  let miss: SpringTrial['ruledOut'] = null
  const level: LevelSpring = { ...spring, designHeight: height }
  let heaviest: { at: HaulResult; aimed: Aimed } | null = null
  for (const [haul, solved] of hauls) {
    const { front, rearLeft, rearRight } = solved.sagNoAir
    const r = aim(haul, truck, solved.body, level, teed, () => ({
      frontSquat: front,
      rearLeft,
      rearRight,
      roll: 0,
    }))
    const side = r.left.wanted >= r.right.wanted ? r.left : r.right
    highest = Math.max(highest, side.wanted)
    tried.push({ label: haul.label, left: r.left.wanted, right: r.right.wanted })
    if (!heaviest || solved.rearAxle > heaviest.at.rearAxle) heaviest = { at: solved, aimed: r }
    if (miss) continue
    if (side.limitedBy === 'height')
      miss = {
        why: `leaves its height range in “${haul.label}”`,
        value: side.height,
        limit: side.height < low ? low : high,
        quantity: 'length',
      }
    else if (side.limitedBy === 'maxPressure' || side.limitedBy === 'maxLoad')
      miss = {
        why:
          side.limitedBy === 'maxLoad'
            ? `carries more than its rating in “${haul.label}”`
            : `needs more than its pressure in “${haul.label}”`,
        value: side.wanted,
        limit: side.pressure,
        quantity: 'pressure',
      }
  }
  const inHand = 1 - highest / spring.maxPressure
  return {
    ...base,
    rub,
    ruledOut: miss,
    highest,
    inHand,
    hauls: tried,
    ride: heaviest && rideOf(spring, level, truck, heaviest.at, heaviest.aimed),
    tight: miss === null && inHand < GAUGE_ERROR,
  }
}

function rideOf(
  spring: SpringClass,
  level: LevelSpring,
  truck: Truck,
  r: HaulResult,
  aimed: Aimed,
): SpringTrial['ride'] {
  const { motionRatio } = truck.suspension
  const air = { left: aimed.left.pressure, right: aimed.right.pressure }
  const { rearLeft, rearRight } = settle(truck, r.body, level, air)
  const squat = (rearLeft + rearRight) / 2
  const bag = airRate(
    { areaByHeight: spring.areaByHeight, volumeAt: { height: spring.designHeight, volume: spring.volume } },
    level.designHeight - squat * motionRatio,
    (air.left + air.right) / 2,
    FAST,
  )
  const [steel, slope] = steelForce(rearSteel(truck), squat)
  const carried = ((truck.unladen.rearLeft + truck.unladen.rearRight) / 2) * GRAVITY + Math.max(steel, 0)
  const lifted =
    ((air.left + air.right) / 2) *
    interpolate(level.areaByHeight, level.designHeight - squat * motionRatio) *
    motionRatio
  const rate = slope + bag.shut * motionRatio ** 2
  return {
    rate,
    frequency: rate > 0 && r.rearAxle > 0 ? rideFrequency(rate, r.rearAxle / 2) : 0,
    steelShare: carried + lifted > 0 ? carried / (carried + lifted) : 0,
  }
}

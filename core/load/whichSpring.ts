import { SPRINGS, type SpringClass } from '../catalog/springs'
import type { Haul, Truck } from '../document/types'
import { GRAVITY } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import type { Quantity } from '../quantity/units'
import { FAST_EXPONENT, airRate, rideFrequency } from './airRate'
import { pressuresForTarget } from './target'
import type {
  TargetPressures,
  HaulResult,
  SurveyFacts,
  LevelSpring,
  LeastClearance,
  SpringTrial,
} from './types'
import { rearSteel, steelForce } from './steel'
import { balanceBody } from './body'

/** A gauge reads within ±5 % (common practice). */
const GAUGE_ERROR = 0.05

/** A haul and its solution, of which the spring-free part is used. */
type Solved = readonly [Haul, HaulResult]

/**
 * Every class of the catalogue tried on all hauls and the fit, the smallest that does everything first, then those ruled
 * out, nearest miss first.
 */
export function trySprings(
  surveyed: SurveyFacts,
  rubOf: LeastClearance,
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
  rubOf: LeastClearance,
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
  let heaviest: { at: HaulResult; aimed: TargetPressures } | null = null
  for (const [haul, solved] of hauls) {
    const { front, rearLeft, rearRight } = solved.sagNoAir
    const r = pressuresForTarget(haul, truck, solved.body, level, teed, () => ({
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
  aimed: TargetPressures,
): SpringTrial['ride'] {
  const { motionRatio } = truck.suspension
  const air = { left: aimed.left.pressure, right: aimed.right.pressure }
  const { rearLeft, rearRight } = balanceBody(truck, r.body, level, air)
  const squat = (rearLeft + rearRight) / 2
  const bag = airRate(
    { areaByHeight: spring.areaByHeight, volumeAt: { height: spring.designHeight, volume: spring.volume } },
    level.designHeight - squat * motionRatio,
    (air.left + air.right) / 2,
    FAST_EXPONENT,
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

import { PRACTICE } from '../catalog/practice'
import { SPRINGS, type SpringClass } from '../catalog/springs'
import { MOUNTING_WORDS, mountingOf, seatedHeight } from '../catalog/truckGeometry'
import type { Haul, LoadedTruck, SurveyFacts } from '../document/types'
import { tableRange } from '../quantity/interpolate'
import { balanceBody } from './body'
import { rideOf, steelShares } from './ride'
import { pressuresForTarget } from './target'
import type {
  HaulResult,
  LeastClearance,
  LevelResult,
  LevelSpring,
  SpringTrial,
  TargetPressures,
} from './types'

/** A haul and its solution, of which the part without a spring is used. */
type Solved = readonly [Haul, HaulResult]

/**
 * Every class of the catalogue tried on all hauls and the fit. The smallest that does everything comes first;
 * those ruled out follow, nearest miss first.
 */
export function trySprings(
  surveyed: SurveyFacts,
  leastClearance: LeastClearance,
  hauls: readonly Solved[],
  teed: boolean,
  atmosphere: number,
): SpringTrial[] {
  const trials = SPRINGS.map((spring) => trySpring(spring, surveyed, leastClearance, hauls, teed, atmosphere))
  const size = (t: SpringTrial) =>
    (t.ruledOut ? 1e6 : 0) + (t.ruledOut && t.highest === 0 ? 1e5 : 0) + t.maxLoad
  trials.sort((a, b) => size(a) - size(b) || b.inHand - a.inHand)
  const fit = trials.filter((t) => t.ruledOut === null)
  const best =
    fit.find((t) => !t.littleInHand && !t.clearance?.near) ?? fit.find((t) => !t.littleInHand) ?? fit[0]
  return trials.map((t) => ({ ...t, proposed: t === best }))
}

function trySpring(
  spring: SpringClass,
  { truck, spacer }: SurveyFacts,
  leastClearance: LeastClearance,
  hauls: readonly Solved[],
  teed: boolean,
  atmosphere: number,
): SpringTrial {
  const range = tableRange(spring.areaByHeight)
  const height = seatedHeight(truck.seatGap.unladen, spring, spacer)
  const base = {
    id: spring.id,
    label: spring.label,
    maxLoad: spring.maxLoad,
    height,
    range,
    strap: seatedHeight(truck.seatGap.droop, spring, spacer) > range.high,
    proposed: false,
  }
  const untried = { ...base, highest: 0, inHand: 1, hauls: [], ride: null, littleInHand: false }
  const misfit = misfitOf(spring, truck, height)
  if (misfit) return { ...untried, ruledOut: misfit, clearance: null }
  const clearance = leastClearance(spring)
  if (clearance && clearance.value < 0) {
    const why = `touches the ${clearance.on}`
    return { ...untried, ruledOut: { why, value: clearance.value, limit: 0, quantity: 'length' }, clearance }
  }
  const level: LevelSpring = { ...spring, designHeight: height }
  const tried = hauls.map(([haul, at]) => tryHaul(haul, at, truck, level, teed))
  const ruledOut = tried.find((t) => t.miss)?.miss ?? null
  const highest = Math.max(0, ...tried.map((t) => t.highest))
  const inHand = 1 - highest / spring.maxPressure
  const heaviest = tried.reduce<(typeof tried)[number] | null>(
    (most, t) => (most && most.at.rearAxle >= t.at.rearAxle ? most : t),
    null,
  )
  return {
    ...base,
    clearance,
    ruledOut,
    highest,
    inHand,
    hauls: tried.map(({ at, aimed }) => ({
      label: at.label,
      left: aimed.left.wanted,
      right: aimed.right.wanted,
    })),
    ride: heaviest && rideTried(spring, level, truck, heaviest.at, heaviest.aimed, atmosphere),
    littleInHand: ruledOut === null && inHand < PRACTICE.gaugeAccuracy.value,
  }
}

/** Why a class cannot be fitted at all, whatever it would carry. */
function misfitOf(spring: SpringClass, truck: LoadedTruck, height: number): SpringTrial['ruledOut'] {
  const { low, high } = tableRange(spring.areaByHeight)
  if (!spring.fits.includes(mountingOf(truck.suspension)))
    return {
      why: `goes ${spring.fits.map((way) => MOUNTING_WORDS[way]).join(' or ')}`,
      value: null,
      limit: null,
      quantity: 'count',
    }
  if (height < low) return { why: 'is too tall for the gap', value: height, limit: low, quantity: 'length' }
  if (height > high)
    return { why: 'does not reach across the gap', value: height, limit: high, quantity: 'length' }
  return null
}

/** One haul on one class: the pressures it needs, and what the class cannot give. */
function tryHaul(haul: Haul, at: HaulResult, truck: LoadedTruck, level: LevelSpring, teed: boolean) {
  const { front, rearLeft, rearRight } = at.sagNoAir
  const onSteel = () => ({ frontSquat: front, rearLeft, rearRight, roll: 0 })
  const aimed = pressuresForTarget(haul, truck, at.body, level, teed, onSteel)
  const side = aimed.left.wanted >= aimed.right.wanted ? aimed.left : aimed.right
  return { at, aimed, highest: side.wanted, miss: missOf(haul, side, level) }
}

function missOf(haul: Haul, side: LevelResult, level: LevelSpring): SpringTrial['ruledOut'] {
  const { low, high } = tableRange(level.areaByHeight)
  const over = { value: side.wanted, limit: side.pressure, quantity: 'pressure' } as const
  switch (side.limitedBy) {
    case 'height':
      return {
        why: `leaves its height range in “${haul.label}”`,
        value: side.height,
        limit: side.height < low ? low : high,
        quantity: 'length',
      }
    case 'maxLoad':
      return { why: `carries more than its rating in “${haul.label}”`, ...over }
    case 'maxPressure':
      return { why: `needs more than its pressure in “${haul.label}”`, ...over }
    case 'minPressure':
    case null:
      return null
  }
}

/** Ride of a class at a haul, by the same formulas as Load. */
function rideTried(
  spring: SpringClass,
  level: LevelSpring,
  truck: LoadedTruck,
  r: HaulResult,
  aimed: TargetPressures,
  atmosphere: number,
): SpringTrial['ride'] {
  const air = { left: aimed.left.pressure, right: aimed.right.pressure }
  const at = balanceBody(truck, r.body, level, air)
  const ride = rideOf(truck, spring, level.designHeight, at, air, r.rearAxle, atmosphere)
  const share = steelShares(truck, spring, level.designHeight, at, air)
  return { rate: ride.shut, frequency: ride.frequency, steelShare: (share.left + share.right) / 2 }
}

import { SPRINGS, type SpringClass } from '../catalog/parts'
import type { Haul, Truck } from '../plan/types'
import type { Quantity } from '../quantity/units'
import type { HaulResult } from './load'
import type { LevelSpring } from './level'

/** A gauge reads within ±5 % (common practice). */
const GAUGE_ERROR = 0.05

/** How one class does on this truck with all its hauls. */
export interface SpringTrial {
  id: string
  label: string
  maxLoad: number
  /** The one figure that rules it out, or null when it does everything. */
  ruledOut: { why: string, value: number | null, limit: number | null, quantity: Quantity } | null
  /** Highest pressure any haul needs, Pa gauge, and what part of the maximum is left. */
  highest: number
  inHand: number
  /** Wants a droop strap or a lift-off seat. */
  strap: boolean
  /** Does everything, but with less in hand than a gauge's own error. */
  tight: boolean
  /** The one to take: the smallest that does everything with a gauge's error in hand, or with less where none has. */
  proposed: boolean
}

/**
 * Every class of the catalogue tried on all hauls and the fit, the smallest that does everything first, then those ruled
 * out, nearest miss first.
 */
export function trySprings(truck: Truck, hauls: Record<string, Haul>, solve: (id: string, haul: Haul, spring: LevelSpring) => HaulResult): SpringTrial[] {
  const trials = SPRINGS.map(spring => trySpring(spring, truck, hauls, solve))
  const size = (t: SpringTrial) => (t.ruledOut ? 1e6 : 0) + (t.ruledOut && t.highest === 0 ? 1e5 : 0) + t.maxLoad
  trials.sort((a, b) => size(a) - size(b) || b.inHand - a.inHand)
  const fit = trials.filter(t => t.ruledOut === null)
  const best = fit.find(t => !t.tight) ?? fit[0]
  return trials.map(t => ({ ...t, proposed: t === best }))
}

function trySpring(spring: SpringClass, truck: Truck, hauls: Record<string, Haul>, solve: (id: string, haul: Haul, spring: LevelSpring) => HaulResult): SpringTrial {
  const low = spring.areaByHeight[0]![0]
  const high = spring.areaByHeight.at(-1)![0]
  const unladen = truck.seatGap.unladen - spring.bracketHeight
  const base = { id: spring.id, label: spring.label, maxLoad: spring.maxLoad, tight: false, proposed: false, strap: truck.seatGap.droop - spring.bracketHeight > high }
  const out = (why: string, value: number | null, limit: number | null, quantity: Quantity, highest = 0): SpringTrial => ({ ...base, ruledOut: { why, value, limit, quantity }, highest, inHand: 1 - highest / spring.maxPressure })
  if (!spring.fits.includes(truck.suspension.kind)) return out(`is made for ${spring.fits.join(' and ')} springs`, null, null, 'count')
  if (unladen < low) return out('is too tall for the gap', unladen, low, 'length')
  if (unladen > high) return out('does not reach across the gap', unladen, high, 'length')
  let highest = 0
  let miss: SpringTrial['ruledOut'] = null
  for (const [id, haul] of Object.entries(hauls)) {
    const r = solve(id, haul, { ...spring, designHeight: unladen })
    const side = r.left.wanted >= r.right.wanted ? r.left : r.right
    highest = Math.max(highest, side.wanted)
    if (miss) continue
    if (side.limitedBy === 'height') miss = { why: `leaves its height range in “${haul.label}”`, value: side.height, limit: side.height < low ? low : high, quantity: 'length' }
    else if (side.limitedBy === 'maxPressure' || side.limitedBy === 'maxLoad') miss = { why: side.limitedBy === 'maxLoad' ? `carries more than its rating in “${haul.label}”` : `needs more than its pressure in “${haul.label}”`, value: side.wanted, limit: side.pressure, quantity: 'pressure' }
  }
  const inHand = 1 - highest / spring.maxPressure
  return { ...base, ruledOut: miss, highest, inHand, tight: miss === null && inHand < GAUGE_ERROR }
}

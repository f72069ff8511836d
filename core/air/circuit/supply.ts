import { SUPPLY_KINDS } from '../../catalog/kinds'
import type { AirPlan } from '../../document/types'
import { partOf } from '../parts/parts'
import type { SupplyFacts } from '../types'
import { allOfKinds, firstOfKind } from './connections'
import { onwardFrom } from './onward'
import { perCircuit } from './perCircuit'

/** A pressure and what sets it, Pa gauge. */
export interface Given {
  most: number
  by: string
  part: string
}

/** Highest pressure of a supply by itself: boost, or its rating. */
function ownMost(plan: AirPlan, id: string): Given {
  const { figures } = partOf(plan, id)
  return plan.components[id]!.kind === 'boost'
    ? { most: figures.set ?? 0, by: 'boost', part: id }
    : { most: figures.maxPressure ?? 0, by: 'its own rating', part: id }
}

/** Pressure downstream of a part: a check valve takes its opening pressure, a regulator caps it. */
function past(plan: AirPlan, id: string, given: Given): Given {
  const { kind } = plan.components[id]!
  const { figures } = partOf(plan, id)
  if (kind === 'check') return { ...given, most: given.most - (figures.opening ?? 0) }
  if (kind === 'regulator' && figures.set! < given.most)
    return { most: figures.set!, by: 'the regulator', part: id }
  return given
}

/**
 * The highest pressure that arrives at any of the wanted parts, with every valve on the way open; null if there
 * is no way.
 */
function arriving(plan: AirPlan, from: string, given: Given, wanted: (id: string) => boolean): Given | null {
  const seen = new Map<string, Given>()
  const queue: [string, Given][] = [[from, given]]
  while (queue.length) {
    const [id, at] = queue.shift()!
    if (!(at.most > (seen.get(id)?.most ?? -Infinity))) continue
    seen.set(id, at)
    if (id !== from && wanted(id)) continue
    for (const other of onwardFrom(plan, id)) queue.push([other, past(plan, id, at)])
  }
  const found = [...seen].filter(([id]) => id !== from && wanted(id)).map(([, at]) => at)
  return found.sort((a, b) => b.most - a.most)[0] ?? null
}

/** What limits the supply: its own rating, its switch, boost, and what is between it and a tank. */
export const supplyOf = perCircuit(supplyFound)

function supplyFound(plan: AirPlan): SupplyFacts | null {
  const supplies = allOfKinds(plan, ...SUPPLY_KINDS)
  if (supplies.length === 0) return null
  const tank = firstOfKind(plan, 'tank')
  const filled = supplies
    .map((id) => ownMost(plan, id))
    .map((own) => ({ own, at: tank ? arriving(plan, own.part, own, (id) => id === tank) : own }))
    .sort((a, b) => (b.at?.most ?? 0) - (a.at?.most ?? 0))[0]!
  const at = filled.at ?? { most: 0, by: 'what stands between supply and tank', part: filled.own.part }
  const limits = allOfKinds(plan, 'pressureSwitch').map((id) => partOf(plan, id).figures)[0]
  // A keep-up switch without a tank does not stop the up switch.
  const held = limits && tank && limits.cutOut! < at.most
  return {
    most: held ? limits.cutOut! : at.most,
    by: held ? 'the pressure switch' : at.by,
    part: at.part,
    // A rating is not more exact than a check valve's opening pressure.
    reach: at.by === filled.own.by ? filled.own.most : at.most,
    cutIn: limits?.cutIn ?? null,
    cutOut: limits?.cutOut ?? null,
  }
}

/**
 * Highest pressure the springs can be given: what arrives from the full tank or the supply; null without a
 * supply.
 */
export const deliverable = perCircuit((plan): Given | null => {
  const supply = supplyOf(plan)
  if (!supply) return null
  const { most, by, part } = supply
  const from = firstOfKind(plan, 'tank') ?? part
  const spring = (id: string) => plan.components[id]!.kind === 'spring'
  return arriving(plan, from, { most, by, part }, spring) ?? { most, by, part }
})

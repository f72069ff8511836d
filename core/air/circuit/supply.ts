import type { AirPlan } from '../../document/types'
import { SUPPLY_KINDS, allOfKinds, firstOfKind, connectedParts } from './connections'
import { IN_LINE_KINDS } from './editing'
import { partOf, portsOf } from '../parts/parts'
import type { SupplyFacts } from '../types'

/** What limits the supply: its own rating, its switch, boost. */
export function supplyOf(plan: AirPlan): SupplyFacts | null {
  const supplies = allOfKinds(plan, ...SUPPLY_KINDS)
  if (supplies.length === 0) return null
  const best = supplies
    .map((id) => {
      const { figures } = partOf(plan, id)
      return plan.components[id]!.kind === 'boost'
        ? { id, most: figures.set ?? 0, by: 'boost' }
        : { id, most: figures.maxPressure ?? 0, by: 'its own rating' }
    })
    .sort((a, b) => b.most - a.most)[0]!
  const limits = allOfKinds(plan, 'pressureSwitch').map((id) => partOf(plan, id).figures)[0]
  // A keep-up switch without a tank does not hold the up switch back.
  const held = limits && firstOfKind(plan, 'tank') && limits.cutOut! < best.most
  return {
    most: held ? limits.cutOut! : best.most,
    by: held ? 'the pressure switch' : best.by,
    part: best.id,
    cutIn: limits?.cutIn ?? null,
    cutOut: limits?.cutOut ?? null,
  }
}

/** Highest pressure that reaches each part in use: as the supply gives it, past regulators less, past a control no more than the springs may have. */
export function pressuresSeen(
  plan: AirPlan,
  supply: SupplyFacts | null,
  springMost: number,
): Map<string, number> {
  const seen = new Map<string, number>()
  const queue: [string, number][] = []
  if (supply) for (const id of allOfKinds(plan, ...SUPPLY_KINDS)) queue.push([id, supply.most])
  for (const id of allOfKinds(plan, 'handFill')) queue.push([id, springMost])
  const next = (id: string, p: number): number => {
    const { kind } = plan.components[id]!
    if (kind === 'regulator') return Math.min(p, partOf(plan, id).figures.set!)
    return kind === 'block' || kind === 'paddle' || kind === 'heightValve' ? Math.min(p, springMost) : p
  }
  while (queue.length) {
    const [id, p] = queue.shift()!
    if (!(p > (seen.get(id) ?? -1))) continue
    seen.set(id, p)
    const on = next(id, p)
    for (const l of Object.values(plan.lines)) {
      const from =
        l.from === id
          ? { port: l.fromPort, other: l.to }
          : l.to === id
            ? { port: l.toPort, other: l.from }
            : null
      if (!from || !plan.components[from.other]) continue
      const { kind } = plan.components[id]!
      if (kind === 'spring') continue
      // Air goes on through the far side of what has sides; it does not come back past them.
      if (
        portsOf(plan, id).find((x) => x.id === from.port)?.type !== 'pressure' ||
        (from.port === 'in' &&
          (IN_LINE_KINDS.includes(kind) || kind === 'block' || kind === 'paddle' || kind === 'heightValve'))
      )
        continue
      queue.push([from.other, on])
    }
  }
  return seen
}

/** Most the springs can be given: the supply's most, less what a regulator on the way leaves. */
export function deliverable(plan: AirPlan, supply: SupplyFacts): { most: number; by: string; part: string } {
  const regulators = allOfKinds(plan, 'regulator').filter((id) => reachesSpring(plan, id))
  const least = regulators
    .map((id) => ({ most: partOf(plan, id).figures.set!, by: 'the regulator', part: id }))
    .sort((a, b) => a.most - b.most)[0]
  const own = { most: supply.most, by: supply.by, part: supply.part }
  return least && least.most < own.most ? least : own
}
function reachesSpring(plan: AirPlan, regulator: string): boolean {
  const out = Object.values(plan.lines).find(
    (l) => (l.from === regulator && l.fromPort === 'out') || (l.to === regulator && l.toPort === 'out'),
  )
  if (!out) return false
  const beyond = out.from === regulator ? out.to : out.from
  return [...connectedParts(plan, beyond, ['regulator', 'tank', 'manifold'])].some(
    (id) => plan.components[id]!.kind === 'spring',
  )
}

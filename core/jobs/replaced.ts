import { startingCircuit } from '../air/circuit/startingCircuits'
import { TRUCK_KINDS, exampleTruck } from '../catalog/trucks'
import type { Plan, TruckKind } from '../document/types'
import type { Remedy } from '../quantity/figure'
import { sameJson } from '../quantity/patch'
import { upgradePlan } from '../document/upgrade'

const counted = (n: number, one: string, more: string) =>
  n === 0 ? [] : [n === 1 ? `1 ${one}` : `${n} ${more}`]

/** Whether an edit puts another starting circuit in place of the plan's. */
export const startsAnew = ({ patches }: Pick<Remedy, 'patches'>): boolean =>
  patches.some(({ path }) => path.length === 2 && path[0] === 'air' && path[1] === 'components')

/** Another kind's example in place of the truck. */
export const beginFrom = (kind: TruckKind): Remedy => ({
  label: `Begin from ${TRUCK_KINDS.find((k) => k.id === kind)!.label}`,
  patches: [{ op: 'replace', path: ['truck'], value: exampleTruck(kind) }],
})

/** What of a person's work goes when the truck is begun from another kind's example; empty for one nobody measured. */
export function workOnTruck({ truck }: Plan): string[] {
  const { tickets, ...measured } = truck
  const { tickets: _none, ...example } = exampleTruck(truck.kind)
  return [
    ...(sameJson(measured, example) ? [] : ['every figure measured on this truck']),
    ...counted(Object.keys(tickets).length, 'scale ticket', 'scale tickets'),
  ]
}

/**
 * What of a person's work goes, or no longer stands, when the circuit is started anew: in words, to be asked
 * before. Empty for a circuit nobody touched.
 */
export function workOnCircuit(plan: Plan): string[] {
  const { air, build, prove } = plan
  const asStarted = upgradePlan({ ...plan, air: { ...air, ...startingCircuit(air.archetype) } }) as Plan
  const { components, lines } = asStarted.air
  const changed = !sameJson(air.components, components) || !sameJson(air.lines, lines)
  const tests = Object.values(prove.holds).filter((h) => h.readings.length > 0).length
  return [
    ...(changed ? ['the circuit as it was changed by hand, with every figure typed on its parts'] : []),
    ...counted(Object.keys(build.ticks).length, 'step done', 'steps done'),
    ...counted(tests, 'hold test', 'hold tests'),
    ...counted(Object.keys(prove.soap).length, 'soaped joint', 'soaped joints'),
  ]
}

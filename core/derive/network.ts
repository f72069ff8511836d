import { circuitAsItRuns } from '../air/circuit/states'
import type { Plan } from '../document/types'
import { POWER_STATES, solveState, type PowerState } from '../power/network/states'
import type { NetworkElement } from '../power/network/solve'
import { wiringOf, type Wiring } from '../power/network/wiring'
import { createDeriver } from './derive'
import type { Derived } from './types'

/** The wiring of a plan as a network: from its circuit, its feed as planned, and its wires as laid. */
export function wiringFor(plan: Plan, derived: Derived = createDeriver()(plan)): Wiring {
  const { lay, air, power } = derived.stages
  const amps = new Map(air.result.electric.map(({ id, current }) => [id, current]))
  const block = air.result.block?.current ?? 0
  const cuts = new Map(lay.result.wires.map(({ id, cut }) => [id, cut]))
  return wiringOf({
    air: circuitAsItRuns(plan.air),
    power: plan.power,
    feed: power.result.feed,
    ampsOf: (id) => (plan.air.components[id]?.kind === 'block' ? block : (amps.get(id) ?? 0)),
    lengthOf: (id) => cuts.get(id) ?? null,
  })
}

/** Volts, amps and elements of every state, or of one. */
export function networkReport(
  wiring: Wiring,
  only?: PowerState,
): Record<
  string,
  { nodes_V: Record<string, number>; branches_A: Record<string, number>; elements: NetworkElement[] }
> {
  const states = POWER_STATES.filter(({ id }) => only === undefined || id === only)
  return Object.fromEntries(
    states.map(({ id }) => {
      const { volts, amps, elements } = solveState(wiring, id)
      return [id, { nodes_V: volts, branches_A: amps, elements }]
    }),
  )
}

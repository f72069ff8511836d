import type { Plan } from '../document/types'
import type { NetworkElement } from '../power/network/solve'
import { POWER_STATES, solveState, type PowerState } from '../power/network/states'
import type { Wiring } from '../power/network/types'
import { createDeriver } from '../derive/derive'

/** The wiring of a plan as a network: from its circuit, its feed as planned, and its wires as laid. */
export const wiringFor = (plan: Plan): Wiring => createDeriver()(plan).stages.power.result.wiring

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

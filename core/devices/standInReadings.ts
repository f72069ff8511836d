import { boreConductance, isoMassFlow } from '../air/equations/componentFlow'
import type { CircuitRun } from '../air/run/circuitRun'
import { PRACTICE } from '../catalog/practice'
import { sprayShows } from './spray'
import { DeviceRefusal, type MeterAsked, type SprayShows } from './types'
import type { AirPlan } from '../document/types'
import { ohmsBehind, type Fault } from '../power/network/states'
import type { Wiring } from '../power/network/types'
import { REFERENCE_DENSITY } from '../quantity/constants'
import { keyOf } from './standInFaults'

/** Readings of the meter and the spray bottle on a job's devices. */

const rounded = (value: number, steps: number) => Math.round(value * steps) / steps

/**
 * V to a hundredth, across a part to a thousandth, or Ω to a tenth, like a usual meter.
 * @param volts of the nodes at present
 * @throws DeviceRefusal if there is no such point or part
 */
export function meterReads(
  wiring: Wiring,
  fault: Fault | null,
  volts: Record<string, number>,
  { kind, at }: MeterAsked,
): number {
  const part = wiring.parts.find(({ id }) => id === at)
  if (kind === 'volts') {
    const value = volts[at]
    if (value === undefined) throw new DeviceRefusal('no-such-place')
    return rounded(value, 100)
  }
  if (!part || (kind === 'ohms' && part.role !== 'guard')) throw new DeviceRefusal('no-such-place')
  if (kind === 'ohms') return rounded(ohmsBehind(wiring, at, fault), 10)
  return rounded(volts[part.a]! - volts[part.b]!, 1000)
}

/**
 * What soapy water shows at one end of a line. A joint leaks where its tube ends, on the side away from the
 * supply.
 * @param failing keys of the faults in the air
 * @throws DeviceRefusal if there is no such line
 */
export function sprayReads(
  { model, atmosphere, sim, t }: CircuitRun,
  air: AirPlan,
  failing: ReadonlySet<string>,
  { line, end }: { line: string; end: 'from' | 'to' },
): SprayShows {
  const laid = air.lines[line]
  if (!laid) throw new DeviceRefusal('no-such-place')
  if (end !== 'to' || !failing.has(keyOf({ what: 'leak', part: line }))) return 'dry'
  const vessel = model.where.get(`${laid.to}.${laid.toPort}`) ?? model.where.get(laid.to)
  if (vessel === undefined) return 'dry'
  const inside = sim.sample().pressure[sim.index.get(vessel)!]!
  const hole = boreConductance(PRACTICE.leakBore.value)
  const critical = PRACTICE.boreCriticalRatio.value
  const flow = isoMassFlow(hole, critical, inside, atmosphere, model.network.ambient(t))
  return sprayShows(flow / REFERENCE_DENSITY)
}

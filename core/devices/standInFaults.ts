import { partLabel } from '../air/circuit/connections'
import { FAULT_WORDS } from '../air/run/faults'
import { faultsOf } from '../air/run/scenarios'
import type { FaultOffered } from './protocol'
import type { AirFault } from './types'
import { DIRECT, type AirPlan } from '../document/types'
import { faultKey, faultsOf as wiringFaultsOf, faultText } from '../power/network/meterWalk'
import type { Fault } from '../power/network/states'
import type { Wiring } from '../power/network/types'

/** Faults that can be simulated on a job's devices, in the air and in the wiring, each with a key. */

/** Every joint that may leak, and everything else that can fail in a circuit. */
export function airFaults(air: AirPlan): AirFault[] {
  const leaks = Object.keys(air.lines).map((part): AirFault => ({ what: 'leak', part }))
  const kinks = Object.entries(air.lines).flatMap(([part, { from, to, tube }]): AirFault[] => {
    const toSpring = [from, to].some((end) => air.components[end]?.kind === 'spring')
    return toSpring && tube !== DIRECT ? [{ what: 'line-kinked', part }] : []
  })
  const others = faultsOf(air).filter(({ what }) => what !== 'leak')
  return [...others, ...kinks, ...leaks]
}
export const keyOf = ({ what, part }: AirFault) => `air ${what} ${part}`

export const airFault = (air: AirPlan, key: string): AirFault | undefined =>
  airFaults(air).find((fault) => keyOf(fault) === key)

const wiringKey = (fault: Fault) => `wire ${faultKey(fault)}`
export const wiringFault = (wiring: Wiring, key: string): Fault | null =>
  wiringFaultsOf(wiring).find(({ fault }) => fault !== null && wiringKey(fault) === key)?.fault ?? null

/** All of them, each once, with a name. */
export function faultsOffered(air: AirPlan, wiring: Wiring): FaultOffered[] {
  const nameOf = (part: string) => {
    const line = air.lines[part]
    if (!line) return partLabel(air, part)
    return `${partLabel(air, line.from)} to ${partLabel(air, line.to).toLowerCase()}`
  }
  const inAir = airFaults(air).map((fault) => ({
    key: keyOf(fault),
    label: FAULT_WORDS[fault.what].replace('{part}', nameOf(fault.part)),
  }))
  const inWiring = wiringFaultsOf(wiring).flatMap(({ fault }) =>
    fault ? [{ key: wiringKey(fault), label: faultText(fault, wiring) }] : [],
  )
  // A bad joint of any size has one key.
  const once = inWiring.filter(({ key }, i) => inWiring.findIndex((other) => other.key === key) === i)
  return [...inAir, ...once]
}

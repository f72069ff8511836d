import { WIRING } from '../catalog/wiring'
import type { EarthPlace, EarthSaid, InWireKind, PowerPlan, PowerSource, WIRE_ENDS } from '../document/types'
import { freeId, OperationError } from '../quantity/operation'
import type { PartOf, Wiring, WiringPart } from './network/types'
import { sourceOf } from './wires'

/**
 * Changes to the wiring that keep it complete: it is rebuilt from them, so that no wire ends at nothing and
 * nothing is fed from a missing source. Each takes a plan's Power and its wiring and returns a new Power. What
 * cannot be done throws an OperationError with the reason.
 */
export type PowerChange = (power: PowerPlan, wiring: Wiring) => PowerPlan

const partOf = ({ parts }: Wiring, id: string): WiringPart => {
  const part = parts.find((p) => p.id === id)
  if (!part) throw new OperationError('That part is no longer in this wiring.')
  return part
}
const motorOf = ({ parts }: Wiring): PartOf<'motor'> => {
  const motor = parts.find((part): part is PartOf<'motor'> => part.role === 'motor')
  if (!motor) throw new OperationError('No electric compressor is wired here.')
  return motor
}
const without = <T>(record: Record<string, T>, id: string): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([other]) => other !== id))

/** A relay carries the motor, and what switched the motor works its coil. */
export const putRelayInLine: PowerChange = (power, wiring) => {
  motorOf(wiring)
  if (wiring.parts.some(({ role }) => role === 'coil'))
    throw new OperationError('A relay carries the motor already.')
  return { ...power, relay: true }
}

/** Without the relay, what worked its coil switches the motor itself. */
export const takeRelayOut: PowerChange = (power, wiring) => {
  motorOf(wiring)
  if (!wiring.parts.some(({ role }) => role === 'coil'))
    throw new OperationError('There is no relay to take out.')
  return { ...power, relay: false }
}

/** Puts a fuse, breaker, link or switch into a wire, at its source or at its end. */
export const putInWire =
  (wire: string, kind: InWireKind, at: (typeof WIRE_ENDS)[number]): PowerChange =>
  (power, wiring) => {
    if (partOf(wiring, wire).role !== 'wire')
      throw new OperationError('Only a wire takes it: an earth is never fused or switched.')
    const there = Object.values(power.inWire)
    if (there.some((p) => p.wire === wire && p.kind === kind && p.at === at))
      throw new OperationError(`One stands there already: ${NAMES[kind]}.`)
    const order = 1 + Math.max(0, ...there.map((p) => p.order))
    const id = freeId(power.inWire, `${kind}-in-${wire}`)
    return { ...power, inWire: { ...power.inWire, [id]: { order, wire, kind, at, rating: null } } }
  }
const NAMES: Record<InWireKind, string> = {
  fuse: 'fuse',
  breaker: 'circuit breaker',
  link: 'fusible link',
  switch: 'auxiliary switch',
  socket: 'trailer plug and socket',
}

export const takeOutOfWire =
  (id: string): PowerChange =>
  (power) => {
    if (!(id in power.inWire)) throw new OperationError('It was not put in here: it belongs to the circuit.')
    return { ...power, inWire: without(power.inWire, id) }
  }

/** Where a part is fed. `part` is `motor`, `coil` or a part's id. */
export const feedFrom =
  (part: string, source: PowerSource): PowerChange =>
  (power, wiring) => {
    partOf(wiring, part)
    if (feedsItNow(wiring, part) === source) throw new OperationError('That is what feeds it now.')
    if (source === 'second' && !power.secondBattery)
      throw new OperationError('There is no second battery yet.')
    if (source === 'feed' && !wiring.parts.some(({ id }) => id === 'feed'))
      throw new OperationError('There is no compressor’s feed to take it from.')
    if (part === 'motor' && source !== 'battery' && source !== 'second')
      throw new OperationError('The motor is fed from a battery, over a wire and fuse of its own.')
    return { ...power, feeds: { ...power.feeds, [part]: source } }
  }

/** The motor's own feed ends where others begin, so it comes from a battery. */
const feedsItNow = (wiring: Wiring, part: string) => sourceOf(wiring, part === 'motor' ? 'fuse' : part)

const BARE: EarthSaid = { at: null, surface: 'bare', shared: false }
/** Where a part is earthed: to bare metal, on a screw of its own. */
export const earthAt =
  (of: string, at: EarthPlace): PowerChange =>
  (power, wiring) => {
    const earth = wiring.parts.find((part) => part.role === 'earth' && part.of === of)
    if (earth?.role !== 'earth') throw new OperationError('That part has no earth of its own.')
    if (earth.at === at) throw new OperationError('It is earthed there now.')
    return { ...power, earths: { ...power.earths, [of]: { ...BARE, at } } }
  }

/** The feed ends at a bus bar, and everything on its end gets a fuse of its own there. */
export const fitBusBar: PowerChange = (power, wiring) => {
  motorOf(wiring)
  if (power.bar) throw new OperationError('The feed ends at a bus bar already.')
  return { ...power, bar: true }
}
export const takeBusBarOut: PowerChange = (power) => {
  if (!power.bar) throw new OperationError('There is no bus bar to take out.')
  return { ...power, bar: false }
}

/** A second battery over an isolating relay, with a link at both ends of the wire between. */
export const fitSecondBattery: PowerChange = (power) => {
  if (power.secondBattery) throw new OperationError('There is a second battery already.')
  return {
    ...power,
    secondBattery: { capacity: WIRING.secondBattery, isolator: 'relay', fusedBothEnds: true },
  }
}
/** Takes the second battery out; what it fed is fed as usual. */
export const takeSecondBatteryOut: PowerChange = (power) => {
  if (!power.secondBattery) throw new OperationError('There is no second battery to take out.')
  const feeds = Object.fromEntries(Object.entries(power.feeds).filter(([, source]) => source !== 'second'))
  return { ...power, secondBattery: null, feeds }
}

export interface Offered {
  id: string
  label: string
  run: PowerChange
}

const SOURCE_WORDS: Record<PowerSource, string> = {
  battery: 'Feed it from the battery',
  second: 'Feed it from the second battery',
  ignition: 'Feed it with the key on',
  feed: 'Feed it from the compressor’s feed',
}
const EARTH_WORDS: Record<EarthPlace, string> = {
  battery: 'Earth it at the battery',
  frame: 'Earth it at bare steel',
  stud: 'Earth it at a stud',
  body: 'Earth it at bed or body',
}
const put = (wire: string, kind: InWireKind, at: 'source' | 'load'): Offered => ({
  id: `${kind}-${at}`,
  label: `Put ${kind === 'switch' ? 'an' : 'a'} ${NAMES[kind]} in, at its ${at === 'source' ? 'source' : 'end'}`,
  run: putInWire(wire, kind, at),
})

/** Other sources that a part may be fed from. */
const SOURCES_OF = (part: string): PowerSource[] =>
  part === 'motor' ? ['battery', 'second'] : ['ignition', 'battery', 'feed', 'second']

/** Everything that could be done to a part. {@link offeredFor} leaves out what is not possible now. */
function askable(part: WiringPart, power: PowerPlan): Offered[] {
  const { id, role } = part
  const relay = { id: 'relay', label: 'Put a relay in line', run: putRelayInLine }
  const noRelay = { id: 'no-relay', label: 'Take the relay out', run: takeRelayOut }
  if (id in power.inWire) return [{ id: 'take-out', label: 'Take it out', run: takeOutOfWire(id) }]
  if (role === 'wire')
    return [
      put(id, 'fuse', 'source'),
      put(id, 'breaker', 'source'),
      put(id, 'link', 'source'),
      put(id, 'switch', 'load'),
      put(id, 'socket', 'source'),
      ...(id === 'feed'
        ? [
            { id: 'bar', label: 'End it at a bus bar', run: fitBusBar },
            { id: 'no-bar', label: 'Take the bus bar out', run: takeBusBarOut },
            relay,
          ]
        : []),
    ]
  if (role === 'contact' || role === 'coil')
    return [...(MOTOR_SWITCHES.includes(id) ? [relay, noRelay] : []), ...(id === 'coil' ? feeds('coil') : [])]
  if (role === 'motor') return [relay, noRelay, ...feeds('motor')]
  if (role === 'user') return id === 'wake' || id.startsWith('lamp-') ? [] : feeds(id)
  if (role === 'earth')
    return (['battery', 'frame', 'stud', 'body'] as const).map((at) => ({
      id: `earth-${at}`,
      label: EARTH_WORDS[at],
      run: earthAt(part.of, at),
    }))
  if (role === 'battery')
    return [
      { id: 'second', label: 'Fit a second battery', run: fitSecondBattery },
      { id: 'no-second', label: 'Take the second battery out', run: takeSecondBatteryOut },
    ]
  return []
}
const MOTOR_SWITCHES: readonly string[] = ['relay', 'cab', 'pressure', 'coil', 'control']
const feeds = (part: string): Offered[] =>
  SOURCES_OF(part).map((source) => ({
    id: `from-${source}`,
    label: SOURCE_WORDS[source],
    run: feedFrom(part, source),
  }))

/** What can be done to a part in the present wiring. */
export function offeredFor(id: string, power: PowerPlan, wiring: Wiring): Offered[] {
  const part = wiring.parts.find((p) => p.id === id)
  if (!part) return []
  return askable(part, power).filter(({ run }) => {
    try {
      return JSON.stringify(run(power, wiring)) !== JSON.stringify(power)
    } catch (error) {
      if (error instanceof OperationError) return false
      throw error
    }
  })
}

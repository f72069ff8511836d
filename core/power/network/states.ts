import { PRACTICE } from '../../catalog/practice'
import { BAD_JOINTS, OHMMETER, WEAK_BATTERY } from '../../catalog/wireFaults'
import { WIRING } from '../../catalog/wiring'
import { warmth } from '../circuit'
import { GROUND, PLUS } from './draft'
import { NETWORK_SOLVER } from './settings'
import { solveNetwork, type NetworkElement, type Solved } from './solve'
import type { ClosedBy, PartOf, Wiring, WiringPart } from './types'

/** The wiring solved in every state that occurs. */

interface State {
  id: string
  label: string
  /** Key turned to on, or the engine turning; whether the lights are on. */
  key?: boolean
  lights?: boolean
  /** Whether air is demanded, and whether the motor has just been switched on. */
  wanted?: boolean
  starting?: boolean
  /** The pressure switch has opened: the tank is full. */
  full?: boolean
  engine?: boolean
  cranking?: boolean
  /** Everything worked by hand is on. */
  byHand?: boolean
  /** Temperature of the conductors, K; as planned if not given. */
  temperature?: number
  /** Factor on the battery's own resistance, and extra resistance of every earth, Ω. */
  batteryTimes?: number
  earthMore?: number
}

const COMPRESSOR = { key: true, lights: true, wanted: true }
export const POWER_STATES = [
  { id: 'off', label: 'Key off' },
  { id: 'accessory', label: 'Key at accessory, lights on', lights: true },
  { id: 'on', label: 'Key on, compressor off', key: true, lights: true },
  { id: 'full', label: 'Key on, tank full', key: true, lights: true, full: true },
  { id: 'compressor', label: 'Key on, compressor running', ...COMPRESSOR },
  { id: 'start', label: 'Compressor starting', ...COMPRESSOR, starting: true },
  { id: 'running', label: 'Engine and compressor running', ...COMPRESSOR, engine: true },
  { id: 'everything', label: 'Everything on, engine off', ...COMPRESSOR, byHand: true },
  { id: 'cranking', label: 'Cranking', cranking: true },
  {
    id: 'cold',
    label: 'Compressor on a cold morning',
    ...COMPRESSOR,
    temperature: WIRING.coldMorning,
    batteryTimes: WIRING.coldBattery,
  },
  { id: 'hot', label: 'Compressor, hot engine space', ...COMPRESSOR, temperature: WIRING.hotEngineSpace },
  {
    id: 'corroded',
    label: 'Compressor, earths corroded',
    ...COMPRESSOR,
    earthMore: WIRING.corroded,
  },
] as const satisfies readonly State[]
export type PowerState = (typeof POWER_STATES)[number]['id']
const STATES: Record<PowerState, State> = Object.fromEntries(
  POWER_STATES.map((state) => [state.id, state]),
) as Record<PowerState, State>

/**
 * What is wrong with one part. `to-frame` of a guard: a wire behind it is rubbed through, and it has blown.
 * `swapped` of a wire: it and another wire at the same device are on each other's terminals.
 */
export interface Fault {
  part: string
  how: FaultHow
  /** Resistance that a `resistive` fault adds, Ω. */
  ohm?: number
}
export const FAULT_HOWS = ['open', 'resistive', 'welded', 'to-frame', 'weak', 'swapped'] as const
export type FaultHow = (typeof FAULT_HOWS)[number]
const TO_FRAME = PRACTICE.rubbedThrough.value

const resistor = (id: string, a: string, b: string, ohm: number): NetworkElement => ({
  id,
  kind: 'resistor',
  a,
  b,
  ohm,
})

/** One situation of a wiring: its state, a fault or none, which coils hold and which motors turn. */
interface Look {
  wiring: Wiring
  state: State
  fault: Fault | null
  pulled: ReadonlySet<string>
  turning: ReadonlySet<string>
  /** True if the motor's own circuit is closed whatever its control does. */
  forced?: boolean
}

/**
 * Whether a contact is closed. With the compressor off at its cab switch the tank is low, so the pressure
 * switch is closed. Without a cab switch it is off because the tank is full.
 */
function isClosed(by: ClosedBy, { wiring, state, pulled }: Look): boolean {
  if (by === 'left-on' || by === 'plugged') return true
  if (by === 'key') return state.key ?? false
  if (by === 'lights') return state.lights ?? false
  if (by === 'hand') return state.byHand ?? false
  if (by === 'engine') return state.engine ?? false
  if (by === 'cab') return (state.wanted ?? state.full) === true
  if (by === 'pressure') {
    const hasCab = wiring.parts.some((part) => part.role === 'contact' && part.closedBy === 'cab')
    return state.wanted === true || (hasCab && state.key === true && !state.full)
  }
  if (by === 'block') return state.wanted === true && pulled.has('wake')
  return pulled.has(by.coil)
}

/** Elements of the network in one situation. */
function elementsOf(look: Look): NetworkElement[] {
  const { wiring, fault } = look
  const elements = wiring.parts.flatMap((part) => elementOf(part, look))
  const rubbed = fault?.how === 'to-frame' ? wiring.parts.find(({ id }) => id === fault.part) : undefined
  const awaken = looseWake(wiring)
  return [...elements, ...awaken, ...(rubbed ? [resistor('rubbed', rubbed.b, GROUND, TO_FRAME)] : [])]
}

/** A wake input without a wire still hangs on its block, so nothing floats. */
function looseWake({ parts }: Wiring): NetworkElement[] {
  const isLoose = parts.some(({ id }) => id === 'wake') && !parts.some(({ id }) => id === 'wire-wake')
  return isLoose ? [resistor('wake-loose', PLUS, 'wake', WIRING.open)] : []
}

function elementOf(part: WiringPart, look: Look): NetworkElement[] {
  const { state, fault, pulled, turning } = look
  const { id, a, b } = part
  const own = fault?.part === id ? fault.how : null
  if (part.role === 'battery') return batteryOf(part, look, own === 'weak')
  if (own === 'open' || own === 'to-frame') return [resistor(id, a, b, WIRING.open)]
  const more = own === 'resistive' ? (fault?.ohm ?? BAD_JOINTS[1]) : 0
  switch (part.role) {
    case 'motor':
      return turning.has(id)
        ? [{ id, kind: 'current', a, b, ampere: part.amps }]
        : [resistor(id, a, b, part.winding + more)]
    case 'contact': {
      const forced = look.forced === true && isMotors(part)
      const closed = own === 'welded' || forced || isClosed(part.closedBy, look)
      return [resistor(id, a, b, closed ? part.ohm + more : WIRING.open)]
    }
    case 'wire':
    case 'earth': {
      const end = swappedEnd(look, id) ?? b
      const factor = state.temperature === undefined ? 1 : warmth(state.temperature, look.wiring.temperature)
      const earth = part.role === 'earth' ? (state.earthMore ?? 0) : 0
      return [resistor(id, a, end, part.ohm + part.wire.copper * (factor - 1) + earth + more)]
    }
    case 'user': {
      const ohm = part.asleep !== undefined && !pulled.has('wake') ? part.asleep : part.ohm
      return [resistor(id, a, b, ohm + more)]
    }
    case 'guard':
    case 'coil':
    case 'joint':
      return [resistor(id, a, b, part.ohm + more)]
  }
}

/**
 * Wires that end at one device and may be exchanged there: a block's feed and wake, a relay's feed and coil.
 */
export function swapsOf({ parts }: Wiring): [string, string][] {
  const ends = (id: string | undefined) => parts.some((part) => part.id === id && part.role === 'wire')
  const wake = parts.find(({ id }) => id === 'wake')
  const block = parts.find((part) => part.role === 'user' && part.b === wake?.b && part.id !== 'wake')
  const pairs: [string, string][] = [
    [`wire-${block?.id}`, 'wire-wake'],
    ['feed', 'wire-coil'],
  ]
  return pairs.filter(([one, other]) => ends(one) && ends(other))
}

/** New end of a wire that was exchanged with another; null if it was not. */
function swappedEnd({ wiring, fault }: Look, id: string): string | null {
  if (fault?.how !== 'swapped') return null
  const pair = swapsOf(wiring).find(([one]) => one === fault.part)
  const other = pair?.[0] === id ? pair[1] : pair?.[1] === id ? pair[0] : undefined
  return wiring.parts.find((part) => part.id === other)?.b ?? null
}

/** Contacts that carry the motor's own current. */
const isMotors = ({ id, a, b }: PartOf<'contact'>) =>
  id === 'relay' || id === 'cab' || id === 'pressure' || a === 'feed-end' || b === 'motor-plus'

function batteryOf(
  { id, a, b, volts, inner }: PartOf<'battery'>,
  look: Look,
  weak: boolean,
): NetworkElement[] {
  const { state, wiring } = look
  const scale = wiring.nominal / 12
  const volt = weak ? WEAK_BATTERY.volts * scale : volts
  const ohm = inner * (weak ? WEAK_BATTERY.times : 1) * (state.batteryTimes ?? 1)
  const own: NetworkElement[] = [{ id, kind: 'source', a, b, volt, ohm }]
  if (a !== PLUS) return own
  if (state.engine)
    own.push({
      id: 'alternator',
      kind: 'source',
      a,
      b,
      volt: WIRING.alternatorVolts * scale,
      ohm: WIRING.alternatorOhms * scale,
    })
  if (state.cranking) own.push(resistor('starter', a, b, WIRING.starter * scale))
  return own
}

export interface StateSolved extends Solved {
  elements: NetworkElement[]
  /** Ids of the motors that turn. */
  turning: ReadonlySet<string>
}

/** Volts and amps of the wiring in a state, with one fault or none. */
export function solveState(wiring: Wiring, state: PowerState, fault: Fault | null = null): StateSolved {
  const isStarting = STATES[state].starting === true
  let [pulled, turning] = [NONE, NONE]
  for (let round = 0; ; round++) {
    const elements = elementsOf({ wiring, state: STATES[state], fault, pulled, turning })
    // Open contacts and broken wires are large resistances, so what was connected at first still is.
    const solved = solveNetwork(elements, GROUND, fault !== null || round > 0)
    const next = heldBy(wiring, solved, elements)
    const turns = motorsTurning(wiring, solved, isStarting)
    if ((isSame(turns, turning) && isSame(next, pulled)) || round === NETWORK_SOLVER.rounds)
      return { ...solved, elements, turning }
    pulled = next
    turning = turns
  }
}

/** Coils that hold their contact, and whether the block is awake. The current decides, not the volts alone. */
function heldBy(
  { parts, nominal }: Wiring,
  { amps }: Solved,
  elements: readonly NetworkElement[],
): Set<string> {
  const scale = nominal / 12
  const ohms = new Map(elements.map((e) => [e.id, e.kind === 'resistor' ? e.ohm : 0]))
  const drives = (id: string | undefined, volts: number) => {
    const ohm = id === undefined ? WIRING.open : ohms.get(id)!
    // A broken winding has all the volts across it and holds nothing.
    return ohm < WIRING.open && amps[id!]! * ohm >= volts * scale
  }
  const coils = parts.filter((part) => part.role === 'coil' && drives(part.id, WIRING.pullIn))
  const wake = parts.find(({ id }) => id === 'wake')
  const block = parts.find((part) => part.role === 'user' && part.b === wake?.b && part.id !== 'wake')
  const awake = drives(wake?.id, WIRING.wakes) && drives(block?.id, WIRING.wakes)
  return new Set([...coils.map(({ id }) => id), ...(awake ? ['wake'] : [])])
}

const isSame = (one: ReadonlySet<string>, other: ReadonlySet<string>) =>
  one.size === other.size && [...one].every((id) => other.has(id))

const motorsOf = ({ parts }: Wiring): PartOf<'motor'>[] =>
  parts.filter((part): part is PartOf<'motor'> => part.role === 'motor')

/**
 * Motors that turn: as long as their volts push more than their current through the winding. During a start
 * none turns, but of two that start one after the other the first one does.
 */
function motorsTurning(wiring: Wiring, { volts, amps }: Solved, isStarting: boolean): Set<string> {
  const motors = motorsOf(wiring)
  const last = wiring.staged ? motors.length - 1 : 0
  const started = isStarting ? motors.slice(0, last) : motors
  const turns = ({ id, a, b, amps: own, winding }: PartOf<'motor'>) =>
    volts[a]! - volts[b]! > own * winding && amps[id]! >= own - NETWORK_SOLVER.rounding
  return new Set(started.filter(turns).map(({ id }) => id))
}

/** The wiring as seen by the motor: volts without its own current, and the ohms behind them. */
export interface MotorSource {
  volts: number
  ohms: number
}

/**
 * The wiring as seen by its motor, key on and its own circuit closed, with everything else drawing its current;
 * of two motors, as seen by the one with fewer volts. Null without a motor.
 * @source Thévenin's theorem, by two solutions
 */
export function motorSource(wiring: Wiring): MotorSource | null {
  const motors = motorsOf(wiring)
  const coils = wiring.parts.filter(({ role }) => role === 'coil').map(({ id }) => id)
  const hasWake = wiring.parts.some(({ id }) => id === 'wire-wake')
  const look: Look = {
    wiring,
    state: STATES.compressor,
    fault: null,
    pulled: new Set(hasWake ? [...coils, 'wake'] : coils),
    turning: new Set(motors.map(({ id }) => id)),
    forced: true,
  }
  const elements = elementsOf(look)
  const seenBy = ({ id, a, b, amps }: PartOf<'motor'>) => {
    const others = elements.filter((element) => element.id !== id)
    const across = (ampere: number) => {
      const { volts } = solveNetwork([...others, { id, kind: 'current', a, b, ampere }], GROUND)
      return volts[a]! - volts[b]!
    }
    const idle = across(0)
    const ohms = idle - across(1)
    return { volts: idle, ohms, left: idle - ohms * amps }
  }
  const [poorest] = motors.map(seenBy).sort((one, other) => one.left - other.left)
  return poorest ? { volts: poorest.volts, ohms: poorest.ohms } : null
}

/**
 * Ohms from behind a guard to the battery's negative, with the guard pulled, the key off and the battery's
 * clamp off: next to zero if a wire behind it is rubbed through.
 */
export function ohmsBehind(wiring: Wiring, guard: string, fault: Fault | null = null): number {
  const part = wiring.parts.find(({ id }) => id === guard)!
  const look = { wiring, state: STATES.off, fault, pulled: NONE, turning: NONE }
  const elements = elementsOf(look)
    .filter(({ id, kind }) => kind !== 'source' && id !== guard)
    .concat({ id: 'meter', kind: 'current', a: GROUND, b: part.b, ampere: OHMMETER.sends })
  // Without their batteries the positive nodes hang only on what leads to them.
  for (const { role, a } of wiring.parts)
    if (role === 'battery') elements.push(resistor(`clamp-off-${a}`, a, GROUND, WIRING.open))
  return solveNetwork(elements, GROUND).volts[part.b]! / OHMMETER.sends
}
const NONE: ReadonlySet<string> = new Set<string>()

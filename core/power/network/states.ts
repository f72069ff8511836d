import { WIRING } from '../../catalog/wiring'
import { solveNetwork, type NetworkElement, type Solved } from './solve'
import { GROUND, PLUS, type ClosedBy, type Wiring, type WiringPart } from './wiring'

/** The wiring solved in every state it is met in. */

export const POWER_STATES = [
  { id: 'off', label: 'Key off' },
  { id: 'on', label: 'Key on, compressor off' },
  { id: 'full', label: 'Key on, tank full' },
  { id: 'compressor', label: 'Key on, compressor running' },
  { id: 'start', label: 'Compressor starting' },
  { id: 'running', label: 'Engine and compressor running' },
  { id: 'cranking', label: 'Cranking' },
] as const
export type PowerState = (typeof POWER_STATES)[number]['id']

const KEY_ON: readonly PowerState[] = ['on', 'full', 'compressor', 'start', 'running']
const WANTED: readonly PowerState[] = ['compressor', 'start', 'running']

/** What is wrong with one part; `to-frame` of a fuse: a wire behind it is rubbed through, and it has blown. */
export interface Fault {
  part: string
  how: FaultHow
  /** What a `resistive` one adds, Ω. */
  ohm?: number
}
export const FAULT_HOWS = ['open', 'resistive', 'welded', 'to-frame', 'weak'] as const
export type FaultHow = (typeof FAULT_HOWS)[number]
/** What a bad joint, a burnt contact or a rusty earth adds where nothing else is said, Ω. */
export const BAD_JOINTS = [0.15, 0.5, 1.5, 5] as const
/** A wire rubbed through to the frame, Ω. */
const TO_FRAME = 0.05
/** A battery near its end: volts, and times its own resistance. */
const WEAK = { volts: 11.6, times: 8 }

const resistor = (id: string, a: string, b: string, ohm: number): NetworkElement => ({
  id,
  kind: 'resistor',
  a,
  b,
  ohm,
})

/**
 * Whether a contact is closed, with what is known of coils and of the block. With the compressor off at its cab switch the
 * tank is low, so that the pressure switch is closed; without a cab switch it is off because the tank is full.
 */
function isClosed(by: ClosedBy, state: PowerState, pulled: ReadonlySet<string>, hasCab: boolean): boolean {
  if (by === 'key') return KEY_ON.includes(state)
  if (by === 'cab') return WANTED.includes(state) || state === 'full'
  if (by === 'pressure') return WANTED.includes(state) || (hasCab && state === 'on')
  if (by === 'block') return WANTED.includes(state) && pulled.has('wake')
  return pulled.has(by.coil)
}

/** Elements of the network in one state; `turning` where the motor draws its current, `pulled` what coils hold. */
function elementsOf(
  { parts }: Wiring,
  state: PowerState,
  fault: Fault | null,
  pulled: ReadonlySet<string>,
  turning: boolean,
): NetworkElement[] {
  const blown = fault?.how === 'to-frame' ? fault.part : null
  const hasCab = parts.some((part) => part.role === 'contact' && part.closedBy === 'cab')
  const elements = parts.flatMap((part): NetworkElement[] => {
    const { id, a, b } = part
    const own = fault?.part === id ? fault.how : null
    if (part.role === 'battery') return battery(state, own === 'weak', part)
    if (own === 'open' || id === blown) return [resistor(id, a, b, WIRING.open)]
    const more = own === 'resistive' ? (fault?.ohm ?? BAD_JOINTS[1]) : 0
    if (part.role === 'motor')
      return turning
        ? [{ id, kind: 'current', a, b, ampere: part.amps }]
        : [resistor(id, a, b, part.winding + more)]
    if (part.role !== 'contact') return [resistor(id, a, b, part.ohm + more)]
    const closed = own === 'welded' || isClosed(part.closedBy, state, pulled, hasCab)
    return [resistor(id, a, b, closed ? part.ohm + more : WIRING.open)]
  })
  const rubbed = fault?.how === 'to-frame' ? parts.find(({ id }) => id === fault.part) : undefined
  return rubbed ? [...elements, resistor('rubbed', rubbed.b, GROUND, TO_FRAME)] : elements
}

function battery(state: PowerState, weak: boolean, { id, a, b }: WiringPart): NetworkElement[] {
  const volt = weak ? WEAK.volts : WIRING.batteryVolts
  const ohm = WIRING.batteryOhms * (weak ? WEAK.times : 1)
  const own: NetworkElement[] = [{ id, kind: 'source', a, b, volt, ohm }]
  if (state === 'running')
    own.push({
      id: 'alternator',
      kind: 'source',
      a,
      b,
      volt: WIRING.alternatorVolts,
      ohm: WIRING.alternatorOhms,
    })
  if (state === 'cranking') own.push(resistor('starter', a, b, WIRING.starter))
  return own
}

export interface StateSolved extends Solved {
  elements: NetworkElement[]
  /** Whether the motor turns. */
  turns: boolean
}

/** Rounds in which coils pull, let go, and a motor starts or stalls: each changes at most once or twice. */
const ROUNDS = 6

/** Volts and amps of the wiring in a state, with one fault or none. */
export function solveState(wiring: Wiring, state: PowerState, fault: Fault | null = null): StateSolved {
  let pulled: ReadonlySet<string> = new Set<string>()
  let turning = false
  for (let round = 0; ; round++) {
    const elements = elementsOf(wiring, state, fault, pulled, turning)
    // Open contacts and broken wires are large resistances: what hung together at first still does.
    const solved = solveNetwork(elements, GROUND, fault !== null || round > 0)
    const next = heldBy(wiring, solved)
    const turns = state !== 'start' && motorTurns(wiring, solved)
    const settled = turns === turning && next.size === pulled.size && [...next].every((id) => pulled.has(id))
    if (settled || round === ROUNDS) return { ...solved, elements, turns: turning }
    pulled = next
    turning = turns
  }
}

/** Coils that hold their contact, and whether the block is awake: by the current through them, not by volts alone. */
function heldBy({ parts }: Wiring, { amps }: Solved): Set<string> {
  const drives = (part: WiringPart | undefined, volts: number) =>
    part !== undefined && 'ohm' in part && amps[part.id]! * part.ohm >= volts
  const held = parts.filter((part) => part.role === 'coil' && drives(part, WIRING.pullIn)).map(({ id }) => id)
  const wake = parts.find(({ id }) => id === 'wake')
  const block = parts.find((part) => part.role === 'user' && part.b === wake?.b && part.id !== 'wake')
  const awake = drives(wake, WIRING.wakes) && drives(block, WIRING.wakes)
  return new Set(awake ? [...held, 'wake'] : held)
}

/** A motor turns as long as its volts push more than its current through its winding. */
function motorTurns({ parts }: Wiring, { volts, amps }: Solved): boolean {
  const motor = parts.find((part) => part.role === 'motor')
  if (!motor) return false
  const pushes = volts[motor.a]! - volts[motor.b]! > motor.amps * motor.winding
  return pushes && amps[motor.id]! >= motor.amps - 1e-9
}

/**
 * Ohms from behind a fuse to the battery's negative, the fuse pulled, the key off and the battery's clamp off: next to
 * nothing where a wire behind it is rubbed through.
 */
export function ohmsBehind(wiring: Wiring, fuse: string, fault: Fault | null = null): number {
  const part = wiring.parts.find(({ id }) => id === fuse)!
  const elements = elementsOf(wiring, 'off', fault, new Set(), false)
    .filter(({ id, kind }) => kind !== 'source' && id !== fuse)
    .concat({ id: 'meter', kind: 'current', a: GROUND, b: part.b, ampere: TEST_CURRENT })
  // Without the battery its positive hangs on nothing but what leads to it.
  elements.push(resistor('clamp-off', PLUS, GROUND, WIRING.open))
  return solveNetwork(elements, GROUND).volts[part.b]! / TEST_CURRENT
}
/** What a meter sends through what it measures, A. */
const TEST_CURRENT = 1e-3

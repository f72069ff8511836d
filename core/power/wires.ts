import { BARRELS, LEAST_IN_BARREL, WIRE_COLOURS, WIRING } from '../catalog/wiring'
import type { PowerPlan, PowerSource, WireJoint, WireUse } from '../document/types'
import { deratedAmpacity } from './circuit'
import { FEED_END, IGNITION, PLUS, SECOND } from './network/draft'
import { POWER_STATES, solveState, type PowerState, type StateSolved } from './network/states'
import type { GuardKind, PartOf, Wiring, WiringPart, WireZone } from './network/types'

/** Every wire with its size, guard, colour, label and ends. SI. */

export type AllStates = Record<PowerState, StateSolved>

/** The wiring in every state. */
export const solveAll = (wiring: Wiring): AllStates =>
  Object.fromEntries(POWER_STATES.map(({ id }) => [id, solveState(wiring, id)])) as AllStates

/** Continuous states, used to size wires. */
const LASTING: readonly PowerState[] = POWER_STATES.map(({ id }) => id).filter(
  (id) => id !== 'start' && id !== 'cranking',
)

/** Largest current through a part in any continuous state. */
export const lastingAmps = (solved: AllStates, id: string): number =>
  Math.max(...LASTING.map((state) => Math.abs(solved[state].amps[id] ?? 0)))

export type Terminal = 'ring' | 'push-on' | 'butt' | 'tap'
export interface WireEnd {
  at: string
  terminal: Terminal
  /** Colour or size of its barrel. */
  barrel: string
  /** Length to strip, m; a thin wire is folded back on itself, so it is stripped twice as long. */
  strip: number
  folded: boolean
}

export interface WireRow {
  id: string
  /** W1, W2 … in the order the wiring is built, or the shop's own mark. */
  mark: string
  label: string
  for: WireUse
  colour: string
  area: number
  insulation: string
  length: number
  laid: boolean
  route: string | null
  zone: WireZone
  /** Current-carrying conductors that lie together. */
  bundle: number
  joint: WireJoint
  /** Largest continuous current, A, and its loss, V and W. */
  amps: number
  drop: number
  heat: number
  /** Derated ampacity, A, and the rating that guards it; null without a guard, and for an earth. */
  ampacity: number
  guard: { id: string; label: string; rating: number } | null
  ends: [WireEnd, WireEnd]
}

export type WirePart = PartOf<'wire'> | PartOf<'earth'>
export const isWire = (part: WiringPart): part is WirePart => part.role === 'wire' || part.role === 'earth'

/** Parts between a part and the battery, nearest first. */
function wayBack({ parts }: Wiring, id: string): WiringPart[] {
  const way: WiringPart[] = []
  let at = parts.find((part) => part.id === id)!.a
  while (at !== PLUS && at !== SECOND && way.length < parts.length) {
    const before = parts.find(({ b, role }) => b === at && PASSES.includes(role))
    if (!before) break
    way.push(before)
    at = before.a
  }
  return way
}
const PASSES: readonly WiringPart['role'][] = ['guard', 'wire', 'contact', 'joint']

/** The guard of a part: the nearest on the way back to a battery; null if nothing guards it. */
export const guardOf = (wiring: Wiring, id: string): PartOf<'guard'> | null =>
  wayBack(wiring, id).find((part) => part.role === 'guard') ?? null

/** Source of a part's current: the first one on the way back; null if there is none. */
export function sourceOf(wiring: Wiring, id: string): PowerSource | null {
  const own = wiring.parts.find((part) => part.id === id)!
  const source = [own, ...wayBack(wiring, id)].find(({ a }) => SOURCE_NODES[a])
  return (source && SOURCE_NODES[source.a]) ?? null
}
const SOURCE_NODES: Partial<Record<string, PowerSource>> = {
  [PLUS]: 'battery',
  [SECOND]: 'second',
  [IGNITION]: 'ignition',
  [FEED_END]: 'feed',
}

/** Insulation by where a wire runs (from memory). */
export const insulationOf = (zone: WireZone): string =>
  zone === 'engine' ? 'thin-wall, 125 °C' : 'thin-wall, 105 °C'

/** Wires in their order, each with its number. */
export function wireRows(wiring: Wiring, power: PowerPlan, solved: AllStates): WireRow[] {
  return wiring.parts.filter(isWire).map((part, i) => {
    const { id, label, wire } = part
    const said = power.wires[id]
    const amps = lastingAmps(solved, id)
    const guard = part.role === 'wire' ? guardOf(wiring, id) : null
    return {
      id,
      mark: said?.label ?? `W${i + 1}`,
      label,
      for: wire.for,
      colour: said?.colour ?? colourFor(wire.for, power),
      area: wire.area,
      insulation: insulationOf(wire.zone),
      length: wire.length,
      laid: wire.laid,
      route: wire.route,
      zone: wire.zone,
      bundle: power.bundle,
      joint: wire.joint,
      amps,
      drop: amps * part.ohm,
      heat: amps ** 2 * wire.copper,
      ampacity: ampacityIn(wire, power),
      guard: guard && { id: guard.id, label: guard.label, rating: guard.rating },
      ends: [endOf(wiring, part, 'a'), endOf(wiring, part, 'b')],
    }
  })
}

/** Ampacity of a wire where it runs, A. */
export const ampacityIn = ({ area, zone }: { area: number; zone: WireZone }, power: PowerPlan): number =>
  deratedAmpacity(area, power.bundle, zone === 'engine' && power.engineSpace)

/** Colour of wires for a use: the job's convention, otherwise the usual one. */
export const colourFor = (use: WireUse, { colours }: PowerPlan): string => colours[use] ?? WIRE_COLOURS[use]

/** Terminal of a wire by the role of the part it ends at. */
const TERMINAL: Record<WiringPart['role'], Terminal> = {
  battery: 'ring',
  guard: 'butt',
  wire: 'butt',
  earth: 'ring',
  contact: 'push-on',
  coil: 'push-on',
  user: 'butt',
  motor: 'butt',
  joint: 'ring',
}

/** One end of a wire: what it meets there, with the terminal and barrel for it. */
function endOf({ parts }: Wiring, part: WirePart, end: 'a' | 'b'): WireEnd {
  const node = part[end]
  const met = parts.find(
    (other) => other.id !== part.id && !isWire(other) && (other.a === node || other.b === node),
  )
  const isScrew = part.role === 'earth' && end === 'b'
  const usual = isScrew ? 'ring' : met ? TERMINAL[met.role] : 'butt'
  const isTap = part.wire.joint === 'displacement' && usual === 'butt'
  const { area } = part.wire
  const folded = area < LEAST_IN_BARREL
  const barrel = BARRELS.find(({ upTo }) => area <= upTo) ?? BARRELS.at(-1)!
  return {
    at: end === 'a' ? part.wire.fromLabel : part.wire.toLabel,
    terminal: isTap ? 'tap' : usual,
    barrel: barrel.colour,
    strip: folded ? 2 * barrel.strip : barrel.strip,
    folded,
  }
}

export interface Counted {
  what: string
  count: number
}
export const TERMINAL_NAME: Record<Terminal, string> = {
  ring: 'ring terminal',
  'push-on': 'push-on terminal',
  butt: 'butt splice',
  tap: 'insulation-displacement tap',
}
/**
 * Terminals, relays, holders, shrink and labels to lay out before the work. Build and the parts list count them
 * too.
 */
export function jointList(wiring: Wiring, rows: readonly WireRow[]): { counted: Counted[]; shrink: number } {
  const counts = new Map<string, number>()
  const add = (what: string, count = 1) => counts.set(what, (counts.get(what) ?? 0) + count)
  for (const { ends } of rows)
    for (const { terminal, barrel } of ends) add(`${TERMINAL_NAME[terminal]}, ${barrel}`)
  for (const part of wiring.parts) {
    if (part.role === 'guard') add(`${GUARD_NAME[part.kind]}, ${part.rating} A`)
    if (part.role === 'coil') add('relay with its socket')
  }
  const sealed = rows.filter(({ joint }) => joint !== 'displacement').length
  add('label', 2 * rows.length)
  return {
    counted: [...counts].map(([what, count]) => ({ what, count })),
    shrink: 2 * sealed * WIRING.shrink,
  }
}
export const GUARD_NAME: Record<GuardKind, string> = {
  fuse: 'blade fuse with holder',
  breaker: 'circuit breaker',
  link: 'fusible link',
}

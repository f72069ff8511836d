import { AWG_SIZES, BLADE_FUSES } from '../../catalog/electrical'
import { KINDS } from '../../catalog/kinds'
import { PRACTICE } from '../../catalog/practice'
import {
  EARTH_OHMS,
  fuseResistance,
  GUARD_TIMES_FUSE,
  JOINT_SCHOOLS,
  nominalVoltage,
  SHARED_SCREW,
  UNBONDED,
  WIRING,
} from '../../catalog/wiring'
import type { AirPlan, EarthPlace, InWire, Truck, WireUse, ComponentKind } from '../../document/types'
import { deratedAmpacity, wireResistance } from '../circuit'
import { isStaged } from '../starting'
import type { FeedPlan, PowerOfFeed, PowerOfWiring } from '../types'
import type { ClosedBy, GuardKind, SheetId, Wiring, WirePlan, WireZone } from './types'

/** Building blocks of a wiring: wires with what was put in them, guards, contacts, earths. */

/** The battery's negative: reference of every meter reading. */
export const GROUND = 'battery-minus'
export const PLUS = 'battery-plus'
export const SECOND = 'second-plus'
export const IGNITION = 'ignition'
export const FEED_END = 'feed-end'

export interface WiringFacts {
  air: Pick<AirPlan, 'components' | 'lines'>
  power: PowerOfWiring
  feed: FeedPlan | null
  bed: Truck['bed']['material']
  /** Current of a part that is not a motor, and of a sleeping block, A. */
  ampsOf: (id: string) => number
  asleepOf: (id: string) => number
  /** Length of a wire by its id at Lay, m; null if it is not laid. */
  lengthOf: (id: string) => number | null
}

/** A node that feeds something: the rating of its guard, A (Infinity without one), and its name. */
export interface Tapped {
  node: string
  guard: number
  label: string
  zone: WireZone
}

/** Parts and test points as they are added, with the circuit's facts. */
export interface Draft extends Wiring {
  facts: WiringFacts
  /** Ids of the present parts of some kinds. */
  of: (...kinds: ComponentKind[]) => string[]
  labelOf: (id: string) => string
  /** Rating that guards each node where a wire ends, A. */
  guards: Record<string, number>
}

export function draftOf(facts: WiringFacts): Draft {
  const { components } = facts.air
  const { power } = facts
  const present = Object.keys(components).filter((id) => components[id]!.state !== 'later')
  return {
    facts,
    parts: [],
    points: {},
    guards: {},
    nominal: nominalVoltage(power.systemVoltage),
    temperature: power.conductorTemperature,
    staged: facts.feed !== null && isStaged(power, facts.feed.compressor),
    of: (...kinds) => present.filter((id) => kinds.includes(components[id]!.kind)),
    labelOf: (id) => components[id]!.label,
  }
}

export const inCab = ({ facts }: Draft, id: string): boolean => {
  const kind = facts.air.components[id]?.kind
  return kind !== undefined && KINDS[kind].cab === true
}

/** Thinnest wire that its guard protects, m²; the thickest of the table if there is none. */
const areaFor = (guard: number, power: PowerOfWiring, zone: WireZone): number =>
  AWG_SIZES.find(
    ({ area }) =>
      area >= WIRING.signalArea * 0.999 &&
      deratedAmpacity(area, power.bundle, zone === 'engine' && power.engineSpace) >= guard,
  )?.area ?? AWG_SIZES.at(-1)!.area

/** Rating of a guard that nobody chose, A. */
export const usualRating = (amps: number): number =>
  Math.max(
    WIRING.smallFuse,
    BLADE_FUSES.find((r) => amps <= PRACTICE.fuseLoad.value * r) ?? BLADE_FUSES.at(-1)!,
  )

export function addGuard(
  { parts, points }: Draft,
  guard: {
    id: string
    label: string
    a: string
    b: string
    rating: number
    kind?: GuardKind
    point: string
  },
): void {
  const { id, label, a, b, rating, kind = 'fuse', point } = guard
  const ohm = fuseResistance(rating) * GUARD_TIMES_FUSE[kind]
  parts.push({ id, label, a, b, role: 'guard', kind, rating, ohm })
  points[b] = point
}

export function addContact(
  { parts }: Draft,
  contact: { id: string; label: string; a: string; b: string; closedBy: ClosedBy; carries?: number | null },
): void {
  parts.push({ role: 'contact', ohm: WIRING.contact, ...contact, carries: contact.carries ?? null })
}

export interface WireAsked {
  id: string
  label: string
  from: Tapped
  to: string
  toLabel: string
  for: WireUse
  zone: WireZone
  /** Id of its run at Lay, and its length if Lay has none, m. */
  route: string | null
  length?: number
  /** Area of a wire that is sized separately, m². */
  area?: number
  /** Current for a guard put in it, A. */
  amps: number
}

/** Guards and switches put in one end of a wire, in order. */
const putIn = ({ facts }: Draft, wire: string, at: InWire['at']) =>
  Object.entries(facts.power.inWire)
    .filter(([, part]) => part.wire === wire && part.at === at)
    .sort((a, b) => a[1].order - b[1].order)

const PUT_IN_LABEL: Record<InWire['kind'], string> = {
  fuse: 'Fuse',
  breaker: 'Circuit breaker',
  link: 'Fusible link',
  switch: 'Auxiliary switch',
  socket: 'Trailer plug and socket',
}

/**
 * Puts what belongs at one end of a wire between two nodes. @returns the rating that guards everything behind,
 * A
 */
function addPutIn(
  draft: Draft,
  asked: WireAsked,
  between: { at: InWire['at']; a: string; b: string; guard: number },
): number {
  let { guard, a } = between
  const list = putIn(draft, asked.id, between.at)
  list.forEach(([id, { kind, rating }], i) => {
    const b = i === list.length - 1 ? between.b : `${id}-out`
    const label = `${PUT_IN_LABEL[kind]} in the ${lowerFirst(asked.label)}`
    if (kind === 'switch' || kind === 'socket') {
      const usual = kind === 'socket' ? WIRING.socketPin : usualRating(asked.amps)
      const closedBy = kind === 'socket' ? 'plugged' : 'left-on'
      addContact(draft, { id, label, a, b, closedBy, carries: rating ?? usual })
    } else {
      const rated = rating ?? usualRating(asked.amps)
      addGuard(draft, { id, label, a, b, kind, rating: rated, point: `Behind the ${lowerFirst(label)}` })
      guard = Math.min(guard, rated)
    }
    draft.points[b] ??= `Behind the ${lowerFirst(label)}`
    a = b
  })
  return guard
}

export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

/** A wire with what was put in it. @returns the rating that guards it, A */
export function addWire(draft: Draft, asked: WireAsked): number {
  const { facts, parts } = draft
  const { power } = facts
  const { id, label, from, to } = asked
  const said = power.wires[id]
  const source = putIn(draft, id, 'source').length > 0 ? `${id}-begins` : from.node
  const load = putIn(draft, id, 'load').length > 0 ? `${id}-ends` : to
  const guard = addPutIn(draft, asked, { at: 'source', a: from.node, b: source, guard: from.guard })
  const laid = asked.route === null ? null : facts.lengthOf(asked.route)
  const length = laid ?? asked.length ?? WIRING.usualSignal
  const area = said?.area ?? asked.area ?? areaFor(guard, power, asked.zone)
  const joint = said?.joint ?? power.joint
  const copper = wireResistance(area, length, power.conductorTemperature)
  const ohm = copper + 2 * JOINT_SCHOOLS[joint].ohm
  const wire: WirePlan = {
    for: asked.for,
    area,
    length,
    laid: laid !== null,
    route: laid === null ? null : asked.route,
    zone: asked.zone,
    joint,
    copper,
    fromLabel: from.label,
    toLabel: asked.toLabel,
  }
  parts.push({ id, label, a: source, b: load, role: 'wire', ohm, wire })
  draft.guards[to] = addPutIn(draft, asked, { at: 'load', a: load, b: to, guard })
  return guard
}

/**
 * Where a part is earthed unless somebody chose: motor and block with their feed, everything else at bare steel
 * beside it.
 */
export const earthPlace = (power: PowerOfFeed, of: string, withFeed: boolean): EarthPlace =>
  power.earths[of]?.at ?? (withFeed ? power.earth : 'frame')

const EARTH_LABEL: Record<EarthPlace, string> = {
  battery: 'Battery, negative',
  frame: 'Steel of frame or cab',
  stud: 'Earth stud on the frame',
  body: 'Bed or body',
}

export interface EarthAsked {
  id: string
  /** Whose earth it is: `motor`, `coil`, or a part's id. */
  of: string
  label: string
  from: string
  fromLabel: string
  zone: WireZone
  area: number
  /** Length of an earth wire back to the battery, m. */
  back: number
  withFeed: boolean
}

/** Wire and screw of an earth. Earths on one shared screw meet before the battery's negative. */
export function addEarth(draft: Draft, asked: EarthAsked): void {
  const { facts, parts, points } = draft
  const { power, bed } = facts
  const said = power.earths[asked.of]
  const at = earthPlace(power, asked.of, asked.withFeed)
  const length = at === 'battery' ? asked.back : WIRING.toFrame
  const area = power.wires[asked.id]?.area ?? asked.area
  const joint = power.wires[asked.id]?.joint ?? power.joint
  const copper = wireResistance(area, length, power.conductorTemperature)
  const surface = surfaceOhms(at, said?.surface ?? 'bare', bed)
  const ohm = copper + 2 * JOINT_SCHOOLS[joint].ohm + surface
  const to = said?.shared ? 'shared-screw' : GROUND
  const wire: WirePlan = {
    for: 'earth',
    area,
    length,
    laid: false,
    route: null,
    zone: asked.zone,
    joint,
    copper,
    fromLabel: asked.fromLabel,
    toLabel: said?.shared ? `${EARTH_LABEL[at]}, shared screw` : EARTH_LABEL[at],
  }
  parts.push({
    id: asked.id,
    label: asked.label,
    a: asked.from,
    b: to,
    role: 'earth',
    of: asked.of,
    at,
    ohm,
    wire,
    surface,
  })
  if (to === GROUND || parts.some(({ id }) => id === 'shared')) return
  parts.push({
    id: 'shared',
    label: 'Shared earth screw',
    a: to,
    b: GROUND,
    role: 'joint',
    ohm: SHARED_SCREW,
  })
  points[to] = 'Shared earth screw'
}

/**
 * Resistance of an earth beyond its wire, Ω: its screw, what it is screwed to, and the frame back to the
 * battery.
 */
function surfaceOhms(
  at: EarthPlace,
  surface: keyof typeof EARTH_OHMS,
  bed: Truck['bed']['material'],
): number {
  if (at === 'battery') return WIRING.stud
  if (at === 'stud') return PRACTICE.chassisReturn.value + WIRING.stud
  const unbonded = at === 'body' && bed !== 'steel' && surface !== 'bonded' ? UNBONDED : 0
  return PRACTICE.chassisReturn.value + EARTH_OHMS[surface] + unbonded
}

/** A consumer: it takes current over its wire and returns it over its earth. */
export interface UserAsked {
  id: string
  label: string
  from: Tapped
  route: string | null
  for: WireUse
  amps?: number
  /** Current until it is woken, A. */
  asleep?: number
  withFeed?: boolean
  /** Node that its current returns to if it has no earth of its own. */
  back?: string
  length?: number
  /** Sheet it is drawn on if not with the controls. */
  sheet?: SheetId
  /** Zone of something that is not a part of the circuit. */
  zone?: WireZone
}

export function addUser(draft: Draft, asked: UserAsked): void {
  const { parts, points, facts } = draft
  const { id, label, from } = asked
  const amps = Math.max(asked.amps ?? facts.ampsOf(id), WIRING.leastUser)
  const what = lowerFirst(label)
  const [into, out] = [`${id}-in`, asked.back ?? `${id}-out`]
  const zone = zoneOf(from.zone, asked.zone ?? (inCab(draft, id) ? 'cab' : 'chassis'))
  addWire(draft, {
    id: `wire-${id}`,
    label: `Wire to the ${what}`,
    from,
    to: into,
    toLabel: label,
    for: asked.for,
    zone,
    route: asked.route,
    length: asked.length,
    amps,
  })
  const { systemVoltage } = facts.power
  const asleep = asked.asleep === undefined ? {} : { asleep: systemVoltage / Math.max(asked.asleep, 1e-6) }
  parts.push({
    id,
    label,
    a: into,
    b: out,
    role: 'user',
    ohm: systemVoltage / amps,
    sheet: asked.sheet ?? 'control',
    ...asleep,
  })
  points[into] = `${label}, its feed`
  if (asked.back) return
  const wire = parts.find((part) => part.id === `wire-${id}`)
  addEarth(draft, {
    id: `earth-${id}`,
    of: id,
    label: `Earth of the ${what}`,
    from: out,
    fromLabel: label,
    zone,
    area: wire?.role === 'wire' ? wire.wire.area : WIRING.signalArea,
    back: facts.feed?.oneWay ?? WIRING.usualSignal,
    withFeed: asked.withFeed ?? false,
  })
  points[out] = `${label}, its earth`
}

/** A wire from one zone into another counts as in the harsher one. */
export const zoneOf = (a: WireZone, b: WireZone): WireZone =>
  a === 'engine' || b === 'engine' ? 'engine' : a === 'cab' && b === 'cab' ? 'cab' : 'chassis'

import { FUSE_BOX, fuseResistance, WIRING } from '../../catalog/wiring'
import type { AirPlan, ComponentKind, PowerPlan } from '../../document/types'
import { wireResistance } from '../circuit'
import type { FeedPlan } from '../types'

/**
 * The electrics of a circuit as a network: battery, fuses, wires as long as they are laid, contacts with what closes them,
 * coils, motor, and what takes current, with nodes where a meter can be held.
 */

/** What closes a contact: the key, a switch worked by hand, pressure, a block that is awake, or a relay's coil. */
export type ClosedBy = 'key' | 'cab' | 'pressure' | 'block' | { coil: string }

interface Between {
  id: string
  label: string
  a: string
  b: string
}
export type WiringPart = Between &
  (
    | { role: 'battery' }
    | { role: 'fuse'; ohm: number }
    | { role: 'wire'; ohm: number }
    | { role: 'earth'; ohm: number }
    | { role: 'contact'; ohm: number; closedBy: ClosedBy }
    | { role: 'coil'; ohm: number }
    | { role: 'user'; ohm: number }
    /** Draws `amps` while it turns; standing still it is only its winding. */
    | { role: 'motor'; amps: number; winding: number }
  )

export interface Wiring {
  parts: WiringPart[]
  /** Places where a meter is held against the battery's negative, by node. */
  points: Record<string, string>
}

/** The battery's negative: what a meter is held against. */
export const GROUND = 'battery-minus'
export const PLUS = 'battery-plus'
const IGNITION = 'ignition'

export interface WiringFacts {
  air: Pick<AirPlan, 'components'>
  power: PowerPlan
  feed: FeedPlan | null
  /** Amps of a part that is no motor. */
  ampsOf: (id: string) => number
  /** Length of a wire by its id at Lay, m; null where it is not laid. */
  lengthOf: (id: string) => number | null
}

/** Parts and test points as they are added, with what is known of the circuit. */
interface Draft extends Wiring {
  facts: WiringFacts
  /** Parts of kinds that are fitted, by id. */
  of: (...kinds: ComponentKind[]) => string[]
  labelOf: (id: string) => string
  /** Resistance of a thin wire as long as Lay has it, Ω. */
  thin: (wire: string) => number
}

function draftOf(facts: WiringFacts): Draft {
  const { components } = facts.air
  const fitted = Object.keys(components).filter((id) => components[id]!.state !== 'later')
  return {
    facts,
    parts: [{ id: 'battery', label: 'Battery', a: PLUS, b: GROUND, role: 'battery' }],
    points: { [PLUS]: 'Battery, positive' },
    of: (...kinds) => fitted.filter((id) => kinds.includes(components[id]!.kind)),
    labelOf: (id) => components[id]!.label,
    thin: (wire) =>
      wireResistance(
        WIRING.signalArea,
        facts.lengthOf(wire) ?? WIRING.usualSignal,
        facts.power.conductorTemperature,
      ),
  }
}

/** Key and fuse box, for all that is fed with the ignition. */
function addIgnition({ parts, points }: Draft): void {
  parts.push(
    {
      id: 'key',
      label: 'Ignition switch',
      a: PLUS,
      b: 'key-out',
      role: 'contact',
      ohm: WIRING.contact,
      closedBy: 'key',
    },
    {
      id: 'small-fuse',
      label: 'Fuse in the fuse box',
      a: 'key-out',
      b: IGNITION,
      role: 'fuse',
      ohm: fuseResistance(WIRING.smallFuse),
    },
  )
  points['key-out'] = 'Fuse box, before its fuse'
  points[IGNITION] = 'Fuse box, after its fuse'
}

/** Something that takes current from a node over its wire, and gives it back to the frame. */
function addUser(
  { parts, points, thin, facts }: Draft,
  { id, label, from, wire, ohm }: { id: string; label: string; from: string; wire: string; ohm?: number },
): void {
  const amps = Math.max(facts.ampsOf(id), WIRING.leastUser)
  const what = label.toLowerCase()
  const [into, out] = [`${id}-in`, `${id}-out`]
  parts.push(
    { id: `wire-${id}`, label: `Wire to the ${what}`, a: from, b: into, role: 'wire', ohm: thin(wire) },
    { id, label, a: into, b: out, role: 'user', ohm: ohm ?? facts.power.systemVoltage / amps },
    { id: `earth-${id}`, label: `Earth of the ${what}`, a: out, b: GROUND, role: 'earth', ohm: WIRING.earth },
  )
  points[into] = `${label}, its feed`
  points[out] = `${label}, its earth`
}

/** A switch and the wire to it; returns the node behind it. */
function addSwitch(
  { parts, points, labelOf, thin }: Draft,
  { id, part, from, wire }: { id: 'cab' | 'pressure'; part: string; from: string; wire: string },
): string {
  const label = labelOf(part)
  const [into, out] = [`${id}-in`, `${id}-out`]
  parts.push(
    {
      id: `wire-${id}`,
      label: `Wire to the ${label.toLowerCase()}`,
      a: from,
      b: into,
      role: 'wire',
      ohm: thin(wire),
    },
    { id, label, a: into, b: out, role: 'contact', ohm: WIRING.contact, closedBy: id },
  )
  points[into] = `${label}, in`
  points[out] = `${label}, out`
  return out
}

/** Cab switch and pressure switch in series, as far as there are any; returns the node behind them. */
function addSwitches(draft: Draft, constant: string): string {
  const [cab] = draft.of('cabSwitch')
  const [pressure] = draft.of('pressureSwitch')
  let from = cab ? IGNITION : constant
  if (cab) from = addSwitch(draft, { id: 'cab', part: cab, from, wire: `wire-${cab}-${FUSE_BOX}` })
  if (!pressure) return from
  const wire = `wire-${pressure}-${cab ?? draft.of('compressor', 'belt')[0]}`
  return addSwitch(draft, { id: 'pressure', part: pressure, from, wire })
}

/** Main fuse, feed, the contact that switches the motor, motor and earth; with switches, a relay and its coil. */
function addCompressor(draft: Draft, feed: FeedPlan): void {
  const { parts, points, facts, of, thin } = draft
  const { power } = facts
  const wire = wireResistance(feed.area, feed.oneWay, power.conductorTemperature)
  const rating = power.fuse ?? feed.fuse.rating ?? WIRING.smallFuse
  const relay = of('cabSwitch', 'pressureSwitch').length > 0
  const inBlock = of('block').length > 0
  const direct: ClosedBy = inBlock ? 'block' : 'cab'
  const unrelayed = inBlock ? 'Contact in the block' : 'Switch of the compressor'
  parts.push(
    { id: 'fuse', label: 'Main fuse', a: PLUS, b: 'fuse-out', role: 'fuse', ohm: fuseResistance(rating) },
    { id: 'feed', label: 'Feed wire', a: 'fuse-out', b: 'feed-end', role: 'wire', ohm: wire },
    {
      id: 'relay',
      label: relay ? 'Relay contact' : unrelayed,
      a: 'feed-end',
      b: 'motor-plus',
      role: 'contact',
      ohm: WIRING.contact,
      closedBy: relay ? { coil: 'coil' } : direct,
    },
    {
      id: 'motor',
      label: 'Compressor motor',
      a: 'motor-plus',
      b: 'motor-minus',
      role: 'motor',
      amps: feed.motor,
      winding: power.systemVoltage / feed.inrush,
    },
    {
      id: 'earth',
      label: 'Earth of the compressor',
      a: 'motor-minus',
      b: GROUND,
      role: 'earth',
      ohm: feed.returned ?? wire,
    },
  )
  points['fuse-out'] = 'Behind the main fuse'
  points['feed-end'] = relay ? 'End of the feed, at the relay' : 'End of the feed, at what switches it'
  points['motor-plus'] = 'Motor, its feed'
  points['motor-minus'] = 'Motor, its earth'
  if (!relay) return
  const from = addSwitches(draft, 'feed-end')
  parts.push(
    {
      id: 'wire-coil',
      label: 'Wire to the relay’s coil',
      a: from,
      b: 'coil-in',
      role: 'wire',
      ohm: thin(`wire-${of('compressor')[0]}-${of('cabSwitch')[0] ?? 'relay'}`),
    },
    { id: 'coil', label: 'Relay coil', a: 'coil-in', b: 'coil-out', role: 'coil', ohm: WIRING.coil },
    {
      id: 'earth-coil',
      label: 'Earth of the relay’s coil',
      a: 'coil-out',
      b: GROUND,
      role: 'earth',
      ohm: WIRING.earth,
    },
  )
  points['coil-in'] = 'Relay coil, in'
  points['coil-out'] = 'Relay coil, out'
}

/** The valve block with its wake wire: fed with the compressor, or by itself through a fuse of its own. */
function addBlock(draft: Draft, block: string, withFeed: boolean): void {
  const { parts, points, labelOf, thin } = draft
  const from = withFeed ? 'feed-end' : 'block-fuse-out'
  if (!withFeed) {
    const ohm = fuseResistance(WIRING.smallFuse)
    parts.push({ id: 'block-fuse', label: 'Fuse of the block', a: PLUS, b: from, role: 'fuse', ohm })
    points[from] = 'Behind the fuse of the block'
  }
  const wire = withFeed ? `wire-${block}-compressor` : `wire-${block}-battery`
  addUser(draft, { id: block, label: labelOf(block), from, wire })
  parts.push(
    {
      id: 'wire-wake',
      label: 'Wake wire',
      a: IGNITION,
      b: 'wake',
      role: 'wire',
      ohm: thin(`wire-${block}-${FUSE_BOX}`),
    },
    {
      id: 'wake',
      label: 'Wake input of the block',
      a: 'wake',
      b: `${block}-out`,
      role: 'user',
      ohm: WIRING.wakeInput,
    },
  )
  points.wake = 'Wake wire, at the block'
}

/** What is fed with the ignition and nothing else. */
const ON_IGNITION: readonly ComponentKind[] = ['gauge', 'dualGauge', 'solenoid', 'controller']
const KEYED: readonly ComponentKind[] = [...ON_IGNITION, 'block', 'cabSwitch', 'belt']

/**
 * Builds the network from what the circuit is made of; nothing but the battery where nothing is wired. What a sensor
 * tells, and data between devices, is not in it.
 */
export function wiringOf(facts: WiringFacts): Wiring {
  const draft = draftOf(facts)
  const { of, labelOf } = draft
  const { feed } = facts
  const [block] = of('block')
  const [belt] = of('belt')
  if (of(...KEYED).length > 0) addIgnition(draft)
  if (feed) addCompressor(draft, feed)
  if (belt) {
    const from = addSwitches(draft, IGNITION)
    addUser(draft, {
      id: belt,
      label: 'Clutch of the compressor',
      from,
      wire: `wire-${belt}-${of('cabSwitch')[0] ?? FUSE_BOX}`,
    })
  }
  if (block) addBlock(draft, block, feed !== null)
  for (const id of of(...ON_IGNITION))
    addUser(draft, { id, label: labelOf(id), from: IGNITION, wire: `wire-${id}-${FUSE_BOX}` })
  return { parts: draft.parts, points: draft.points }
}

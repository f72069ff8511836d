import type { EarthPlace, InWireKind, WireJoint, WireUse } from '../../document/types'

/** The electrics of a circuit as a network: parts between nodes where a meter can be held. SI. */

/**
 * What closes a contact: the key, the lights, a switch worked by hand, pressure, a block that is awake, an
 * isolator with the engine running, a plug in its socket, or a relay's coil.
 */
export type ClosedBy =
  | 'key'
  | 'lights'
  | 'cab'
  | 'hand'
  | 'left-on'
  | 'pressure'
  | 'block'
  | 'engine'
  | 'plugged'
  | { coil: string }

/** Sheets of the drawing. */
export type SheetId = 'feed' | 'control' | 'gauges'

/** Where a wire runs: engine space, chassis or cab. */
export type WireZone = 'engine' | 'chassis' | 'cab'

/** A planned wire. */
export interface WirePlan {
  for: WireUse
  area: number
  /** Length one way, m, and whether Lay has run it; otherwise it is the usual length. */
  length: number
  laid: boolean
  /** Its run at Lay; null if it has none of its own. */
  route: string | null
  zone: WireZone
  joint: WireJoint
  /** Parts of `ohm` in copper and in both joints, Ω. */
  copper: number
  fromLabel: string
  toLabel: string
}

/** Devices that open by themselves on too much current. */
export type GuardKind = Exclude<InWireKind, 'switch' | 'socket'>

interface Between {
  id: string
  label: string
  a: string
  b: string
}
export type WiringPart = Between &
  (
    | { role: 'battery'; volts: number; inner: number }
    | { role: 'guard'; ohm: number; kind: GuardKind; rating: number }
    | { role: 'wire'; ohm: number; wire: WirePlan }
    /** Its wire and what it is screwed to. */
    | { role: 'earth'; ohm: number; of: string; at: EarthPlace; wire: WirePlan; surface: number }
    /** `carries`: its rating, A; null if it is not known. */
    | { role: 'contact'; ohm: number; closedBy: ClosedBy; carries: number | null }
    | { role: 'coil'; ohm: number }
    /** `asleep`: its resistance until woken, Ω; `sheet`: where it is drawn. */
    | { role: 'user'; ohm: number; sheet: SheetId; asleep?: number }
    /** Draws `amps` while it turns; at rest it is only its winding. */
    | { role: 'motor'; amps: number; winding: number }
    /** The common part of earths on one screw. */
    | { role: 'joint'; ohm: number }
  )
export type PartOf<R extends WiringPart['role']> = Extract<WiringPart, { role: R }>

/** Consumers: the ends of every circuit. */
export type Taker = PartOf<'user'> | PartOf<'motor'> | PartOf<'coil'>
export const isTaker = (part: WiringPart): part is Taker =>
  part.role === 'user' || part.role === 'motor' || part.role === 'coil'

export interface Wiring {
  parts: WiringPart[]
  /** Places where a meter is held against the battery's negative, by node. */
  points: Record<string, string>
  /** Rated volts of the consumers: 12 or 24. */
  nominal: number
  /** Temperature of the conductors in the resistances above, K. */
  temperature: number
  /** Of two motors: whether the second starts once the first one turns. */
  staged: boolean
}

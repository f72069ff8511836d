import type { Side } from './common'
import type { Fastener } from './build'
import type { TruckKind } from './truck'

/** The air circuit, its parts and lines, own classes, kits and scenarios. */

/** Kinds of part of an air circuit; `core/catalog/kinds` says what each is. */
export const COMPONENT_KINDS = [
  'spring',
  'handFill',
  'tee',
  'compressor',
  'belt',
  'boost',
  'filter',
  'dryer',
  'check',
  'tank',
  'relief',
  'drain',
  'pressureSwitch',
  'regulator',
  'manifold',
  'solenoid',
  'block',
  'paddle',
  'restrictor',
  'coupler',
  'horn',
  'gauge',
  'dualGauge',
  'sensor',
  'heightValve',
  'heightSensor',
  'controller',
  'cabSwitch',
  'dump',
  'plug',
] as const
export type ComponentKind = (typeof COMPONENT_KINDS)[number]

export const PRESS_WAYS = ['up', 'down'] as const
export const DROOPS = ['none', 'strap', 'lift-off'] as const
export const SPACER_PLACES = ['below', 'above'] as const

/** Which way the open side of a spacer's cup faces. */
export const CUP_WAYS = ['up', 'down'] as const

/** How a spring that hangs short of its seat is brought to it for fastening. */
export const CLOSINGS = ['hand', 'load'] as const

/** What the shop types of a part for its own books; prices in the shop's own money. */
export interface OwnPart {
  number: string
  make: string
  price: number | null
}

/**
 * State of a part or line: bought and fitted; existing and kept; existing and replaced by the same; taken out
 * (then it is in `gone`); or left for later, with its place, port and tube kept free and plugged.
 */
export const PART_STATES = ['new', 'kept', 'replaced', 'out', 'later'] as const
export type PartState = (typeof PART_STATES)[number]
export const CONDITIONS = ['unseen', 'good', 'worn', 'failed'] as const
export type Condition = (typeof CONDITIONS)[number]
export const FAILED_BY = ['unknown', 'rubbed', 'wet', 'backwards', 'age'] as const
export type FailedBy = (typeof FAILED_BY)[number]
/** Condition of a part that is not from the box: found under the truck, or from another one. */
export interface Found {
  condition: Condition
  /** Why it failed, if it did. */
  failedBy: FailedBy
  /** Year it was fitted, if known. */
  year: number | null
  /** From its own plate: rating, Pa gauge, and date as stamped. */
  rating: number | null
  dated: string
}

/** Condition of an existing line, and the year it was fitted, null if nobody knows. */
export type LineFound = Pick<Found, 'condition' | 'year'>

export interface Component {
  kind: ComponentKind
  label: string
  side: Side | null
  state: PartState
  /** For a kept part: it goes to another place on the truck. */
  moved: boolean
  /** From another truck or second-hand: fitted, not bought, and inspected first. */
  used: boolean
  found: Found
  /**
   * Class of the part; null takes the usual one. Springs, compressors and the block follow the plan's choice.
   */
  class: string | null
  /** Figures off the part's own sheet, which override the class, by id and in SI. */
  sheet: Record<string, number>
  own: OwnPart
}
export const AIR_PATHS = ['left', 'right', 'both', 'supply'] as const
export type AirPath = (typeof AIR_PATHS)[number]

/** `tube` is a tube class, null for the plan's own; DIRECT if one part is screwed straight into the other. */
export interface AirLine {
  from: string
  fromPort: string
  to: string
  toPort: string
  path: AirPath
  tube: string | null
  state: PartState
  /** How it was found, if it existed already. */
  found: LineFound
}
export const DIRECT = 'direct'
/** How an end of a line is joined to its part. */
export const JOINT_KINDS = ['push', 'compression', 'barb', 'flare', 'braided', 'taper', 'straight'] as const
export type JointKind = (typeof JOINT_KINDS)[number]
/** What a port takes: the tube itself, or a thread of that nominal size, in. */
export const PORT_SIZES = ['tube', '1/8', '1/4', '3/8', '1/2'] as const
export type PortSize = (typeof PORT_SIZES)[number]
export const ARCHETYPE_IDS = [
  'hand-teed',
  'hand-two',
  'wireless-single',
  'wireless-dual',
  'cab-gauge',
  'tank-wireless',
  'tank-paddles',
  'high-flow',
  'onboard-wireless',
  'app-block',
  'height-valve',
  'electronic',
  'engine-driven',
] as const
export type Archetype = (typeof ARCHETYPE_IDS)[number]
/** A class of the shop's own: a generic one with the figures of a real part's sheet. */
export interface OwnClass extends OwnPart {
  kind: ComponentKind
  label: string
  /** id of the generic class it begins from */ like: string
  figures: Record<string, number>
  /** Table off its sheet, SI, columns by its kind; empty if the sheet has none. */
  table: number[][]
}

/** Steps of the usual list that a kit's sheet may put in its own words; a sided one stands for both sides. */
export const KIT_STEP_PLACES = [
  'fitting',
  'bench',
  'drill',
  'spring',
  'align',
  'torque',
  'fit',
  'cap',
  'stem',
  'held',
  'stack',
  'stop-cut',
  'first-fill',
  'clearances',
  'down',
] as const
export type KitStepPlace = (typeof KIT_STEP_PLACES)[number]

/** One step of a kit's own sheet, as the shop types it. */
export interface KitStep {
  title: string
  text: string
  /** The usual step that it stands for; null for a step of its own, after the one before it. */
  instead: KitStepPlace | null
  /** The kind of truck it is for; null for any. */
  truck: TruckKind | null
  /** Null takes the usual time. */
  minutes: number | null
  /** Its picture: address of a photo of a job, `job/photo`; empty without one. */
  picture: string
}

/** A kit as it is sold, with its content off its own sheet. */
export interface Kit extends OwnPart {
  label: string
  /** Classes in it, generic or the shop's own; null if it has none. */
  springClass: string | null
  compressorClass: string | null
  blockClass: string | null
  tubeClass: string | null
  /** Tube in it, and its harness from the battery, m; null if it has none. */
  tubeLength: number | null
  harness: number | null
  /** Number of parts of each kind in it. */
  parts: Partial<Record<ComponentKind, number>>
  /** Rear lift it is made for, m, drop negative; null if its sheet does not say. */
  lift: LiftRange | null
  fasteners: Record<string, Fastener>
  /** The steps of its own sheet, in its order. */
  steps: KitStep[]
}

export interface LiftRange {
  least: number
  most: number
}

/** What a job keeps of its kit. */
export type TakenKit = Pick<
  Kit,
  'label' | 'number' | 'make' | 'price' | 'tubeClass' | 'tubeLength' | 'parts' | 'lift' | 'steps'
>

/** One thing that happens in a run. */
export type ScenarioStep =
  | { do: 'bring'; /** Pa gauge */ left: number; right: number }
  | { do: 'wait'; seconds: number }
  /** Load put on or taken off; null is the empty truck. */
  | { do: 'load'; haul: string | null }
  /** Held for a time: a paddle up or down, a valve open, a horn sounded, a switch off. */
  | { do: 'press'; part: string; way: (typeof PRESS_WAYS)[number]; seconds: number }
  | { do: 'tyre'; /** m³ */ volume: number; from: number; to: number; count: number }
  | { do: 'tool'; /** free air, m³/s */ demand: number; /** Pa gauge */ needed: number; seconds: number }
  | { do: 'fault'; what: FaultKind; part: string }
export const FAULT_KINDS = [
  'compressor-on',
  'compressor-off',
  'valve-open',
  'valve-shut',
  'line-off',
  'leak',
  'line-kinked',
  'check-missing',
  'check-reversed',
  'relief-shut',
  'relief-open',
  'switch-welded',
  'teed',
] as const
export type FaultKind = (typeof FAULT_KINDS)[number]
/** A scenario: how it begins, its surroundings, and what happens in order. */
export interface Scenario {
  label: string
  order: number
  /** Haul aboard at the start; null for the empty truck. */
  haul: string | null
  /** Pressures at the start, Pa gauge; the tank's null is full. */
  start: { left: number; right: number; tank: number | null }
  /** Ambient at the start and at its coldest half-way through, K. */
  ambient: { start: number; coldest: number }
  /** Conductance of a leak at each spring's port, m³/(s·Pa); 0 for none. */
  leak: number
  steps: ScenarioStep[]
}

export interface AirPlan {
  /** The kit it is planned with; null if every part is bought separately. */
  kit: TakenKit | null
  /** Starting circuit; edits do not change it. */
  archetype: Archetype
  springClass: string
  compressorClass: string
  blockClass: string
  tubeClass: string
  /**
   * Figures off the spring's own sheet, which override the class: area at its design height, m²; Pa gauge; kg
   * of one spring.
   */
  sheet: { area: number; minPressure: number; maxPressure: number; maxLoad: number } | null
  /** Spacer between spring and bracket, m; under the spring or over it, and which way its cup faces. */
  spacer: number
  spacerAt: (typeof SPACER_PLACES)[number]
  cup: (typeof CUP_WAYS)[number]
  closing: (typeof CLOSINGS)[number]
  /** What keeps the spring from holding the axle up at full droop. */
  droop: (typeof DROOPS)[number]
  /** The circuit as it will be, with what is left for later. */
  components: Record<string, Component>
  lines: Record<string, AirLine>
  /** Joints that differ from the usual ones of their tube, by `line:from` and `line:to`. */
  joints: Record<string, JointKind>
  /** Ports that differ from the usual ones of their part, by `part:port`. */
  ports: Record<string, PortSize>
  /** What exists today and is taken out. */
  gone: Circuit
  /** Classes of the shop's own that this job uses, copied when chosen. */
  classes: Record<string, OwnClass>
  /** Scenarios written for this job, besides the automatic ones. */
  scenarios: Record<string, Scenario>
}

/** The circuit alone. */
export interface Circuit {
  components: Record<string, Component>
  lines: Record<string, AirLine>
}

/** Nobody has looked at it yet. */
export const NOT_LOOKED_AT: Found = {
  condition: 'unseen',
  failedBy: 'unknown',
  year: null,
  rating: null,
  dated: '',
}
/** Nobody has looked at the line yet. */
export const LINE_NOT_LOOKED_AT: LineFound = { condition: 'unseen', year: null }

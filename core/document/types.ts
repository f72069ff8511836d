/**
 * The plan document: everything a person decided or measured about one job. SI throughout (m, kg, N/m, Pa gauge, K).
 * Collections are records keyed by id, so that an edit names what it touches and two people's edits can merge.
 * Axes: x ahead of the rear axle, y left of the centre line, z above the ground.
 * One file, though a long one: whoever adds a field reads the whole plan from top to bottom once.
 */
import type { ComponentKind } from '../catalog/kinds'
import type { Up } from '../catalog/layFacts'

export const PLAN_FORMAT = 'nimble-piston-plan'
export const PLAN_VERSION = 16

/** Choices of the plan, each in one place: the types below and the schema are built from them. */
export const EXISTING_KINDS = ['air', 'switch', 'other'] as const
export const BED_MATERIALS = ['steel', 'aluminium', 'wood'] as const
export const COIL_HOLES = ['upper', 'lower', 'none'] as const
export const SUSPENSIONS = ['leaf', 'coil'] as const
/**
 * Where the helper springs of a coil-sprung rear go: inside the coils, or as bellows beside them at the bump
 * stops.
 */
export const HELPER_PLACES = ['inside', 'beside'] as const
export type HelperPlace = (typeof HELPER_PLACES)[number]
/** What a thing beside the springs moves with. */
export const OBSTACLE_RIDES = ['body', 'axle'] as const
export const ITEM_PLACES = ['bed', 'seat', 'rack'] as const
export const ITEM_HOWS = ['weighed', 'marked', 'guessed'] as const
export const COUPLINGS = ['ball', 'bed'] as const
export const BALL_FROMS = ['typed', 'weighed', 'trailer'] as const
export const PRESS_WAYS = ['up', 'down'] as const
export const DROOPS = ['none', 'strap', 'lift-off'] as const
/** What the rear is raised by during the work: its frame, its axle, a hoist under the frame, or nothing. */
export const RAISED_BY = ['frame', 'axle', 'hoist', 'not'] as const
export type RaisedBy = (typeof RAISED_BY)[number]
/** A frame rail that is open on its inner side, or a closed box. */
export const RAIL_SECTIONS = ['open', 'boxed'] as const
/** What is where the upper bracket of a helper spring should go on its rail. */
export const IN_THE_WAY = ['nothing', 'bed-hitch', 'rail-shape'] as const
/**
 * How the upper bracket is held: clamped by the kit, by bolts round the rail, through it, or by nuts clipped
 * into it.
 */
export const BRACKET_HOLDS = ['clamp', 'stop-bolts', 'u-bolts', 'drilled', 'speed-nuts'] as const
export type BracketHold = (typeof BRACKET_HOLDS)[number]
export const SPACER_PLACES = ['below', 'above'] as const
/** Which way the open side of a spacer's cup faces. */
export const CUP_WAYS = ['up', 'down'] as const
/** How a spring that hangs short of its seat is brought to it for fastening. */
export const CLOSINGS = ['hand', 'load'] as const
export const EARTHS = ['battery', 'frame', 'stud', 'body'] as const
export type EarthPlace = (typeof EARTHS)[number]
/** What an earth is screwed to. */
export const EARTH_SURFACES = ['bare', 'painted', 'hinged', 'bonded'] as const
/** How the ends of a wire are joined. */
export const WIRE_JOINTS = ['crimp', 'solder', 'displacement'] as const
export type WireJoint = (typeof WIRE_JOINTS)[number]
/** Where the wake wire of a valve block hangs. */
export const WAKES = ['ignition', 'constant', 'loose'] as const
/** What absorbs the spark of a coil. */
export const SUPPRESSIONS = ['none', 'resistor', 'diode'] as const
/** What a wire is for. */
export const WIRE_USES = ['feed', 'earth', 'ignition', 'control', 'lamp', 'signal'] as const
export type WireUse = (typeof WIRE_USES)[number]
/** What feeds the lamps of gauges. */
export const LAMP_FEEDS = ['dash', 'ignition', 'constant'] as const
/** What can be put in a wire. */
export const IN_WIRE_KINDS = ['fuse', 'breaker', 'link', 'switch', 'socket'] as const
export type InWireKind = (typeof IN_WIRE_KINDS)[number]
export const CONNECTOR_WAYS = ['down', 'level', 'up'] as const
export type ConnectorWay = (typeof CONNECTOR_WAYS)[number]
export const WIRE_ENDS = ['source', 'load'] as const
/**
 * Where something is fed: the battery, a second one, the fuse box with the key on, or the compressor's feed.
 */
export const POWER_SOURCES = ['battery', 'second', 'ignition', 'feed'] as const
export type PowerSource = (typeof POWER_SOURCES)[number]
export const ISOLATORS = ['relay', 'switch'] as const
/** Which side of a fuse box's own fuse is tapped: behind it or before it. */
export const TAP_SIDES = ['fused', 'live'] as const

export interface Point {
  x: number
  y: number
  z: number
}
export interface Corners {
  frontLeft: number
  frontRight: number
  rearLeft: number
  rearRight: number
}
export const SIDES = ['left', 'right'] as const
export type Side = (typeof SIDES)[number]
export const TRUCK_KIND_IDS = [
  'light-leaf-pickup',
  'heavy-leaf-long-bed',
  'dual-rear-wheels',
  'leaf-flatbed',
  'coil-wagon',
  'coil-van',
  'coil-pickup',
] as const
export type TruckKind = (typeof TRUCK_KIND_IDS)[number]

/**
 * How a figure of the survey is known; each has a usual tolerance (core/truck/survey.ts). A guess is an unknown
 * that somebody took over on purpose.
 */
export const WEIGHT_HOWS = ['scale', 'wheel-scales', 'guess', 'unknown'] as const
export type WeightHow = (typeof WEIGHT_HOWS)[number]
export const GAP_HOWS = ['tape', 'guess', 'unknown'] as const
export type GapHow = (typeof GAP_HOWS)[number]
export const RATE_HOWS = ['two-heights', 'sheet', 'guess', 'unknown'] as const
export type RateHow = (typeof RATE_HOWS)[number]
/** How the motion ratio is known: both travels taped, or the kind's example. */
export const MOTION_HOWS = ['tape', 'guess', 'unknown'] as const
export type MotionHow = (typeof MOTION_HOWS)[number]
export const RATING_HOWS = ['plate', 'guess', 'unknown'] as const
export type RatingHow = (typeof RATING_HOWS)[number]
/** `tolerance` is ± in SI of the figure (a share of it for a rate); null takes the usual one. */
export interface Known<H extends string> {
  how: H
  tolerance: number | null
}
/**
 * ± of the survey's figures. Axles in kg, the gap in m, the others as a share of the figure. `seat` is a second
 * share of the motion ratio, which changes with the place of the spring's seat.
 */
export type SurveyTolerances = Record<
  'frontAxle' | 'rearAxle' | 'gap' | 'rearRate' | 'area' | 'motion' | 'seat',
  number
>

/**
 * A scale ticket: axles, or wheels if the scale gives them. kg. `haul` is what was aboard, null for nothing.
 */
export interface Ticket {
  label: string
  order: number
  at: string
  haul: string | null
  front: number
  rear: number
  corners: Corners | null
  step: number
  simulated: boolean
}

/** Air parts, switches and other things found under the truck. */
export interface ExistingPart {
  label: string
  kind: (typeof EXISTING_KINDS)[number]
  at: Point
  order: number
}

/**
 * Offset of a spring's end from the middle of its seat, m: ahead, and outwards from the centre line; the same
 * on both sides.
 */
export interface SeatShift {
  x: number
  y: number
}
/**
 * A bracket, bolt head or clip beside the springs: a ball of this radius around its place at unladen height, m.
 */
export interface BesideSpring {
  label: string
  order: number
  at: Point
  radius: number
  rides: (typeof OBSTACLE_RIDES)[number]
  /** It has nothing that cuts: a round head toward the bag, or a folded edge. */
  smooth: boolean
}
/** Ratings raised by a certified upgrade, kg, and its paper. Without the paper it counts for nothing. */
export interface CertifiedRatings {
  frontAxle: number
  rearAxle: number
  gross: number
  paper: string
}

export interface Truck {
  kind: TruckKind
  raisedBy: RaisedBy
  wheelbase: number
  frontTrack: number
  rearTrack: number
  /** Front bumper ahead of the front axle. */
  frontOverhang: number
  /** Hitch ball behind the rear axle, and its height above the ground. */
  axleToBall: number
  ballHeight: number
  /** Gooseneck ball or fifth wheel in the bed, ahead of the rear axle; null if there is none. */
  bedHitch: number | null
  /** Back of the cab, ahead of the rear axle. */
  cabRear: number
  bed: {
    front: number
    rear: number
    floor: number
    sides: number
    width: number
    material: (typeof BED_MATERIALS)[number]
  }
  /**
   * `kickUp` is how far the rails rise over the rear axle. `notch` is cut out of their lower edge there,
   * centred over the axle; gaps are measured to its upper edge.
   */
  frame: {
    section: (typeof RAIL_SECTIONS)[number]
    notch: { length: number; depth: number } | null
    spacing: number
    railWidth: number
    depth: number
    top: number
    front: number
    rear: number
    crossMembers: number[]
    kickUp: number
  }
  tyre: { radius: number; width: number; dual: boolean }
  /** Axle tube and differential, radii; the differential's middle left of centre. */
  axle: { tube: number; differential: number; offset: number }
  /** Radius of the drive shaft; 0 if there is none. */
  driveShaft: number
  spare: { centre: Point; radius: number; width: number } | null
  /** Distance of the helper spring's middle from the centre line. */
  seat: number
  /** Where its upper and lower end really are: wedges and brackets move them, and the bag leans between. */
  seats: { upper: SeatShift; lower: SeatShift }
  /** The upper bracket on its rail. */
  bracket: { inWay: (typeof IN_THE_WAY)[number]; hold: BracketHold }
  /** Brackets and bolt heads the bag could meet. */
  beside: Record<string, BesideSpring>
  /** Wheel-house wall beside the spring: distance from the centre line, and its lower edge above the ground. */
  innerFender: { y: number; bottom: number } | null
  /**
   * Where the brake or sensor line is nearest to the left spring; it moves with the axle. The right mirrors it.
   */
  brakeLine: Point | null
  /**
   * Steel coil: inner diameter, free height between its seats, and the end whose seat has a hole for the stem.
   */
  coil: { inner: number; gap: number; hole: (typeof COIL_HOLES)[number] }
  existing: Record<string, ExistingPart>
  /** Fender lip above ground at each corner, unladen. */
  heights: Corners
  /** Axle-to-frame gap at the spring seat. */
  seatGap: { unladen: number; droop: number; bump: number }
  /** Weight on each wheel (pair), unladen, kg. */
  unladen: Corners
  /** From the plate, kg; `tyre` is what one tyre may carry. Null if it is not known. */
  ratings: {
    frontAxle: number
    rearAxle: number
    gross: number
    combination: number | null
    ball: number
    bedHitch: number | null
    tyre: number | null
    certified: CertifiedRatings | null
  }
  suspension: {
    kind: (typeof SUSPENSIONS)[number]
    /** For a coil-sprung rear. */
    helper: HelperPlace
    /** What is cut off the rear bump stops, m: the axle rises that much further. */
    stopCut: number
    /** Rate at the wheel, one side, N/m. */
    frontRate: number
    rearRate: number
    /**
     * Second stage of the leaf pack: wheel travel from unladen to its contact, and its added rate, N/m; null
     * for a single-rate pack.
     */
    overload: { contact: number; rate: number } | null
    /**
     * Rate of a bump stop once touched, N/m, and the front's gap at the wheel. The rear's gap is in `seatGap`.
     */
    stopRate: number
    frontStopGap: number
    /** Lateral distance between left and right springs. */
    frontSpringBase: number
    rearSpringBase: number
    /** Anti-roll bars, N·m/rad. */
    frontAntiRoll: number
    rearAntiRoll: number
    /** Helper-spring travel per wheel travel. */
    motionRatio: number
    /**
     * Lift (drop negative) at the rear and at the front; `liftMeasured` says whether the heights and gaps were
     * measured with it fitted.
     */
    lift: number
    frontLift: number
    liftMeasured: boolean
    /** Hydraulic anti-roll interlinking: its shutter valves are opened before the axle drops. */
    interlinked: boolean
    /** Axle wedge, rad: tilts the lower seat. */
    wedge: number
  }
  /**
   * How the figures were obtained. `squat` is the two-heights test: a known load on the rear axle, lips before
   * and after.
   */
  survey: {
    frontAxle: Known<WeightHow>
    rearAxle: Known<WeightHow>
    gap: Known<GapHow>
    rearRate: Known<RateHow>
    motion: Known<MotionHow>
    ratings: Known<RatingHow>
    squat: { load: number; beforeLeft: number; beforeRight: number; afterLeft: number; afterRight: number }
  }
  tickets: Record<string, Ticket>
  exhaust: { radius: number; points: Point[] }
  battery: Point
  secondBattery: Point | null
  fuelTank: { centre: Point; length: number; width: number; height: number }
}

/**
 * What loads, levelling and the road trial read of a truck. They get nothing else of it, and stay while it
 * stays.
 */
export const LOADED_PARTS = [
  'wheelbase',
  'frontTrack',
  'rearTrack',
  'axleToBall',
  'bedHitch',
  'bed',
  'tyre',
  'unladen',
  'ratings',
  'suspension',
  'seatGap',
  'heights',
] as const satisfies readonly (keyof Truck)[]
export type LoadedTruck = Pick<Truck, (typeof LOADED_PARTS)[number]>

/** What later stages need of the survey; the same object while nothing they use has changed. */
export interface SurveyFacts {
  /** The truck with its kit and its two-heights rate included. */
  truck: LoadedTruck
  tolerances: SurveyTolerances
  /** Height of the helper spring as installed, unladen, m. */
  springHeight: number
  spacer: number
}

/** Liquid in an item: its size is the tank's inside, `fill` the level, 0–1. */
export interface Liquid {
  density: number
  fill: number
  baffled: boolean
}
export interface LoadItem {
  label: string
  /** Of the item itself, kg; a liquid's own weight comes on top. */
  mass: number
  x: number
  y: number
  length: number
  width: number
  height: number
  order: number
  on: (typeof ITEM_PLACES)[number]
  how: (typeof ITEM_HOWS)[number]
  liquid: Liquid | null
}
export const SCHOOLS = ['level', 'share', 'rake'] as const
export type School = (typeof SCHOOLS)[number]
export interface Target {
  school: School
  share: number
}
export interface TrailerItem {
  label: string
  mass: number
  behind: number
  order: number
}
export interface Haul {
  label: string
  order: number
  items: Record<string, LoadItem>
  coupling: (typeof COUPLINGS)[number]
  /**
   * Load on the ball or bed hitch, kg, and whether it was typed from papers, weighed, or follows from
   * `trailer`.
   */
  ballLoad: number
  ballFrom: (typeof BALL_FROMS)[number]
  /**
   * Mass of the towed trailer, for the combination rating; if `ballFrom` is trailer it follows from the plan.
   */
  trailerMass: number
  /** The trailer's own plan: axle behind the coupling, empty weight and where it acts, items. */
  trailer: { axle: number; empty: number; emptyAt: number; items: Record<string, TrailerItem> }
  /** Weight-distributing hitch: lift at the end of each of two spring bars, N, and the bars' length, m. */
  bars: { force: number; length: number } | null
  /** Target of the rear; for `share`, how much of the sag is left in (0–1). */
  target: Target
}

export type { ComponentKind } from '../catalog/kinds'
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
}
export interface LiftRange {
  least: number
  most: number
}
/** What a job keeps of its kit. */
export type TakenKit = Pick<
  Kit,
  'label' | 'number' | 'make' | 'price' | 'tubeClass' | 'tubeLength' | 'parts' | 'lift'
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

/**
 * Kinds of things added by hand: steel that parts may be fixed to, sheet metal a run may pass through, moving
 * things, hot things, anything else. `keepOut` is a place to leave free; `grommet` is an existing hole in sheet
 * metal, with its grommet.
 */
export const TOLD_KINDS = ['body', 'structure', 'sheet', 'moving', 'hot', 'keepOut', 'grommet'] as const
/**
 * A thing on the truck added by hand, as an upright box: a new one, or a correction of one of the truck's
 * solids.
 */
export interface ToldSolid {
  label: string
  kind: (typeof TOLD_KINDS)[number]
  /** Its middle. */
  at: Point
  size: { along: number; across: number; up: number }
  /** False if the truck does not have the thing it stands for. */
  there: boolean
  order: number
}
/** Coils of one length to cut from: bought, or rests on the shelf. */
export interface ShelfCoil {
  tube: string
  length: number
  count: number
  order: number
}

/** How a part stands: quarter turns to the left seen from above, and which of its sides is up. */
export interface Stand {
  turn: number
  up: Up
}

export interface LayPlan {
  /** Where a part was placed by hand; a part without an entry is at its proposed place. */
  places: Record<string, Point>
  /** How a part was turned by hand; one without an entry stands as proposed. */
  stands: Record<string, Stand>
  /** Parts and lines with a heat shield between them and the exhaust. */
  shields: Record<string, boolean>
  /** Length of the kit's power harness, as bought; null takes the class's own. */
  harnessLength: number | null
  /** Extension spliced into the harness. */
  harnessExtension: number
  slackAtSpring: number
  /** Things added by hand; one with the id of a truck's own solid replaces it. */
  solids: Record<string, ToldSolid>
  /** Places a line or wire must pass, in order from its first end. */
  waypoints: Record<string, Point[]>
  coils: Record<string, ShelfCoil>
  /** What each line was really cut to, m, by its id: typed under the truck. */
  cutTo: Record<string, number>
  /** When a cut line was cut again, by its id (ISO 8601). */
  recut: Record<string, string>
  /** How much longer runs come out than planned, as a share: the shop's own, once it has measured. */
  allowance: number
}

export interface PowerPlan {
  systemVoltage: number
  batteryCapacity: number
  /** Supply wire: cross-section in m², or null to follow the proposal. */
  wireArea: number | null
  /** Blade fuse in A, or null to follow the proposal. */
  fuse: number | null
  maxDrop: number
  conductorTemperature: number
  engineSpace: boolean
  bundle: number
  earth: EarthPlace
  /**
   * What the meter showed, by the id of its test (core/power/network/meterWalk.ts): V, Ω, or 1 for something
   * that works.
   */
  readings: Record<string, number>
  /** Share of its full charge that the battery has at rest. */
  charge: number
  /** Whether a relay carries the motor; null: as the circuit requires. */
  relay: boolean | null
  /** Rating of the relay's contact, A; null: as proposed. */
  relayRating: number | null
  suppression: (typeof SUPPRESSIONS)[number]
  wake: (typeof WAKES)[number]
  lamps: (typeof LAMP_FEEDS)[number]
  tap: TapPlan
  /** Usual way of joining wires. */
  joint: WireJoint
  /** Along the wire from the battery to the main fuse, m; null until it is planned. */
  fuseReach: number | null
  /** Whether the feed ends at a bus bar that others are fed from. */
  bar: boolean
  secondBattery: SecondBattery | null
  /** Where a part is fed, by its id (`motor` for the compressor's), if not as usual. */
  feeds: Record<string, PowerSource>
  /** How a part is earthed (`motor`, `coil`, or a part's id), if not as `earth` says on bare metal. */
  earths: Record<string, EarthSaid>
  /** What was put in wires. */
  inWire: Record<string, InWire>
  /** Settings of single wires, by their id. */
  wires: Record<string, WireSaid>
  /** Colours by what a wire is for ({@link WIRE_USES}), if the shop has others than usual. */
  colours: Record<string, string>
  /** From the start of one compressor to that of the second, s; null until somebody says. */
  staging: number | null
  /** Which way the plug of a part's wires faces, by the part; a part without an entry was not inspected. */
  connectors: Record<string, ConnectorWay>
}

/** How the fuse box is tapped for what is fed with the key on. */
export interface TapPlan {
  side: (typeof TAP_SIDES)[number]
  /** Whether the tap has a fuse of its own at once. */
  ownFuse: boolean
  /** What else the tapped circuit feeds; empty until somebody has looked. */
  alsoFeeds: string
  /** Whether it keeps its volts while the engine is cranked; null until somebody has looked. */
  holdsCranking: boolean | null
}
export interface SecondBattery {
  /** A·s */
  capacity: number
  isolator: (typeof ISOLATORS)[number]
  /** Whether the wire between the batteries has a fuse at both of its ends. */
  fusedBothEnds: boolean
}
export interface EarthSaid {
  /** null: as `power.earth`. */
  at: EarthPlace | null
  surface: (typeof EARTH_SURFACES)[number]
  /** Whether its screw holds something else too. */
  shared: boolean
}
export interface InWire {
  order: number
  wire: string
  kind: InWireKind
  /** At which end of the wire it stands. */
  at: (typeof WIRE_ENDS)[number]
  /** A; null: as proposed. */
  rating: number | null
}
export interface WireSaid {
  /** m²; null: as proposed. */
  area: number | null
  colour: string | null
  label: string | null
  joint: WireJoint | null
}

export interface Preset {
  left: number
  right: number
}
/** What can be wrong with a reading of the road trial. */
export const TRIAL_FAULTS = ['tape', 'aboard', 'gauge', 'ground'] as const
export type TrialFault = (typeof TRIAL_FAULTS)[number]
/**
 * State of the truck at a reading of the road trial: what was aboard, its own gauge, and the rear lips above
 * the ground.
 */
export interface TrialReading {
  order: number
  at: string
  /** Haul aboard; null is the empty truck. */
  haul: string | null
  /** A known load over the rear axle in addition, kg. */
  known: number
  /** Pa gauge */
  left: number
  right: number
  /** m; null until it is taped. */
  lipLeft: number | null
  lipRight: number | null
  /** What somebody said was wrong with it: the reading is kept, but not counted. Null while it counts. */
  setAside: TrialFault | null
}
export interface TunePlan {
  /** Stored pressures per haul, Pa gauge; a haul without an entry follows Load. */
  presets: Record<string, Preset>
  /** Keep-up pressure, Pa gauge; null takes the spring's own minimum. */
  minimum: number | null
  /** Readings of the road trial: they correct the spring's area and the steel's rate within their doubt. */
  trials: Record<string, TrialReading>
  /** Number of memories of the control, and how far the truck may be from a haul's target, m. */
  memories: number
  heightTolerance: number
  /** Where it is set and where it is read: K, and m above the sea over the highest pass. */
  weather: TuneWeather
  /** For a height valve: length of the link, m; angle of the valve's own stops, rad; its lag, s. */
  lever: { link: number; stops: number; delay: number }
  /** For electronic levelling: its sensors, and what stops it. */
  sensing: SensingPlan
  /** Phones and remotes that were paired with the control. */
  paired: Record<string, PairedDevice>
}
/**
 * For a height sensor: arm and rod, m, and its range either way, rad. For the controller: its smoothing time
 * and its waiting time while driving, s; whether an open door, the key off, or a hitching hold stops it, and a
 * lock while it is jacked up; null until somebody has looked.
 */
export interface SensingPlan {
  arm: number
  rod: number
  range: number
  filter: number
  driving: number
  door: boolean | null
  key: boolean | null
  hitch: boolean | null
  lock: boolean | null
}
export interface PairedDevice {
  order: number
  /** Name of the device: "grey phone". */
  device: string
  who: string
  at: string
}
export interface TuneWeather {
  shop: number
  cold: number
  hot: number
  pass: number
}

export interface Tick {
  who: string
  at: string
}
/** A step done, and its own words and figures at the time; empty if nobody recorded them. */
export interface Done extends Tick {
  did: string
  /**
   * Torque of each kind of fastener in the step, N·m; null for one that was not measured. Null as a whole:
   * ticked before torques were asked for.
   */
  torques: Record<string, number | null> | null
}
/**
 * Something was opened: parts, lines or single places such as `line-left:from`, when (ISO 8601), and in which
 * words. Earlier proof of them no longer counts.
 */
export interface Opening {
  parts: readonly string[]
  lines: readonly string[]
  places: readonly string[]
  at: string
  what: string
}
/** Something passed over on purpose: who said so, when and why. */
export interface PassedOver extends Tick {
  reason: string
}
export const FASTENER_FROM = ['sheet', 'usual'] as const
/**
 * A fastener of the kit: torque in N·m, thread ("M8", "3/8-16"), property class or grade; off its sheet, or the
 * usual one taken over on purpose.
 */
export interface Fastener {
  torque: number
  thread: string
  grade: string
  from: (typeof FASTENER_FROM)[number]
  /** The unit typed with the torque, such as `N·m`; empty if none was. */
  unit: string
}
export interface BuildPlan {
  /** By kind of fastener; one without an entry has no torque yet. */
  fasteners: Record<string, Fastener>
  ticks: Record<string, Done>
  /** Steps that are not needed on this truck. */
  struck: Record<string, PassedOver>
}

export interface Reading {
  /** s from the first reading */ t: number
  /** Pa gauge */ pressure: number
  /** K, and at a second place; null if it was not read. */
  temperature: number | null
  second: number | null
  /** Pa, or null for the standard atmosphere */ barometer: number | null
  /** Left out, because somebody thinks it was misread. */
  out: boolean
}
/** Defaults of a reading: one thermometer, no barometer. */
export const READING_UNSAID: Pick<Reading, 'second' | 'barometer' | 'out'> = {
  second: null,
  barometer: null,
  out: false,
}

export interface HoldTest {
  label: string
  order: number
  side: AirPath
  /** m³ under test; null takes the springs' and lines' computed volume. */
  volume: number | null
  /** Smallest step the gauge shows, Pa. */
  resolution: number
  /** Loss that still counts as tight, Pa per day. */
  allowed: number
  heightHeld: boolean
  /** Valves were taken off and the lines plugged, so their seats are not part of it. */
  plugged: boolean
  /** Tolerance of the thermometer, K. */
  thermometer: number
  /** Rest between filling and the first reading, s; null if nobody was asked. */
  rested: number | null
  /** Lag of the air inside behind the air around it, s. */
  lag: number
  startedAt: string
  /** Who made it, with which gauge, and when that was last checked against another. */
  who: string
  gauge: string
  gaugeChecked: string
  /** What it covers, in words; empty if nobody recorded it. */
  covers: string
  readings: Reading[]
}
/** Places other than joints where air is lost: the spring itself, a fill valve's core, a valve's seat. */
export const OTHER_PLACES = ['spring', 'core', 'seat'] as const
export type LeakPlaceKind = JointKind | (typeof OTHER_PLACES)[number]
export const SOAPS = ['dry', 'foam', 'bubble'] as const
export type Soap = (typeof SOAPS)[number]
export interface ProvePlan {
  holds: Record<string, HoldTest>
  /**
   * Keyed by `line:end`, e.g. `line-left:from`; `of` describes the line when it was soaped, empty if nobody
   * recorded it.
   */
  soap: Record<string, { finding: Soap; who: string; at: string; of: string }>
  /** What gauge and meter showed when a function was tried, by test and sight; `of` says what was pressed. */
  functions: Record<string, { value: number; who: string; at: string; of: string }>
  /** Places that leaked and were repaired; their kind is kept for the shop's own ranking. */
  repairs: Record<string, LeakRepair>
  /** Findings after the first drive, by what was inspected. */
  road: Record<string, RoadFinding>
}
export const ROAD_FINDS = ['fine', 'not'] as const
/** `found` null: measured, but nobody judged it. `value`: a clearance in m, or a pressure in Pa gauge. */
export interface RoadFinding {
  found: (typeof ROAD_FINDS)[number] | null
  value: number | null
  who: string
  at: string
}
export interface LeakRepair {
  order: number
  /** The hold test made after it, by its id; null until one is begun. */
  retest: string | null
  /** Id of the place, and what kind of place it was. */
  place: string
  kind: LeakPlaceKind
  who: string
  at: string
}

export interface HandoverPlan {
  driver: string
  contact: string
  nextCheck: string
  remarks: string
  /** Fixes accepted at hand-over, by rule and subject. */
  accepted: Record<string, PassedOver>
}

export interface JobCard {
  name: string
  number: string
  customer: string
  vehicle: string
  drivingSide: Side
  /** Height above the sea where the truck works, m; the surrounding air follows from it. */
  altitude: number
  /** How often per week the load changes; null if nobody was asked. */
  changes: number | null
}

export interface Plan {
  format: typeof PLAN_FORMAT
  version: typeof PLAN_VERSION
  job: JobCard
  truck: Truck
  hauls: Record<string, Haul>
  air: AirPlan
  lay: LayPlan
  power: PowerPlan
  tune: TunePlan
  build: BuildPlan
  prove: ProvePlan
  handover: HandoverPlan
}

/** Entries of a record in the order a person put them in. */
export function ordered<T extends { order: number }>(record: Record<string, T>): [string, T][] {
  return Object.entries(record).sort((a, b) => a[1].order - b[1].order || (a[0] < b[0] ? -1 : 1))
}

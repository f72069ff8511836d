/** The wiring. */

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

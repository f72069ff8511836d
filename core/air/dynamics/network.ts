export interface Vessel {
  id: string
  /** m³; for a spring the value at the start, afterwards its corner decides. */
  volume: number
  /** Heat from the wall per kelvin, W/K; null keeps it at ambient temperature. */
  wall: number | null
  /** Springs lift their corner, so their volumes follow both pressures. */
  spring: 'left' | 'right' | null
}

/** Flow against gauge pressure: [Pa, …], ascending. */
type Curve = readonly (readonly [number, number])[]

/**
 * `from` to `to`; the atmosphere is null. Opened or shut by the name of its command; a link without one is
 * always open.
 */
export type Link = { id: string; from: string | null; to: string | null; command?: string } & (
  | { kind: 'orifice'; conductance: number; criticalRatio: number; oneWay?: { opening: number } }
  | { kind: 'tube'; bore: number; length: number; roughness: number }
  | { kind: 'pump'; /** free air, m³/s */ curve: Curve }
  /** Delivers what its own rule says, kg/s, at the absolute pressure it delivers into. */
  | { kind: 'given'; flow(pressure: number): number }
  | { kind: 'relief'; conductance: number; criticalRatio: number; /** Pa gauge */ set: number }
  /** Passes until the outlet reaches `set`, Pa gauge. */
  | { kind: 'regulator'; conductance: number; criticalRatio: number; set: number }
  /**
   * Opens with the arm of a height valve: `way` is 1 while the truck is low, −1 while it is high. Angles rad.
   */
  | {
      kind: 'lever'
      conductance: number
      criticalRatio: number
      way: 1 | -1
      arm: number
      deadBand: number
      fullOpen: number
      side: 'left' | 'right' | null
    }
  /** Takes `demand` of free air, m³/s, from `needed` gauge up, less below that. */
  | { kind: 'tool'; demand: number; needed: number }
)

/**
 * A compressor's motor: it warms with the square of its current towards `rise` kelvin at `reference` amps, over
 * `constant` s.
 */
export interface Motor {
  id: string
  command: string
  vessel: string
  current: Curve
  reference: number
  rise: number
  constant: number
}

/**
 * A compressor's head: warmed by the passing air and the winding beside it, cooled by the air around. The
 * leaving air has given it part of its heat. W/K and J/K.
 */
export interface Head {
  /** Link whose air passes through it. */
  pump: string
  /** Motor beside it; null if there is none. */
  motor: string | null
  /** Air to head, head to surroundings, winding to head, W/K; and heat capacity, J/K. */
  film: number
  cooling: number
  beside: number
  capacity: number
}

/** Volumes and heights of the springs, left and right, and how far the front is below its empty height, m. */
export type SpringState = [
  volumeLeft: number,
  volumeRight: number,
  heightLeft: number,
  heightRight: number,
  front: number,
]

export interface Network {
  vessels: Vessel[]
  links: Link[]
  atmosphere: number
  /** K over time. */
  ambient(t: number): number
  motors?: Motor[]
  heads?: Head[]
  /** The springs at their gauge pressures. */
  springs?: (left: number, right: number) => SpringState
  /** Heights at which the axle's link holds them, and wheel travel per spring travel. */
  levelAt?: { left: number; right: number; perHeight: number }
}

export interface Sample {
  t: number
  /** Pa absolute, K, by vessel in the network's order. */
  pressure: Float64Array
  temperature: Float64Array
  /** kg/s by link, from → to. */
  flow: Float64Array
  /** K of each motor. */
  motor: Float64Array
  /** K of each head, and of the air that leaves it. */
  head: Float64Array
  discharge: Float64Array
  /** m. */
  height: { left: number; right: number }
  /** How far the front is below its empty height, m. */
  front: number
}

/** Opens or shuts a valve or a pump when something happens. */
export interface Watch {
  /** Passes through 0 where it happens; checked along every step and located. */
  value(sample: Sample): number
  /** What it changes, and whether to keep watching, stop watching, or end the run. */
  act(t: number, sample: Sample): 'keep' | 'drop' | 'end'
}

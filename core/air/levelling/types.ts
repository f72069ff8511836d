/** What levels itself, and what happens to it. SI, absolute pressures unless they say gauge. */

export interface Corner {
  /**
   * Body mass carried here, kg; the part that the steel carries at ride height, N; rates of steel and damper at
   * the wheel.
   */
  mass: number
  steelAtRide: number
  steelRate: number
  damping: number
  /** Travel of the spring per travel of the wheel. */
  motionRatio: number
  /** Pushing area and air volume at a height of the spring, m² and m³; its height at ride height, m. */
  areaAt: (height: number) => number
  volumeAt: (height: number) => number
  rideHeight: number
  /** Travel of the wheel to droop and to bump, m, both positive. */
  droop: number
  bump: number
  /** Sonic conductance of a leak at the spring, m³/(s·Pa); not given if it is tight. */
  leak?: number
}
export interface Supply {
  /** Tank, m³ and Pa; without one (0 m³) the compressor fills directly while asked. */
  volume: number
  pressure: number
  /** Free air of the compressor at a gauge pressure, m³/s, and the pressures between which it runs, Pa. */
  freeAir: (gauge: number) => number
  cutIn: number
  cutOut: number
  atmosphere: number
  temperature: number
}
/**
 * A valve worked by height: how far it is open to fill (to 1) or to vent (to −1) at a travel of the wheel, m,
 * up positive.
 */
export interface Mechanical {
  kind: 'valve'
  openingAt: (travel: number) => number
  /** Lag of the valve, s; 0 for none. */
  delay: number
  conductance: number
  criticalRatio: number
}
export interface Electronic {
  kind: 'controller'
  /**
   * Band in which it does nothing; waiting time out of the band, standing and driving; smoothing time; and time
   * after which it gives up. m, s.
   */
  band: number
  wait: number
  driving: number
  filter: number
  timeOut: number
  conductance: number
  criticalRatio: number
  /** Reading of its sensor at a travel, m; null if there is no reading, then it stays still. */
  senses: (travel: number) => number | null
}
export type Leveller = Mechanical | Electronic

/** What happens to the corner over time: height of the road, and force on the body. */
export interface Drive {
  seconds: number
  /** Road at the wheel, m, and downward force on the body, N. */
  road: (t: number) => number
  force: (t: number) => number
  /** True if the truck drives; a controller then waits longer. */
  moving?: boolean
  /** True if movement at the end is caused by the leveller and not by a rough road. */
  calm?: boolean
}

export interface LoopRow {
  t: number
  /** Body above axle relative to ride height, m; spring and tank, Pa gauge. */
  travel: number
  spring: number
  tank: number
}
export interface LoopResult {
  rows: LoopRow[]
  /** Free air let in and let out, m³. */
  filled: number
  vented: number
  /** Share of the time that the compressor runs. */
  duty: number
  /** When it finally stands within the tolerance, s; null if it never does. */
  levelAt: number | null
  /** When it finally stands within 2 mm of its end position, s; null if it never does. */
  restAt: number | null
  /** Mean distance from level at the end, m. */
  off: number
  /** Remaining movement of its own at the end: half of crest to trough, m, and period, s; null if it rests. */
  hunting: { amplitude: number; period: number } | null
}

/** What levels itself, and what is done to it. SI, pressures absolute unless they say gauge. */

export interface Corner {
  /** Body carried here, kg; what the steel carries of it at ride height, N; steel's and damper's rates at the wheel. */
  mass: number
  steelAtRide: number
  steelRate: number
  damping: number
  /** Spring's travel for a wheel's. */
  motionRatio: number
  /** Area that pushes and air inside at a height of the spring, m² and m³; its height at ride height, m. */
  areaAt: (height: number) => number
  volumeAt: (height: number) => number
  rideHeight: number
  /** Travel of the wheel to droop and to bump, m, both positive. */
  droop: number
  bump: number
  /** Sonic conductance of a leak at the spring, m³/(s·Pa); none where it is tight. */
  leak?: number
}
export interface Supply {
  /** Tank, m³ and Pa; without one (0 m³) the compressor fills straight, as long as it is asked to. */
  volume: number
  pressure: number
  /** Free air of the compressor at a gauge pressure, m³/s, and between what it runs, Pa. */
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
  /** Time the valve lags behind, s; 0 for none. */
  delay: number
  conductance: number
  criticalRatio: number
}
export interface Electronic {
  kind: 'controller'
  /**
   * Leaves alone within, m; waits so long out of it before acting, standing and driving; smooths over; gives
   * up after, s.
   */
  band: number
  wait: number
  driving: number
  filter: number
  timeOut: number
  conductance: number
  criticalRatio: number
  /** What its sensor tells of a travel, m; null where that is no reading: it then keeps still. */
  senses: (travel: number) => number | null
}
export type Leveller = Mechanical | Electronic

/** What happens to the corner: height of the road and force put on the body, by time. */
export interface Drive {
  seconds: number
  /** Road at the wheel, m, and force down on the body, N. */
  road: (t: number) => number
  force: (t: number) => number
  /** Whether the truck drives: a controller then waits longer. */
  moving?: boolean
  /** Whether what goes on at the end is the leveller's own doing; not on a road that shakes it. */
  calm?: boolean
}

export interface LoopRow {
  t: number
  /** Body over axle from ride height, m; spring and tank, Pa gauge. */
  travel: number
  spring: number
  tank: number
}
export interface LoopResult {
  rows: LoopRow[]
  /** Free air let in and let out, m³. */
  filled: number
  vented: number
  /** Share of the time the compressor runs. */
  duty: number
  /** When it stands within the tolerance for good, s; null where it never does. */
  levelAt: number | null
  /** When it stands within 2 mm of where it ends for good, s; null where it never does. */
  restAt: number | null
  /** Mean of what it stands off at the end, m. */
  off: number
  /** Of what it still does at the end by itself: half of crest to trough, m, and period, s; null where it rests. */
  hunting: { amplitude: number; period: number } | null
}

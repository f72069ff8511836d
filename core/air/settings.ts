/**
 * Tolerances of the air solvers, each with its purpose. Physical numbers are in the catalogue of common
 * practice.
 */
export const SOLVER = {
  /** Relative error of a step for each unknown. */
  relative: 1e-5,
  /** For masses smaller than this, kg, the error is `relative` times this. */
  massGrain: 1e-5,
  /** For pressures and temperatures the error is `relative` times these, Pa and K. */
  pressureGrain: 2e4,
  temperatureGrain: 100,
  /** Longest step, s, so that nothing a hand or a switch does is stepped over. */
  longestStep: 60,
  /** Accuracy with which an event is located, s; a run may end this much early. */
  located: 1e-6,
  /** Late in a run an event is located less exactly: by this share more for every second gone. */
  locatedLater: 1e-3,
  endOfRun: 1e-9,
  /** Most regula falsi steps, and the share of the bracket kept at either end. */
  locateTurns: 60,
  locateMargin: 0.02,
  /** A step that tries pressures beyond this, Pa, is tried shorter. */
  impossible: 1e9,
  /** Steps after which a run is given up. */
  mostSteps: 2_000_000,
  /**
   * Pressure ratio from which an orifice or a tube flows as if laminar, which avoids an infinite slope at rest
   * (ISO 6358-1 as commonly applied). It is a few hundred pascals, far below any gauge's step.
   */
  laminarOrifice: 0.999,
  laminarTube: 0.9995,
  /** Steps for slopes of the springs' volumes and of flows, Pa. */
  springNudge: 20,
  flowNudge: 0.5,
  /** Step for slopes over the temperature of the flowing air, K. */
  warmNudge: 0.01,
  /**
   * A new load is balanced until pressures change by less than this share, in at most this many halved steps.
   */
  loadBalanced: 1e-10,
  loadTurns: 200,
  /** Least time over which the ambient slope is taken, s, and its share of the time gone. */
  ambientStep: 1e-4,
  ambientShare: 1e-7,
} as const

/** Iterations of the tube's friction: relative change at which Newton's method ends, and most steps. */
export const TUBE_SOLVER = { close: 1e-13, turns: 50 } as const

/** Runs of single vessels for the calculators. */
export const VESSEL_SOLVER = {
  /**
   * A fill is followed to a billionth and located to a picosecond, because it is compared with closed forms.
   */
  fill: { relative: 1e-9, located: 1e-12 },
  blowDown: { relative: 1e-7 },
  /** Longer than any meaningful fill, s; and a day for letting down. */
  longestFill: 1e15,
  longestBlowDown: 86_400,
  /** A fill within this share below the rest pressure counts as never reached. */
  unreachable: 1e-12,
} as const

/** A corner, or both, levelled over a road. */
export const LOOP_SOLVER = {
  /** s */
  step: 0.002,
  /** Time between kept rows, s. */
  rowEvery: 0.1,
  /** Within this of its end position it counts as level, m. */
  level: 0.005,
  /** Within this of its end position it counts as at rest, m. */
  rests: 0.002,
  /** Below this, half of crest to trough, it does not hunt, m. */
  still: 0.001,
  /** Swings count as equally large when the least is at least this part of the largest. */
  lasting: 0.97,
  /** A body that has stood still for this long is at rest, s. */
  restsFor: 60,
  /** A run ends here even if the body neither rests nor swings evenly, s. */
  longest: 1200,
  /** A spring is never compressed below this share of its height, because the stop is met before. */
  lowest: 0.2,
} as const

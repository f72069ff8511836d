/**
 * Every tolerance of the air solvers, each with what it is for. Physical numbers stand in the catalogue of
 * common practice.
 */
export const SOLVER = {
  /** Error of a step relative to each unknown. */
  relative: 1e-5,
  /** Masses smaller than this are told apart from nothing only by `relative` of it, kg. */
  massGrain: 1e-5,
  /** Pressures and temperatures are told apart by `relative` of these, Pa and K. */
  pressureGrain: 2e4,
  temperatureGrain: 100,
  /** Longest step, s: nothing that a hand or a switch does is stepped over. */
  longestStep: 60,
  /** A happening is located to this, s, and a run may end this much early. */
  located: 1e-6,
  /** Late in a run a happening is located less finely: by this share more for every second gone by. */
  locatedLater: 1e-3,
  endOfRun: 1e-9,
  /** Regula falsi steps at most, and the share of the bracket kept at either end. */
  locateTurns: 60,
  locateMargin: 0.02,
  /** A step that tries pressures beyond this, Pa, is tried shorter. */
  impossible: 1e9,
  /** Steps after which a run is given up. */
  mostSteps: 2_000_000,
  /**
   * Pressure ratio from which an orifice, or a tube, flows as if laminar: no infinite slope at rest (ISO 6358-1 as
   * commonly applied). Some hundreds of pascals, far under any gauge's step.
   */
  laminarOrifice: 0.999,
  laminarTube: 0.9995,
  /** Springs' volumes are sloped over this, flows over that, Pa. */
  springNudge: 20,
  flowNudge: 0.5,
  /** And flows over the temperature of what flows, K. */
  warmNudge: 0.01,
  /** A load put on is balanced until pressures change by less than this share, in so many halved steps at most. */
  loadBalanced: 1e-10,
  loadTurns: 200,
  /** Least time over which the ambient's slope is taken, s, and its share of the time gone by. */
  ambientStep: 1e-4,
  ambientShare: 1e-7,
} as const

/** Iterations of the tube's friction: relative change at which Newton ends, and turns at most. */
export const TUBE_SOLVER = { close: 1e-13, turns: 50 } as const

/** Runs of single vessels behind the calculators. */
export const VESSEL_SOLVER = {
  /** A fill is followed to a billionth and located to a picosecond: it is compared with closed forms. */
  fill: { relative: 1e-9, located: 1e-12 },
  blowDown: { relative: 1e-7 },
  /** Longer than any fill that means something, s; and a day for letting down. */
  longestFill: 1e15,
  longestBlowDown: 86_400,
  /** Share under the rest pressure within which a fill counts as never reached. */
  unreachable: 1e-12,
} as const

/** A corner, or both, levelled over a road. */
export const LOOP_SOLVER = {
  /** s */
  step: 0.002,
  /** Rows are kept so often, s. */
  rowEvery: 0.1,
  /** Stands within this of where it ends: level, m. */
  level: 0.005,
  /** Nearer than this to where it ends it rests, m. */
  rests: 0.002,
  /** Less than this, half of crest to trough, is no hunting, m. */
  still: 0.001,
  /** Swings count as equally large when the least is at least this part of the largest. */
  lasting: 0.97,
  /** A body that has stood still for this long is at rest, s. */
  restsFor: 60,
  /** A run ends here even if the body neither rests nor swings evenly, s. */
  longest: 1200,
  /** A spring is never pressed under this share of its height: the stop is met before. */
  lowest: 0.2,
} as const

/** Tolerances of Tune's solvers, each with what it is for. */
export const TUNE_SOLVER = {
  /** A pressure is found to this share of it: nearer, heights found of their own say nothing. */
  close: 1e-11,
  /** Pressures this near are one memory’s, Pa: only rounding. */
  rounding: 1e-9,
  /** Two stored pressures closer than this are one, Pa. */
  alike: 1,
  /** A corner's rate is told from a step of pressure, Pa. */
  rateStep: 5000,
  /** A lever's ratio is told from a step of travel to either side, m. */
  leverStep: 1e-4,
  /** Steps over the travel of an arm. */
  armSteps: 60,
  /** A remedy of the weather lands this far on the safe side, Pa; what no gauge shows, Pa, is not told. */
  weatherOn: 500,
  weatherNear: 100,
  /** Least rate of a corner, m/Pa: one that does not move wants a pressure without end. */
  leastRate: 1e-12,
} as const

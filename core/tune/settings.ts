/** Tolerances of Tune's solvers, each with its purpose. */
export const TUNE_SOLVER = {
  /** A pressure is found to this share of itself. Heights computed from it are no more exact than that. */
  close: 1e-11,
  /** Pressures this close share a memory, Pa: only rounding. */
  rounding: 1e-9,
  /** Two stored pressures closer than this count as equal, Pa. */
  alike: 1,
  /** Pressure step for a corner's rate, Pa. */
  rateStep: 5000,
  /** Step of travel to either side for a lever's ratio, m. */
  leverStep: 1e-4,
  /** Number of steps over the travel of an arm. */
  armSteps: 60,
  /**
   * A remedy for the weather ends this far on the safe side, Pa. Differences that no gauge shows are not told.
   */
  weatherOn: 500,
  weatherNear: 100,
  /** Least rate of a corner, m/Pa. A corner that does not move would need endless pressure. */
  leastRate: 1e-12,
} as const

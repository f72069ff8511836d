/** Tolerances used across rooms, each with its purpose. */

/** Comparison of readings with what every fault shows, in deviations of a reading. */
export const DIAGNOSIS = {
  /** A reading further off than this counts no more, because somebody may have misread it. */
  mostOff: 5,
  /** Within this a reading is as expected; up to twice as much it is odd. */
  alike: 2,
  /** Faults whose readings all lie this close cannot be separated by these tests. */
  apart: 1,
} as const

/** Sampling of hauls that straight lines do not describe. */
export const SAMPLING = {
  /** Work for all hauls of a plan, in sources squared times samples: a few seconds. */
  work: 6e7,
  /** Fewest useful samples. */
  fewest: 200,
} as const

/** Levelling driven over roads. */
export const LEVEL_DRIVE = {
  /** Least travel of a wheel, m. */
  leastTravel: 0.01,
  /** Least angle between shut and wide open, rad. */
  leastOpening: 1e-3,
  /** Time on a road of a class, s, and the step of its heights, m. */
  roadTime: 600,
  roadStep: 0.05,
  /** Number of steps for the flow of a lever. */
  angles: 80,
} as const

/** Tolerances of what is tried on a plan, each with its purpose. */

/** Sampling of hauls that straight lines do not describe. */
export const SAMPLING = {
  /** Work for all hauls of a plan, in sources squared times samples: a few seconds. */
  work: 6e7,
  /** Fewest useful samples. */
  fewest: 200,
} as const

/** Levelling driven over roads. */
export const LEVEL_DRIVE = {
  /** Least angle between shut and wide open, rad. */
  leastOpening: 1e-3,
  /** Time on a road of a class, s, and the step of its heights, m. */
  roadTime: 600,
  roadStep: 0.05,
  /** Number of steps for the flow of a lever. */
  angles: 80,
} as const

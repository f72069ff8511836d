/** Tolerances of what is derived across rooms, each with what it is for. */

/** How readings are held against what every fault shows; in deviations of a reading. */
export const DIAGNOSIS = {
  /** Further off than this a reading says no more: somebody may have misread it. */
  mostOff: 5,
  /** Within this a reading is as expected; up to twice as many it is odd. */
  alike: 2,
  /** Faults whose readings all lie within so much of one another cannot be told apart by these tests. */
  apart: 1,
} as const

/** Hauls that straight lines do not describe, sampled. */
export const SAMPLING = {
  /** Sources squared, sampled so often, that all hauls of a plan may take: some seconds. */
  work: 6e7,
  /** The fewest samples that say anything. */
  fewest: 200,
} as const

/** What levels, driven over roads. */
export const LEVEL_DRIVE = {
  /** A wheel has at least so much travel, m. */
  leastTravel: 0.01,
  /** Wide open within so much more angle than shut, rad, at least. */
  leastOpening: 1e-3,
  /** How long a road of a class is driven, s, and the step of its heights, m. */
  roadTime: 600,
  roadStep: 0.05,
  /** Steps over which the flow of a lever is told. */
  angles: 80,
} as const

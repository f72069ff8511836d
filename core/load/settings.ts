/**
 * Tolerances of Load's solvers, each with its purpose. Physical numbers are in the catalogue of common
 * practice.
 */

/** Body on its springs. */
export const BALANCE = {
  /** Newton continues to this misfit, so that slopes computed from the answer are clean, N and N·m. */
  aimed: 1e-7,
  /** Misfit up to which the balance counts as solved, N and N·m. */
  solved: 0.1,
  /** A single corner is balanced to this share of its load. */
  corner: 1e-9,
  /** Newton steps before brackets are used. */
  turns: 15,
} as const

/** Least squares of a road trial. */
export const TRIAL_FIT = {
  /** Step for slopes, as a share of a source's ±. */
  nudge: 0.001,
  /** A step shorter than this, in the same shares, ends the search. */
  close: 1e-5,
  rounds: 12,
  /** A step that makes it worse is halved, at most down to this share of it. */
  smallestPart: 1e-3,
  /** Most sources of doubt that are used: those that move the lips furthest. */
  mostUnknowns: 16,
} as const

/** Step to either side for the slope of a spring's area, m. */
export const AREA_NUDGE = 1e-6

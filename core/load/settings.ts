/**
 * Tolerances of Load's solvers, each with what it is for. Physical numbers stand in the catalogue of common practice.
 */

/** Body on its springs. */
export const BALANCE = {
  /** Newton goes on to this misfit, so that slopes taken of the answer are clean, N and N·m. */
  aimed: 1e-7,
  /** Up to this counts as solved, N and N·m. */
  solved: 0.1,
  /** A single corner is balanced to this share of its load. */
  corner: 1e-9,
  /** Turns of Newton, after which brackets are taken. */
  turns: 15,
} as const

/** What a road trial says of the survey, by least squares. */
export const TRIAL_FIT = {
  /** Slopes are taken over this, in parts of a source's ±. */
  nudge: 0.001,
  /** A step shorter than this, in the same parts, ends the search. */
  close: 1e-5,
  rounds: 12,
  /** A step that makes it worse is halved down to this part of it. */
  smallestPart: 1e-3,
  /** Sources of doubt that are weighed at most: those that move the lips furthest. */
  mostUnknowns: 16,
} as const

/** The area of a spring is sloped over this to either side, m. */
export const AREA_NUDGE = 1e-6

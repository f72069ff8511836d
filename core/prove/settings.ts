/** Tolerances by which Prove judges readings, each with what it is for. Physical numbers stand in the catalogue. */

/** How a hold test's readings are judged. */
export const HOLD_JUDGE = {
  /** After so many lags the warmth from filling is gone but for a fiftieth. */
  settledLags: 4,
  /** The lag is known from memory: it may be shorter or longer by these. */
  lagFrom: 0.7,
  lagTo: 1.4,
  /** Readings farther apart than this do not show how temperature went between them, s. */
  unseen: 3 * 3600,
  /** Fewer readings than this show no bend; and a sum of squares under this has none to show. */
  leastForBend: 4,
  noBend: 1e-9,
  /** Fewer readings than this show no loss by themselves. */
  leastLater: 3,
  /** So many standard deviations no reading is off, however often one looks. */
  neverOff: 5,
  /** Readings on either side that one is compared with, and how many there must be. */
  beside: 8,
  leastBeside: 4,
  /** Off by more than so many times its doubt, and more than the gauge’s step, a reading is likelier misread. */
  astray: 6,
  /** More readings than this nobody waits for. */
  mostMore: 400,
  /** A loss near what is allowed is waited for as if it were this share over or under it: else it is never told. */
  aside: 0.2,
} as const

/** How wide an interval is that may be looked at after every reading. */
export const ANY_TIME = {
  /** Of the misses, so many where a verdict falls, and the rest where far less or far more is known. */
  misses: { aimed: 0.04, elsewhere: 0.01 },
  /** How much less is known there, by information. */
  elsewhere: [1e-2, 1e-4, 1e-6, 1e-8],
  /** Half-widths of the loss that still counts as tight at which the interval is narrowest: where a verdict falls. */
  aimed: 3,
} as const

/** A hold test thought through before it is begun: more readings than this nobody takes. */
export const HOLD_PLAN = { mostReadings: 1000 } as const

/** Student's t: its continued fraction ends at this change or after so many turns; and its root, over ln t. */
export const STUDENT_T = { turns: 10_000, close: 1e-16, least: 1e-300, root: 1e-15 } as const

/** Readings until a plain interval is narrow enough: more than so many are not counted, and to this part of one. */
export const WAIT_MORE = { mostReadings: 1e12, close: 1e-9 } as const

/** Characters that are kept of what a hold test was made on. */
export const MOST_COVERED = 4000

/** A tight test counts as read the next day when its last reading came so much later than its first, s. */
export const NEXT_DAY = 8 * 3600

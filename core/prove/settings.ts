/** Tolerances by which Prove judges readings, each with its purpose. Physical numbers are in the catalogue. */

/** How a hold test's readings are judged. */
export const HOLD_JUDGE = {
  /** After this many lags, only a fiftieth of the warmth from filling is left. */
  settledLags: 4,
  /** The lag is from memory: it may be shorter or longer by these factors. */
  lagFrom: 0.7,
  lagTo: 1.4,
  /** Readings further apart than this do not show how the temperature went in between, s. */
  unseen: 3 * 3600,
  /** With fewer readings there is no bend to see, nor with a sum of squares below this. */
  leastForBend: 4,
  noBend: 1e-9,
  /** With fewer readings than this, the later half shows no loss by itself. */
  leastLater: 3,
  /** No reading is off by this many standard deviations, however often one looks. */
  neverOff: 5,
  /** Number of neighbours on either side to compare with, and the least number needed. */
  beside: 8,
  leastBeside: 4,
  /**
   * A reading off by more than this many times its doubt, and more than the gauge’s step, is probably misread.
   */
  astray: 6,
  /** Nobody waits for more readings than this. */
  mostMore: 400,
  /**
   * A loss near the allowed one is planned as if it were this share over or under it; otherwise there would
   * never be a verdict.
   */
  aside: 0.2,
} as const

/** Width of an interval that may be inspected after every reading. */
export const ANY_TIME = {
  /** Share of the misses where a verdict falls; the rest is for much smaller or larger information. */
  misses: { aimed: 0.04, elsewhere: 0.01 },
  /** How much less information those have. */
  elsewhere: [1e-2, 1e-4, 1e-6, 1e-8],
  /** Half-widths, relative to the allowed loss, at which the interval is narrowest: where a verdict falls. */
  aimed: 3,
} as const

/** Planning a hold test: nobody takes more readings than this. */
export const HOLD_PLAN = { mostReadings: 1000 } as const

/**
 * Student's t: its continued fraction ends at this change or after this many terms; and its root, over ln t.
 */
export const STUDENT_T = { turns: 10_000, close: 1e-16, least: 1e-300, root: 1e-15 } as const

/** Readings until a plain interval is narrow enough: at most this many are counted, to this share of one. */
export const WAIT_MORE = { mostReadings: 1e12, close: 1e-9 } as const

/** Most characters kept of what a hold test covers. */
export const MOST_COVERED = 4000

/** A tight test counts as read the next day if its last reading came this much later than its first, s. */
export const NEXT_DAY = 8 * 3600

/** Comparison of readings with what every fault shows, in deviations of a reading. */
export const DIAGNOSIS = {
  /** A reading further off than this counts no more, because somebody may have misread it. */
  mostOff: 5,
  /** Within this a reading is as expected; up to twice as much it is odd. */
  alike: 2,
  /** Faults whose readings all lie this close cannot be separated by these tests. */
  apart: 1,
} as const

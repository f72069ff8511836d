/** Tolerances of the wiring's solver. */
export const NETWORK_SOLVER = {
  /** Rounds in which coils pull or drop and motors start or stall: each changes at most once or twice. */
  rounds: 9,
  /** A pivot below this is zero: two sources hold one node at two voltages. */
  pivot: 1e-15,
  /** Current that rounding may take from a turning motor, A. */
  rounding: 1e-9,
} as const

/** How the walk with the meter weighs readings and chooses the next test. */
export const METER_WALK = {
  /** A reading may have a cause nobody thought of, so none counts for more than this many deviations. */
  loudest: 4,
  /** Steps between two solved badnesses of a joint; the true one lies anywhere between. */
  between: 8,
  /**
   * Of tests that tell nearly the same, up to this factor, the earlier is taken, because it is closer at hand.
   */
  worthMore: 1.05,
  /** Share of pairs that a test must separate to be worth a reading. */
  leastWorth: 0.006,
  /** Faults less likely than this are not separated any further. */
  leastShare: 1e-3,
} as const

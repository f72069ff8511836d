/** Tolerances of the wiring's solver. */
export const NETWORK_SOLVER = {
  /** Rounds in which coils pull, let go, and a motor starts or stalls: each changes at most once or twice. */
  rounds: 9,
  /** A pivot under this is none: two sources hold one node at two voltages. */
  pivot: 1e-15,
  /** Current that rounding may take from a motor that turns, A. */
  rounding: 1e-9,
} as const

/** How the walk with the meter weighs readings and chooses the next test. */
export const METER_WALK = {
  /** A reading may be of something nobody thought of: none speaks louder than so many deviations. */
  loudest: 4,
  /** Steps between two bad joints of the same part: how bad it really is lies anywhere between. */
  between: 8,
  /** Of tests that tell about as much the earlier one is taken, up to so many times: it is nearer at hand. */
  worthMore: 1.05,
  /** Shares of pairs that a test must part to be worth a reading. */
  leastTold: 0.006,
  /** Faults less likely than this are not parted any further. */
  leastShare: 1e-3,
} as const

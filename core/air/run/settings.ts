/** Settings of the runs. Tolerances of the underlying solver are in `core/air/settings.ts`. */
export const RUN_SETTINGS = {
  /** Times closer than this are the same instant, s. */
  instant: 1e-9,
  /** A shut-off that is due within this time is done now, s. */
  due: 1e-6,
  /** Shortest leg between two checks of the controls, s. */
  leastLeg: 1e-3,
  /** Looks after which a block gives up its target. */
  mostLooks: 16,
  /** Openings shorter than this are timed, s, because a reading that soon is useless. */
  timedOpening: 1,
  /** Shortest opening from which a rate is learnt, s, and the least rate, Pa/s. */
  leastOpening: 1e-3,
  leastRate: 1,
  /** A step that has not arrived after this time is given up, s. */
  stepTimeOut: 1800,
  /** A corner is watched this share outside its band, so that it is past the band when it is checked. */
  pastBand: 1.0001,
  /**
   * On the last tenth of its way a height valve opens so little that it would take for ever; within this share
   * over counts as arrived.
   */
  leverSlack: 0.1,
  reachedShare: 1.05,
  /** A pressure switch is closed at the start if within this of its cut-in, Pa. */
  switchPlay: 1,
  /**
   * Work for all runs of a plan, and for one of them, in steps times unknowns squared: about ten seconds on a
   * slow machine, many times what any demo job takes.
   */
  work: 2.4e7,
  workOfOne: 5e6,
  /** Rows kept of a run; further ones are thinned out. */
  mostRows: 2400,
} as const

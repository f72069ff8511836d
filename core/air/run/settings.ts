/** Settings of the runs; tolerances of the solver beneath stand in `core/air/settings.ts`. */
export const RUN_SETTINGS = {
  /** Times closer than this are the same instant, s. */
  instant: 1e-9,
  /** A shut-off that falls due this much later is done now, s. */
  due: 1e-6,
  /** Shortest leg between two looks at the controls, s. */
  leastLeg: 1e-3,
  /** Looks after which a block gives up its target. */
  mostLooks: 16,
  /** Openings shorter than this go by time, s: the reading is of no use so soon. */
  timedOpening: 1,
  /** Shortest opening from which a rate is learnt, s, and the least rate, Pa/s. */
  leastOpening: 1e-3,
  leastRate: 1,
  /** After so long without getting there a step is given up, s. */
  stepTimeOut: 1800,
  /** A corner is watched this share outside its band, so that it is past it when it is looked at. */
  pastBand: 1.0001,
  /** The last tenth of its way a height valve opens so little that it takes for ever; within this share over counts. */
  leverSlack: 0.1,
  reachedShare: 1.05,
  /** A pressure switch begins closed within this of its cut-in, Pa. */
  switchPlay: 1,
  /**
   * Steps times unknowns squared that all runs of a plan may spend, and one of them: some ten seconds on a
   * slow machine, many times what any demo job takes.
   */
  work: 2.4e7,
  workOfOne: 5e6,
  /** Rows kept of a run: more are thinned out as it goes on. */
  mostRows: 2400,
} as const

import type { JointKind } from '../document/types'

/** Where air is lost beside joints: the spring itself, a fill valve's core, a valve's seat. */
export const OTHER_PLACES = ['spring', 'core', 'seat'] as const
export type LeakPlaceKind = JointKind | (typeof OTHER_PLACES)[number]

/**
 * How often one of a kind leaks, against the others: push-fits with the tube not home or cut ragged first, then threads a
 * turn short, fill-valve cores, lines and springs (order: common practice; the numbers from memory).
 */
export const LEAK_ODDS: Readonly<Record<LeakPlaceKind, number>> = {
  push: 10,
  compression: 5,
  barb: 5,
  taper: 5,
  straight: 3,
  flare: 2,
  braided: 2,
  core: 4,
  seat: 2,
  spring: 1,
}

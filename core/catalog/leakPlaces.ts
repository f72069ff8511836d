import type { LeakPlaceKind } from '../document/types'

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

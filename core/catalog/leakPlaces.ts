import type { JointKind, LeakPlaceKind, OTHER_PLACES, Soap } from '../document/types'
import { jointClass } from './joints'

/**
 * How often each kind leaks, relative to the others: first push-fits with the tube not home or cut ragged, then
 * threads a turn short, fill-valve cores, lines and springs (order: common practice; numbers from memory).
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

/** How much likelier a foaming or bubbling place is than one nobody inspected (from memory). */
export const SOAP_SEEN: Readonly<Record<Exclude<Soap, 'dry'>, number>> = { foam: 8, bubble: 80 }

/**
 * Share of leaks that soap misses: most of one too small to foam, few of one that must grow bubbles; and if
 * nobody knows how much is lost (from memory).
 */
export const SOAP_MISSES = { unknown: 0.15, bubble: 0.03, foam: 0.1, smaller: 0.5 } as const

/**
 * Minutes of work (from memory): to reach a part, per joint there; to fill, read and return for a hold test; to
 * plug a line off, to swap two, to repair a place.
 */
export const LEAK_MINUTES = { part: 1.5, joint: 0.5, hold: 10, plug: 6, swap: 8, repair: 10 } as const

/** What to do if a place that is not a joint leaks; a joint's class says its own. */
export const OTHER_AGAIN: Readonly<Record<(typeof OTHER_PLACES)[number], string>> = {
  spring:
    'the bag off the truck, and a look for a chafed or cut place: a bag is not patched, it is replaced, and what chafed it put right',
  core: 'new core and washer, cap back on: a fill valve is not sealed by its cap',
  seat: 'work the valve a few times to clear its seat; still leaking, it is cleaned or replaced as its sheet says',
}

/** How to repair a leaking place, as an instruction. */
export const againAt = (kind: LeakPlaceKind): string =>
  kind in OTHER_AGAIN ? OTHER_AGAIN[kind as keyof typeof OTHER_AGAIN] : jointClass(kind as JointKind).again

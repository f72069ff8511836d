import type { JointKind, LeakPlaceKind, OTHER_PLACES, Soap } from '../document/types'
import { jointClass } from './joints'

/**
 * How often one of a kind leaks, against the others: push-fits with the tube not home or cut ragged first,
 * then threads a turn short, fill-valve cores, lines and springs (order: common practice; the numbers from
 * memory).
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

/** How much likelier a place is that foams, or grows bubbles, than one nobody looked at (from memory). */
export const SOAP_SEEN: Readonly<Record<Exclude<Soap, 'dry'>, number>> = { foam: 8, bubble: 80 }

/**
 * What soap misses, of 1: most of a leak too small to foam, little of one that must grow bubbles; and where
 * nobody knows how much is lost (from memory).
 */
export const SOAP_MISSES = { unknown: 0.15, bubble: 0.03, foam: 0.1, smaller: 0.5 } as const

/**
 * Minutes of hands (from memory): to get at a part, for each joint there; to fill, read and come back for a hold
 * test; to plug a line off, to swap two, to put a place right.
 */
export const LEAK_MINUTES = { part: 1.5, joint: 0.5, hold: 10, plug: 6, swap: 8, repair: 10 } as const

/** What is done when a place that is no joint leaks; a joint's own class says it. */
export const OTHER_AGAIN: Readonly<Record<(typeof OTHER_PLACES)[number], string>> = {
  spring:
    'the bag off the truck, and a look for a chafed or cut place: a bag is not patched, it is replaced, and what chafed it put right',
  core: 'new core and washer, cap back on: a fill valve is not sealed by its cap',
  seat: 'work the valve a few times to clear its seat; still leaking, it is cleaned or replaced as its sheet says',
}

/** How a place that leaks is put right, in words of a step. */
export const againAt = (kind: LeakPlaceKind): string =>
  kind in OTHER_AGAIN ? OTHER_AGAIN[kind as keyof typeof OTHER_AGAIN] : jointClass(kind as JointKind).again

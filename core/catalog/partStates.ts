import type { Component, Condition, PartState } from '../document/types'

/** States of parts and lines, with their words, signs and consequences. */

/** On the truck today, and either stays or is replaced by the same. */
export const isThere = (state: PartState): boolean => state === 'kept' || state === 'replaced'
/** Mounted, cut or screwed in with this job. */
export const isFitted = (state: PartState): boolean => state === 'new' || state === 'replaced'
/** Comes off and is mounted at another place. */
export const isMoved = ({ state, moved }: Pick<Component, 'state' | 'moved'>): boolean =>
  state === 'kept' && moved
/** True if this job buys the part. */
export const isBought = ({ state, used }: Pick<Component, 'state' | 'used'>): boolean =>
  isFitted(state) && !used
/** Not from the box: must be inspected before air goes in. */
export const isSecondHand = ({ state, used }: Pick<Component, 'state' | 'used'>): boolean =>
  state === 'kept' || (used && state !== 'later')

export const STATE_WORDS: Record<PartState, string> = {
  new: 'new',
  kept: 'there, kept',
  replaced: 'there, replaced',
  out: 'there, taken out',
  later: 'later',
}
/** Words for how a part or a line was found. */
export const CONDITION_WORDS: Record<Condition, string> = {
  unseen: 'not looked at yet',
  good: 'good',
  worn: 'worn, serves on',
  failed: 'failed',
}
/** Its sign on drawings and lists. */
export const STATE_SIGNS: Record<PartState, string> = {
  new: '+',
  kept: '=',
  replaced: '↻',
  out: '×',
  later: '…',
}

/**
 * True if a text is a date as on plates: a year, alone or with a month or day, or a month and two digits of a
 * year.
 */
export const isPlateDate = (text: string): boolean =>
  /(^|\D)(19|20)\d\d(\D|$)/.test(text) || /^\s*(0?[1-9]|1[0-2])\s*[/.-]\s*\d\d\s*$/.test(text)

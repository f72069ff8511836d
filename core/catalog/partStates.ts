import type { Component, Condition, Found, LineFound, PartState } from '../document/types'

/** What becomes of a part or a line, in words, signs and consequences. */

/** On the truck today, and either stays or has the same again put in its place. */
export const isThere = (state: PartState): boolean => state === 'kept' || state === 'replaced'
/** Mounted, cut or screwed in with this job. */
export const isFitted = (state: PartState): boolean => state === 'new' || state === 'replaced'
/** Comes off its place and is mounted at another one. */
export const isMoved = ({ state, moved }: Pick<Component, 'state' | 'moved'>): boolean =>
  state === 'kept' && moved
/** Paid for with this job: what comes from another truck is not. */
export const isBought = ({ state, used }: Pick<Component, 'state' | 'used'>): boolean =>
  isFitted(state) && !used
/** Not from the box: to be looked at before air goes in. */
export const isSecondHand = ({ state, used }: Pick<Component, 'state' | 'used'>): boolean =>
  state === 'kept' || (used && state !== 'later')

export const STATE_WORDS: Record<PartState, string> = {
  new: 'new',
  kept: 'there, kept',
  replaced: 'there, replaced',
  out: 'there, taken out',
  later: 'later',
}
/** How a part or a line was found, in words. */
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

/** Nobody has looked at it yet. */
export const NOT_LOOKED_AT: Found = {
  condition: 'unseen',
  failedBy: 'unknown',
  year: null,
  rating: null,
  dated: '',
}
/** Nobody has looked at the line yet. */
export const LINE_NOT_LOOKED_AT: LineFound = { condition: 'unseen', year: null }

/** Whether a text says a date as plates carry it: a year, alone or with a month or day, or a month and two digits of a year. */
export const isPlateDate = (text: string): boolean =>
  /(^|\D)(19|20)\d\d(\D|$)/.test(text) || /^\s*(0?[1-9]|1[0-2])\s*[/.-]\s*\d\d\s*$/.test(text)

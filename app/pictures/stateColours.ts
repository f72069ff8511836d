import type { PartState } from '#core/document/types'

/** Colours of the states of parts; a sign always goes with them. */
export const STATE_COLOURS: Record<PartState, string> = {
  new: 'var(--petrol)',
  kept: 'var(--soft)',
  replaced: 'var(--ochre-deep)',
  out: 'var(--brick)',
  later: 'var(--blue)',
}

import type { PartState } from '#core/document/types'

/** Colours of what becomes of a part; a sign always stands with them. */
export const STATE_COLOURS: Record<PartState, string> = {
  new: 'var(--petrol)',
  kept: 'var(--soft)',
  replaced: 'var(--ochre-deep)',
  out: 'var(--brick)',
  later: 'var(--blue)',
}

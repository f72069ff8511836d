import type { Found } from './types'

/** Nobody has looked at it yet. */
export const NOT_LOOKED_AT: Found = {
  condition: 'unseen',
  failedBy: 'unknown',
  year: null,
  rating: null,
  dated: '',
}

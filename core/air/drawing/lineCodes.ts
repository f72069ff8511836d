import type { AirPath } from '../../document/types'

/** Every kind of line that is drawn: air by where it leads, wires by what they are. */
export type LineCode = AirPath | 'feed' | 'earth' | 'signal'

/**
 * How a kind of line is recognised without its colour: dashes and gaps (none for a solid line), letter, name.
 */
export const LINE_CODES: Record<LineCode, { dash: readonly number[]; letter: string; name: string }> = {
  left: { dash: [], letter: 'L', name: 'left air' },
  right: { dash: [8, 4], letter: 'R', name: 'right air' },
  supply: { dash: [], letter: 'S', name: 'supply air' },
  both: { dash: [12, 3, 2, 3], letter: 'LR', name: 'air to both' },
  feed: { dash: [], letter: '+', name: 'feed' },
  earth: { dash: [2, 4], letter: '−', name: 'earth' },
  signal: { dash: [10, 4, 2, 4], letter: '~', name: 'signal' },
}

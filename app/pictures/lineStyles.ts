import type { AirPath } from '#core/document/types'

/** The one code of colours and line styles, always doubled by a letter. */
export type LineCode = AirPath | 'feed' | 'earth' | 'signal'
export const LINE_STYLES: Record<
  LineCode,
  { colour: string; dash: string | undefined; letter: string; name: string }
> = {
  left: { colour: 'var(--ochre)', dash: undefined, letter: 'L', name: 'left air' },
  right: { colour: 'var(--iris)', dash: '8 4', letter: 'R', name: 'right air' },
  supply: { colour: 'var(--blue)', dash: undefined, letter: 'S', name: 'supply air' },
  both: { colour: 'var(--blue)', dash: '12 3 2 3', letter: 'LR', name: 'air to both' },
  feed: { colour: 'var(--brick)', dash: undefined, letter: '+', name: 'feed' },
  earth: { colour: 'var(--ink)', dash: '2 4', letter: '−', name: 'earth' },
  signal: { colour: 'var(--moss)', dash: '10 4 2 4', letter: '~', name: 'signal' },
}

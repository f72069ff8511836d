import type { Figure, Note } from './figure'

/** How far a stage is. The line shows it as a ring, half, disc or barred square. */
export type StageState = 'none' | 'begun' | 'clear' | 'stop'

/**
 * What every stage returns: figures that can answer "why?", notes, the headline on the line, and a result for
 * the pictures.
 */
export interface StageOutput<R> {
  figures: Record<string, Figure>
  notes: Note[]
  state: StageState
  /** Id of the figure shown under the stage's name on the line, or a text. */
  headline: { figures: string[] } | { text: string }
  result: R
}

/** A Stop always wins. With an open Fix no stage is clear. Otherwise the stage's own state counts. */
export function stateOf(notes: readonly Note[], otherwise: Exclude<StageState, 'stop'>): StageState {
  if (notes.some((n) => n.rank === 'stop')) return 'stop'
  return otherwise === 'clear' && notes.some((n) => n.rank === 'fix') ? 'begun' : otherwise
}

/** Returns the last result under a key while its inputs are the same objects; computes it otherwise. */
export type Memo = <T>(key: string, inputs: unknown[], compute: () => T) => T
export const noMemo: Memo = (_key, _inputs, compute) => compute()

/** A rule looks at a stage's result and returns nothing, one note or several. */
export type Rule<I> = (input: I) => Note | readonly Note[] | null

/** All notes of a list of rules, in the order of the list. */
export function applyRules<I>(rules: readonly Rule<I>[], input: I): Note[] {
  return rules.flatMap((rule) => rule(input) ?? [])
}

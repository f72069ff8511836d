import type { Figure, Note } from './figure'

/** How far a stage is: shown on the line as ring, half, disc or barred square. */
export type StageState = 'none' | 'begun' | 'clear' | 'stop'

/**
 * What every stage gives: figures that can answer "why?", notes, the one figure shown on the line, and its
 * own result for the pictures.
 */
export interface StageOutput<R> {
  figures: Record<string, Figure>
  notes: Note[]
  state: StageState
  /** Id of the figure shown under the stage's name on the line, or a text. */
  headline: { figures: string[] } | { text: string }
  result: R
}

/** Stop beats everything, and with a Fix open no stage is clear; otherwise what the stage says of itself. */
export function stateOf(notes: readonly Note[], otherwise: Exclude<StageState, 'stop'>): StageState {
  if (notes.some((n) => n.rank === 'stop')) return 'stop'
  return otherwise === 'clear' && notes.some((n) => n.rank === 'fix') ? 'begun' : otherwise
}

/** Gives what was computed last under a key when its inputs are the very same, else computes it. */
export type Memo = <T>(key: string, inputs: unknown[], compute: () => T) => T
export const noMemo: Memo = (_key, _inputs, compute) => compute()

/** A rule looks at a stage's result and says what it notices: nothing, one note or several. */
export type Rule<I> = (input: I) => Note | readonly Note[] | null

/** What a list of rules notices, in the list's order. */
export function applyRules<I>(rules: readonly Rule<I>[], input: I): Note[] {
  return rules.flatMap((rule) => rule(input) ?? [])
}

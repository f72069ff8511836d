import type { Quantity } from './units'
import type { Patch } from './patch'

/** One input of a figure, as shown under "why?". */
export interface FigureInput {
  label: string
  value: number | string | null
  quantity?: Quantity
}

/** A computed number that can answer "why?": formula, inputs and where the formula comes from. Value in SI. */
export interface Figure {
  label: string
  value: number | null
  quantity: Quantity
  formula: string
  inputs: FigureInput[]
  source: string
  /** Range that holds the true value 19 times in 20, as far as the measurements tell; SI. */
  range?: { low: number; high: number }
  /** Limits drawn as the band of its gauge, SI. */
  min?: number
  max?: number
}

export type Rank = 'stop' | 'fix' | 'know'

export type StageName = 'truck' | 'load' | 'air' | 'lay' | 'power' | 'tune' | 'build' | 'prove' | 'handover'

export const STAGES: readonly StageName[] = [
  'truck',
  'load',
  'air',
  'lay',
  'power',
  'tune',
  'build',
  'prove',
  'handover',
]

export interface Remedy {
  label: string
  patches: Patch[]
}

/** What a rule noticed. `value` and `limit` are SI of `quantity`. */
export interface Note {
  rule: string
  rank: Rank
  stage: StageName
  /** Id of the thing it is about, so that the picture can show it. */
  subject: string
  title: string
  text: string
  value: number | null
  limit: number | null
  quantity: Quantity
  source: string
  remedy?: Remedy
}

/** One input of a figure. */
export const input = (label: string, value: FigureInput['value'], quantity?: Quantity): FigureInput =>
  quantity ? { label, value, quantity } : { label, value }

export type NoteFields = Omit<Note, 'stage' | 'quantity' | 'value' | 'limit'> &
  Partial<Pick<Note, 'quantity' | 'value' | 'limit'>>

/** Makes notes of one stage: in its usual quantity, without value or limit, unless the rule gives them. */
export const notesOf =
  (stage: StageName, quantity: Quantity) =>
  (fields: NoteFields): Note => ({ stage, quantity, value: null, limit: null, ...fields })

import type { Plan } from '../document/types'
import type { Figure } from '../quantity/figure'
import { showText, type UnitChoice } from '../quantity/units'
import { noteText } from './report'
import type { Derived } from '../derive/types'
import type { StepPicture } from './pictures/canvas'

/** What paper sheets are made of, and what every one of them says the same way. */

/** A piece of a paper sheet. */
export type PackBlock =
  | { kind: 'text'; text: string }
  | { kind: 'list'; lines: string[] }
  | { kind: 'table'; title: string; head: string[]; rows: string[][] }
  /** Figures with room to write another beside each. */
  | { kind: 'fields'; title: string; rows: { label: string; value: string; guess: boolean }[] }
  /** The circuit in its symbols; whoever prints has its drawing. */
  | { kind: 'circuit' }
  /** Courses over hours or whatever `across` says, in the units that `across` and `up` name. */
  | {
      kind: 'curve'
      across: string
      up: string
      courses: { name: string; dash: number[] | null; points: [number, number][] }[]
    }
  /** Photos by their ids; whoever prints has their bytes. */
  | { kind: 'photos'; rows: { id: string; text: string; under: string }[] }
  /** Boxes to tick, each with what stands under its words, and its picture if it has one. */
  | { kind: 'checks'; title: string; rows: CheckRow[] }

export interface CheckRow {
  done: boolean
  text: string
  under: string
  picture: StepPicture | null
}

/** One sheet of the pack, by the stage's name. */
export interface PackSheet {
  title: string
  blocks: PackBlock[]
}

/** What a pack is printed from. */
export interface PackSource {
  plan: Plan
  derived: Derived
  units: UnitChoice
}

export const figureText = (figure: Figure | undefined, units: UnitChoice) =>
  figure ? showText(figure.value, figure.quantity, units) : '—'
/** Notes of a stage as lines, the gravest first. */
export function notesOf({ derived, units }: PackSource, stage: string, subject = ''): PackBlock[] {
  const lines = derived.notes
    .filter((n) => n.stage === stage && n.rank !== 'know' && n.subject.startsWith(subject))
    .map((n) => `${n.rank === 'stop' ? 'Stop' : 'Fix'}: ${n.title}. ${noteText(n, units)}`)
  return lines.length ? [{ kind: 'list', lines }] : []
}

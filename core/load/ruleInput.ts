import type { SpringClass } from '../catalog/springs'
import type { Haul, LoadedTruck, SurveyTolerances } from '../document/types'
import { notesOf, type Note, type NoteFields } from '../quantity/figure'
import type { HaulResult, Uncertainty } from './types'

/** Input of Load's rules: one haul solved on this truck. */
export interface LoadRuleInput {
  r: HaulResult
  haul: Haul
  truck: LoadedTruck
  spring: SpringClass | null
  uncertainty: Uncertainty | null
  tolerances: SurveyTolerances
  spacer: number
}

const note = notesOf('load', 'mass')

/** A note about one haul: its subject is `haul:what`. */
export const loadNote = (r: Pick<HaulResult, 'id'>, fields: NoteFields): Note =>
  note({ ...fields, subject: `${r.id}:${fields.subject}` })

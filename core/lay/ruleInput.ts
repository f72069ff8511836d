import type { CompressorClass } from '../catalog/compressors'
import { PRACTICE } from '../catalog/practice'
import type { SpringClass } from '../catalog/springs'
import type { AirPlan, LayPlan, Point, Truck } from '../document/types'
import { notesOf, type Note, type NoteFields, type Remedy } from '../quantity/figure'
import type { Rule } from '../quantity/stage'
import { laidParts, nearestRoom, partBox, solidsOf } from './space/room'
import { laidSize } from './space/stand'
import type { LayResult } from './types'

/** Input of Lay's rules: heat, distance between parts, harness reach, slack, spray. */
export interface LayRuleInput {
  r: LayResult
  lay: LayPlan
  truck: Truck
  air: AirPlan
  compressor: CompressorClass | null
  spring: Pick<SpringClass, 'portLow'> | null
}
export type LayRule = Rule<LayRuleInput>

const lengthNote = notesOf('lay', 'length')
export const note = (fields: Omit<NoteFields, 'source'> & { source?: string }): Note =>
  lengthNote({ source: 'Common practice', ...fields })

export const HEAT = PRACTICE.heatClearance.value

export const fitShield = (id: string): Remedy => ({
  label: 'Fit a heat shield',
  patches: [{ op: 'add', path: ['lay', 'shields', id], value: true }],
})

export const movePart = (label: string, id: string, place: { x: number; y: number; z: number }): Remedy => ({
  label,
  patches: [{ op: 'add', path: ['lay', 'places', id], value: place }],
})

export type LaidOut = Pick<LayRuleInput, 'r' | 'truck' | 'air' | 'lay'>

/** Boxes of all laid parts but one. */
export const othersThan = (id: string, { r, air, lay }: LaidOut) =>
  laidParts(air)
    .filter((other) => other !== id)
    .map((other) => partBox(r.places[other]!, laidSize(air, lay.stands, other)))

/** The nearest place with room for a part, from where it is or from another place. */
export function roomFor(
  id: string,
  laid: LaidOut,
  from = laid.r.places[id]!,
  reach = Infinity,
): Point | null {
  const { truck, air, lay } = laid
  const size = laidSize(air, lay.stands, id)
  return nearestRoom(from, size, truck, solidsOf(truck, air, laid.lay.solids), othersThan(id, laid), reach)
}

import { DIRECT, type AirPlan } from '../../document/types'
import { jointClass, jointId, usualJoint } from '../../catalog/joints'
import { notesOf, type Note, type NoteFields, type Remedy } from '../../quantity/figure'
import type { Rule } from '../../quantity/stage'
import type { RuleInput } from '../types'

/** Shared by Air's rules. Each rule has its source, its limit and, if it can be computed, its remedy. */

export type AirRule = Rule<RuleInput>
/** A rule that reads only the circuit. */
export type CircuitRule = Rule<AirPlan>

const pressureNote = notesOf('air', 'pressure')
/** A note of Air; value and limit are pressures, Pa gauge, unless given otherwise. */
export const airNote = (fields: NoteFields): Note => pressureNote(fields)

export const COMMON_PRACTICE = 'Common practice'

/** Types a figure into a part's own sheet. */
export const sheetRemedy = (label: string, id: string, figure: string, value: number): Remedy => ({
  label,
  patches: [{ op: 'add', path: ['air', 'components', id, 'sheet', figure], value }],
})

/** Puts the usual joint of its tube back at an end of a line; undefined if it is there already. */
export function usualAgain(plan: AirPlan, line: string, end: 'from' | 'to'): Remedy | undefined {
  const id = jointId(line, end)
  if (!plan.joints[id]) return undefined
  return {
    label: `Take a ${jointClass(usualJoint(plan, plan.lines[line]!)).label} there`,
    patches: [{ op: 'remove', path: ['air', 'joints', id] }],
  }
}

/** Removes only the line from the circuit. */
export const takeLineAway = (id: string): Remedy => ({
  label: 'Take the line away',
  patches: [{ op: 'remove', path: ['air', 'lines', id] }],
})

/** Chooses another class for the whole plan; a typed spring sheet belonged to the old one. */
export const chooseClass = (
  label: string,
  field: 'springClass' | 'compressorClass',
  value: string,
): Remedy => ({
  label,
  patches: [
    { op: 'replace', path: ['air', field], value },
    ...(field === 'springClass' ? [{ op: 'replace' as const, path: ['air', 'sheet'], value: null }] : []),
  ],
})

/** Lines that are tubes, not parts screwed together. */
export const isTube = (plan: AirPlan, line: string): boolean => plan.lines[line]!.tube !== DIRECT

import * as yup from 'yup'
import type { UnitChoice } from '../quantity/units'
import type { Edit } from './edit'
import type { Conflict } from './merge'
import { ownClassesSchema, targetSchema, type PlanProblem } from './schema'
import type { OwnClass, Plan, Target } from './types'

/** Shapes that the page and the server exchange; one schema each, shared by both. */

export interface ApiErrorBody {
  error: {
    code: string
    message: string
    problems?: PlanProblem[]
    conflicts?: Conflict[]
    revision?: number
    plan?: Plan
  }
}

const patch = yup
  .object({
    op: yup
      .string()
      .oneOf(['replace', 'add', 'remove'] as const)
      .required(),
    path: yup
      .array()
      .of(
        yup
          .mixed<string | number>(
            (v): v is string | number =>
              (typeof v === 'string' && v !== '__proto__' && v !== 'constructor' && v !== 'prototype') ||
              typeof v === 'number',
          )
          .required(),
      )
      .required()
      .max(12),
    value: yup.mixed().nullable(),
  })
  .strict()
  .noUnknown()
const patches = () => yup.array().of(patch).required().max(5000)

const edit = yup
  .object({
    id: yup.string().required().max(64),
    label: yup.string().required().max(200),
    kind: yup
      .string()
      .oneOf(['do', 'undo', 'redo'] as const)
      .required(),
    patches: patches(),
    inverse: patches(),
  })
  .strict()
  .noUnknown()

export const saveRequest = yup
  .object({
    base: yup.number().integer().min(1).required(),
    edits: yup.array().of(edit).required().min(1, 'There is nothing to save.').max(2000),
  })
  .strict()
  .noUnknown() as unknown as yup.Schema<{ base: number; edits: Edit[] }>

const unitChoice = yup
  .object({
    pressure: yup
      .string()
      .oneOf(['psi', 'bar', 'kPa'] as const)
      .required(),
    length: yup
      .string()
      .oneOf(['in', 'mm'] as const)
      .required(),
    mass: yup
      .string()
      .oneOf(['lb', 'kg'] as const)
      .required(),
    torque: yup
      .string()
      .oneOf(['ft·lbf', 'N·m'] as const)
      .required(),
    wire: yup
      .string()
      .oneOf(['AWG', 'mm²'] as const)
      .required(),
  })
  .strict()
  .noUnknown() as unknown as yup.Schema<UnitChoice>

/** What a shop may set of itself: its units, what a new haul is brought to, its own classes of parts. */
export const shopRequest = yup
  .object({
    units: unitChoice.optional(),
    target: targetSchema.optional(),
    parts: yup.lazy((value: unknown) => (value === undefined ? yup.mixed() : ownClassesSchema)),
  })
  .strict()
  .noUnknown() as unknown as yup.Schema<{
  units?: UnitChoice
  target?: Target
  parts?: Record<string, OwnClass>
}>

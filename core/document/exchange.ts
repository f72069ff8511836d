import { targetSchema } from './schema/load'
import { ownClassesSchema } from './schema/air'
import { kitsSchema } from './schema/kits'
import { coloursSchema } from './schema/power'
import * as yup from 'yup'
import type { UnitChoice } from '../quantity/units'
import type { KeptEdit, Refusal } from './handIn'
import type { ShopSettings } from './shop'
import type { Conflict } from './merge'
import type { PlanProblem } from './schema'

/** Shapes that the page and the server exchange; one schema each, shared by both. */

export interface ApiErrorBody {
  error: {
    code: string
    message: string
    problems?: PlanProblem[]
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
              typeof v === 'string' || (typeof v === 'number' && Number.isInteger(v)),
          )
          .required(),
      )
      .required()
      .max(12),
    value: yup.mixed().nullable(),
  })
  .strict()
  .noUnknown()
/** Most changes in one edit. An imported list of readings counts as one change. */
export const MOST_CHANGES = 5000
const patches = () =>
  yup
    .array()
    .of(patch)
    .required()
    .max(
      MOST_CHANGES,
      ({ value }) =>
        `One edit makes at most ${MOST_CHANGES} changes, this makes ${(value as unknown[]).length}. Take it in in parts.`,
    )

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

const kept = edit.shape({
  base: yup.number().integer().min(1).max(2_147_483_647).required(),
  line: yup.string().required().max(64),
  who: yup.string().required().max(64),
  saw: yup.array().of(yup.string().required().max(64)).max(5000).optional(),
  replaces: yup.array().of(yup.string().required().max(64)).max(5000).optional(),
})

/** Most edits in one hand-in, and most characters of their JSON; the page stays below both. */
export const MOST_EDITS = 500
export const MOST_HAND_IN = 4_000_000

export const handInRequest = yup
  .object({
    edits: yup.array().of(kept).required().min(1, 'There is nothing to save.').max(MOST_EDITS),
  })
  .strict()
  .noUnknown() as unknown as yup.Schema<{ edits: KeptEdit[] }>

/** A place that two people changed, with the other person and the time. */
export interface ClashPlace extends Conflict {
  who: string
  at: string
}

/** Result of a hand-in: the present document, which edits are held, and which cannot be. */
export interface HandInAnswer<T> {
  /** The document it is about, so that an answer for another one is never taken. */
  doc: string
  revision: number
  document: T
  /** Ids of handed-in edits that the server holds. */
  holds: string[]
  refused: Refusal[]
  /** True if there are edits of others that the sender has not seen. */
  others: boolean
  /**
   * Places the sender must settle; until then nothing of the rest is written. `proposal` contains all the rest.
   */
  clash: { places: ClashPlace[]; proposal: T } | null
}

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

/** Settings of a shop: its units, the target of a new haul, its own classes of parts. */
const shopSettings = yup
  .object({
    units: unitChoice.required(),
    target: targetSchema,
    parts: ownClassesSchema,
    kits: kitsSchema,
    colours: coloursSchema,
  })
  .strict()
  .noUnknown() as unknown as yup.Schema<ShopSettings>

/** What is wrong with the shape of a shop's settings, in a sentence, or null. */
export function shopSettingsProblem(settings: ShopSettings): string | null {
  try {
    shopSettings.validateSync(settings, { strict: true })
    return null
  } catch (error) {
    return (error as Error).message
  }
}

/**
 * How long lines came out on one kind of truck, over a number of jobs: computed runs, and cut lengths less
 * slack, m.
 */
export interface MeasuredOn {
  jobs: number
  lines: number
  runs: number
  real: number
}

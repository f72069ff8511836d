import { type Field, choiceField, numberField, recordField, shape } from './fields'
import { PLAN_FORMAT, PLAN_VERSION, type Plan } from './types'
import { jobSchema } from './schema/job'
import { truckSchema } from './schema/truck'
import { haulSchema } from './schema/load'
import { airSchema } from './schema/air'
import { laySchema } from './schema/lay'
import { powerSchema } from './schema/power'
import { tuneSchema } from './schema/tune'
import { buildSchema } from './schema/build'
import { proveSchema } from './schema/prove'
import { handoverSchema } from './schema/handover'
import { isRecord, sameJson } from '../quantity/patch'
import { unfitJson } from './json'
import { upgradePlan } from './upgrade'
import * as yup from 'yup'

/**
 * The one schema of the plan document, used by file import, the server's routes, worker messages and `bin/np`.
 * Each stage's part is in its own file of `schema/`, as its types are. Ranges only exclude impossible values (a
 * mass above 200 t); unwise values get a bench note, not an error.
 */

export const planSchema = shape<Plan>({
  format: choiceField([PLAN_FORMAT]),
  version: numberField(PLAN_VERSION, PLAN_VERSION) as Field<unknown> as Field<typeof PLAN_VERSION>,
  job: jobSchema,
  truck: truckSchema,
  hauls: recordField(haulSchema, 40),
  air: airSchema,
  lay: laySchema,
  power: powerSchema,
  tune: tuneSchema,
  build: buildSchema,
  prove: proveSchema,
  handover: handoverSchema,
})

export interface PlanProblem {
  path: string
  message: string
}

/**
 * What is wrong with a changed plan, in a sentence, or null. Parts that are the same objects as in a correct
 * plan are not checked again.
 */
export function changedPlanProblem(plan: Plan, right: Plan): string | null {
  const parts = Object.keys(right) as (keyof Plan)[]
  if (!sameJson(Object.keys(plan).sort(), [...parts].sort())) return checkPlan(plan).problems![0]!.message
  for (const part of parts) {
    if (plan[part] === right[part]) continue
    const unfit = unfitJson({ [part]: plan[part] })
    if (unfit) return unfit
    try {
      planSchema.validateSyncAt(part, plan, { strict: true })
    } catch (error) {
      return (error as Error).message
    }
  }
  return null
}

/**
 * Checks a whole document; returns it typed, or every problem with its path. An earlier version is brought to
 * the newest first; in one that claims to be the newest nothing is filled in.
 */
export function checkPlan(
  value: unknown,
): { plan: Plan; problems: null } | { plan: null; problems: PlanProblem[] } {
  const unfit = unfitJson(value)
  if (unfit) return { plan: null, problems: [{ path: '', message: unfit }] }
  const isNewest = isRecord(value) && value.version === PLAN_VERSION
  try {
    const checked = planSchema.validateSync(isNewest ? value : upgradePlan(value), {
      strict: true,
      abortEarly: false,
    }) as unknown as Plan
    // Parts and lines have an order of their own, whatever the order of keys in a file.
    return { plan: isNewest ? (upgradePlan(checked) as Plan) : checked, problems: null }
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const all = error.inner.length > 0 ? error.inner : [error]
    return { plan: null, problems: all.map((e) => ({ path: e.path ?? '', message: e.message })) }
  }
}

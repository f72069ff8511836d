import { shopSettingsProblem } from '#core/document/exchange'
import { checkPlan } from '#core/document/schema'
import type { Plan } from '#core/document/types'

/** The schemas of documents, loaded a moment after the page. */

/** What is wrong with a plan, in a sentence, or null. */
export const planProblem = (plan: Plan): string | null => checkPlan(plan).problems?.[0]?.message ?? null
export { shopSettingsProblem }

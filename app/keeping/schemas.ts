import { shopSettingsProblem } from '#core/document/exchange'
import { checkPlan } from '#core/document/schema'
import type { Plan } from '#core/document/types'

/** The schemas of what is kept, apart from the page: they come a moment after it. */

/** What is wrong with a plan, in a sentence, or null. */
export const planProblem = (plan: Plan): string | null => checkPlan(plan).problems?.[0]?.message ?? null
export { shopSettingsProblem }

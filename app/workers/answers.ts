import { answerPlan } from '#core/whatIf/runs'
import type { Answers } from '#core/air/run/answers'
import { createDeriver } from '#core/derive/derive'
import { checkPlan } from '#core/document/schema'

/** What runs of a plan's circuit say. What comes in is checked like any plan; null when it is none. */
function answer(value: unknown): Answers | null {
  const { plan } = checkPlan(value)
  return plan && answerPlan(plan, createDeriver()(plan))
}

export const answers = { answer }

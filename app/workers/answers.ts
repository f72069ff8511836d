import { answerPlan } from '#core/whatIf/runs'
import type { Answers } from '#core/air/run/answers'
import { createDeriver } from '#core/derive/derive'
import { checkPlan } from '#core/document/schema'

/** Answers of runs of a plan's circuit. The input is checked like any plan; null if it is not one. */
function answer(value: unknown): Answers | null {
  const { plan } = checkPlan(value)
  return plan && answerPlan(plan, createDeriver()(plan))
}

export const answers = { answer }

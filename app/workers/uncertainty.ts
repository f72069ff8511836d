import type { Sampled } from '#core/load/uncertainty'
import { createDeriver } from '#core/derive/derive'
import { sampleHauls } from '#core/whatIf/sample'
import { checkPlan } from '#core/document/schema'

/**
 * Samples one haul of a plan. The input is checked like any plan; null if it is not one, or if the haul needs
 * no sampling.
 */
function sample(value: unknown, haulId: string): Sampled | null {
  const { plan } = checkPlan(value)
  return plan ? (sampleHauls(plan, createDeriver()(plan), haulId)[haulId] ?? null) : null
}

export const uncertainty = { sample }

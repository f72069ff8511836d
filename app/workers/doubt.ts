import { expose } from 'comlink'
import type { Sampled } from '#core/load/doubt'
import { createDeriver, sampleHauls } from '#core/plan/derive'
import { checkPlan } from '#core/plan/schema'

/** Samples one haul of a plan. What comes in is checked like any plan; null when it is none or the haul needs no sampling. */
function sample(value: unknown, haulId: string): Sampled | null {
  const { plan } = checkPlan(value)
  return plan ? (sampleHauls(plan, createDeriver()(plan), haulId)[haulId] ?? null) : null
}

export type DoubtWorker = { sample: typeof sample }
expose({ sample } satisfies DoubtWorker)

import type { createDeriver } from '#core/derive/derive'
import type { Plan } from '#core/document/types'

/**
 * Plans of the most recently saved jobs with their derivations, so that a save does not read, check or derive
 * again what it did not change. This is only a cache: the locked row of the database says whether a plan is
 * still the newest.
 */
export interface NewestPlan {
  revision: number
  updatedAt: Date
  plan: Plan
  derive: ReturnType<typeof createDeriver>
}

const MOST_PLANS = 80
const newest = new Map<string, NewestPlan>()

/** The plan of a job at its newest revision, if this server has it; the job's row, locked now, decides. */
export function newestPlan(id: string, revision: number, updatedAt: Date): NewestPlan | null {
  const known = newest.get(id)
  const same = known?.revision === revision && known.updatedAt.getTime() === updatedAt.getTime()
  return same ? known : null
}

/** Remembers what a transaction wrote, after it; if too many, drops the job saved longest ago. */
export function rememberPlan(id: string, plan: NewestPlan): void {
  newest.delete(id)
  newest.set(id, plan)
  if (newest.size > MOST_PLANS) newest.delete(newest.keys().next().value!)
}

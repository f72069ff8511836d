import type { createDeriver } from '#core/derive/derive'
import type { Plan } from '#core/document/types'

/**
 * Plans of the jobs saved last, with what was derived of them: a save then neither reads, checks nor derives
 * anew what it did not touch. Nothing hangs on it: the locked row of the database says whether a plan is
 * still the newest.
 */
export interface NewestPlan {
  revision: number
  updatedAt: Date
  plan: Plan
  derive: ReturnType<typeof createDeriver>
}

const MOST = 80
const newest = new Map<string, NewestPlan>()

/**
 * The plan of a job at its newest revision, where this server has it; the row of the job as it is locked now
 * decides.
 */
export function newestPlan(id: string, revision: number, updatedAt: Date): NewestPlan | null {
  const known = newest.get(id)
  const same = known?.revision === revision && known.updatedAt.getTime() === updatedAt.getTime()
  return same ? known : null
}

/** Remembers what a transaction wrote, once it is through; of more jobs than fit, the one saved longest ago goes. */
export function rememberPlan(id: string, plan: NewestPlan): void {
  newest.delete(id)
  newest.set(id, plan)
  if (newest.size > MOST) newest.delete(newest.keys().next().value!)
}

import { expose } from 'comlink'
import { createDeriver } from '#core/derive/derive'
import { tryLever, type LevelTried, type LeverTry } from '#core/derive/levelLoops'
import type { Derived } from '#core/derive/types'
import { checkPlan } from '#core/document/schema'
import type { Plan } from '#core/document/types'

/** Tries arms and lags of a height valve, one by one. The plan is checked and derived once and kept. */
let known: { plan: Plan; derived: Derived; haul: string } | null = null
const api = {
  open(value: unknown, haul: string): void {
    const { plan } = checkPlan(value)
    known = plan && { plan, derived: createDeriver()(plan), haul }
  },
  tryOne: (pair: LeverTry): LevelTried | null =>
    known && tryLever(known.plan, known.derived, known.haul, pair),
}
export type LeversWorker = typeof api
expose(api)

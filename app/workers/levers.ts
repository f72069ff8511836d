import { expose } from 'comlink'
import { createDeriver } from '#core/derive/derive'
import { tryLevel, type LevelTried, type LevelTry } from '#core/derive/levelSweep'
import type { Derived } from '#core/derive/types'
import { checkPlan } from '#core/document/schema'
import type { Plan } from '#core/document/types'

/** Tries what a height valve or a controller can be set to, one by one. The plan is checked and derived once and kept. */
let known: { plan: Plan; derived: Derived; haul: string } | null = null
const api = {
  open(value: unknown, haul: string): void {
    const { plan } = checkPlan(value)
    known = plan && { plan, derived: createDeriver()(plan), haul }
  },
  tryOne: (one: LevelTry): LevelTried | null => known && tryLevel(known.plan, known.derived, known.haul, one),
}
export type LeversWorker = typeof api
expose(api)

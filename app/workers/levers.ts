import type { Arrangement, PairResult } from '#core/air/levelling/bothCorners'
import { createDeriver } from '#core/derive/derive'
import { runPair, type PairDriveId } from '#core/whatIf/levelPair'
import { tryLevel, type LevelTried, type LevelTry } from '#core/whatIf/levelSweep'
import type { Derived } from '#core/derive/types'
import { checkPlan } from '#core/document/schema'
import type { Plan } from '#core/document/types'

/**
 * Tries possible settings of a height valve or a controller, and both corners at once, one by one. The plan is
 * checked and derived once and kept.
 */
let known: { plan: Plan; derived: Derived; haul: string } | null = null
export const levers = {
  open(value: unknown, haul: string): void {
    const { plan } = checkPlan(value)
    known = plan && { plan, derived: createDeriver()(plan), haul }
  },
  pair: (drive: PairDriveId, arrangement: Arrangement): PairResult | null =>
    known && runPair(known.plan, known.derived, known.haul, drive, arrangement),
  tryOne: (one: LevelTry): LevelTried | null => known && tryLevel(known.plan, known.derived, known.haul, one),
}

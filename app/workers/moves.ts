import { createDeriver } from '#core/derive/derive'
import { movePreset, presetPairs, type PresetMove } from '#core/whatIf/presetMoves'
import { checkPlan } from '#core/document/schema'

/** Runs every change from one preset to another. The plan is checked like any other. */
export const moves = {
  run(value: unknown): PresetMove[] {
    const { plan } = checkPlan(value)
    if (!plan) return []
    const derived = createDeriver()(plan)
    return presetPairs(plan, derived).flatMap(([from, to]) => movePreset(plan, derived, from, to) ?? [])
  },
}

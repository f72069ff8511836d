import type { BuildPlan } from '../document/types'
import type { Step } from './types'

/** Why a step cannot be ticked yet, or null. */
export function blockedBy(
  step: Step,
  steps: readonly Step[],
  { ticks, struck }: Pick<BuildPlan, 'ticks' | 'struck'>,
): { step: Step; reason: string } | null {
  for (const [id, reason] of Object.entries(step.after)) {
    const before = steps.find((s) => s.id === id)
    if (before && !ticks[id] && !struck[id]) return { step: before, reason }
  }
  return null
}

/** Why a tick cannot be taken back, or null: a later step depends on it. */
export function heldBy(step: Step, steps: readonly Step[], { ticks }: Pick<BuildPlan, 'ticks'>): Step | null {
  return steps.find((later) => ticks[later.id] && later.after[step.id]) ?? null
}

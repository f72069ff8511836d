import type { BuildPlan } from '../document/types'
import type { Step } from './types'

/** Why a step cannot be ticked yet, or null. */
export function blockedBy(
  step: Step,
  steps: readonly Step[],
  { ticks, struck, looks }: Pick<BuildPlan, 'ticks' | 'struck'> & Partial<Pick<BuildPlan, 'looks'>>,
): { step: Step; reason: string } | null {
  for (const [id, reason] of Object.entries(step.after)) {
    const before = steps.find((s) => s.id === id)
    if (before && !ticks[id] && !struck[id]) return { step: before, reason }
    const look = looks?.[id]
    if (before && look && !look.seen)
      return { step: before, reason: `${look.who} wants it looked at before it goes on.` }
  }
  return null
}

/** Why a tick cannot be taken back, or null: a later step depends on it. */
export function heldBy(step: Step, steps: readonly Step[], { ticks }: Pick<BuildPlan, 'ticks'>): Step | null {
  return steps.find((later) => ticks[later.id] && later.after[step.id]) ?? null
}

/**
 * Steps so that each comes after everything it follows: those that somebody put first as early as their reasons
 * allow, in that order, and all others in their usual order.
 */
export function inOrder(steps: readonly Step[], first: readonly string[]): Step[] {
  const put = new Map(first.map((id, i) => [id, i]))
  // Those put first, in their order; the usual order is stable.
  const wanted = [...steps].sort((a, b) => (put.get(a.id) ?? first.length) - (put.get(b.id) ?? first.length))
  const planned = new Set(steps.map(({ id }) => id))
  const placed = new Set<string>()
  const order: Step[] = []
  const isReady = ({ id, after }: Step) =>
    !placed.has(id) && Object.keys(after).every((before) => placed.has(before) || !planned.has(before))
  while (order.length < steps.length) {
    const next = wanted.find(isReady)
    // A ring of reasons has no order; the tests keep every plan free of one.
    if (!next) return [...order, ...steps.filter(({ id }) => !placed.has(id))]
    placed.add(next.id)
    order.push(next)
  }
  return order
}

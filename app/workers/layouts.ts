import { tryLayout } from '#core/whatIf/layouts'
import { checkPlan } from '#core/document/schema'
import type { Plan } from '#core/document/types'
import {
  bestLayouts,
  partsWithoutRoom,
  type Layout,
  type NoRoom,
  type Start,
} from '#core/lay/layouts/layouts'

/** Lays whole layouts, start by start. The plan is checked once and kept. */
let plan: Plan | null = null
const tried: Layout[] = []
export const layouts = {
  open(value: unknown): void {
    plan = checkPlan(value).plan
  },
  /** Tries one start and returns the best layouts so far. */
  tryOne(start: Start, count: number): Layout[] {
    const layout = plan && tryLayout(plan, start)
    if (layout) tried.push(layout)
    return bestLayouts(tried, count)
  },
  /** Parts that have no room in any layout. */
  withoutRoom(): NoRoom[] {
    return plan ? partsWithoutRoom(plan.truck, plan.air, plan.lay) : []
  },
}

import type { SetChoice, SetTried } from '#core/air/run/whichSet'
import { trySet } from '#core/whatIf/runs'
import { checkPlan } from '#core/document/schema'
import type { Plan } from '#core/document/types'

/** One worker of the pool that tries sets. The plan is checked once and kept. */
let plan: Plan | null = null
export const sweep = {
  open(value: unknown): boolean {
    plan = checkPlan(value).plan
    return plan !== null
  },
  /** Null for a set that cannot be run on this circuit. */
  tryOne(choice: SetChoice): SetTried | null {
    try {
      return plan && trySet(plan, choice)
    } catch {
      return null
    }
  },
}

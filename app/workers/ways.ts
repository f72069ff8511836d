import { levellingWay, type LevellingWay, type WayId } from '#core/whatIf/threeWays'
import { checkPlan } from '#core/document/schema'

/**
 * Works out presets, height valve and electronic levelling for a plan, one by one. The plan is checked like any
 * other.
 */
export const ways = {
  one(value: unknown, way: WayId): LevellingWay | null {
    const { plan } = checkPlan(value)
    return plan && levellingWay(plan, way)
  },
}

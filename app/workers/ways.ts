import { expose } from 'comlink'
import { levellingWay, type LevellingWay, type WayId } from '#core/derive/threeWays'
import { checkPlan } from '#core/document/schema'

/** Works out presets, height valve and electronic levelling on a plan, one by one. The plan is checked like any. */
const api = {
  one(value: unknown, way: WayId): LevellingWay | null {
    const { plan } = checkPlan(value)
    return plan && levellingWay(plan, way)
  },
}
export type WaysWorker = typeof api
expose(api)

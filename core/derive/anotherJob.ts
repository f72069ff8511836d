import type { Plan } from '../document/types'
import { newPlan } from './newPlan'

/** Jobs that begin from another one. */

/**
 * The same truck and plan once more, under another name. What was done and proved was done on the other truck, so none
 * of it comes along: no road trial, no ticks, no hold tests, no soaped joints, nothing accepted, nothing handed over.
 */
export function copyOf(plan: Plan, name: string): Plan {
  const { build, prove, handover } = newPlan(plan.truck.kind, name)
  const { fasteners } = plan.build
  return {
    ...plan,
    job: { ...plan.job, name, number: '' },
    tune: { ...plan.tune, trials: {} },
    build: { ...build, fasteners },
    prove,
    handover: { ...handover, contact: plan.handover.contact },
  }
}

/**
 * A new job of the same kind of truck, set up as this one: its circuit and classes, its lay, its wiring. The truck and
 * what it carries are begun anew: they are another owner's.
 */
export function likeThis(plan: Plan, name: string): Plan {
  const fresh = newPlan(plan.truck.kind, name)
  const { drivingSide, altitude } = plan.job
  return {
    ...fresh,
    job: { ...fresh.job, drivingSide, altitude },
    hauls: Object.fromEntries(
      Object.entries(fresh.hauls).map(([id, haul]) => [
        id,
        { ...haul, target: Object.values(plan.hauls)[0]?.target ?? haul.target },
      ]),
    ),
    air: { ...plan.air, scenarios: {} },
    lay: plan.lay,
    power: plan.power,
    tune: { ...fresh.tune, minimum: plan.tune.minimum },
  }
}

import type { Plan } from '../document/types'
import { newPlan } from './newPlan'

/** Jobs that begin from another one. */

/**
 * The same truck and plan again under another name. Work and proof belong to the other truck, so none is
 * copied: no road trial, no ticks, no hold tests, no soaped joints, nothing accepted, nothing handed over.
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
 * A new job of the same kind of truck, set up like this one: its circuit and classes, layout and wiring. The
 * truck and its loads begin anew, because they belong to another owner.
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

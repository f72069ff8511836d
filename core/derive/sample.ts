import { sampleUncertainty, type Sampled } from '../load/uncertainty'
import type { Plan } from '../document/types'
import type { Derived } from './types'

/**
 * Ranges of those hauls that straight lines do not describe, by sampling. Some tenths of a second a haul: in a worker on
 * the page, as it is in `bin/np`. The same seed, so both say the same.
 */
export function sampleHauls(plan: Plan, { stages }: Derived, only?: string): Record<string, Sampled> {
  const { hauls, uncertainties, spring } = stages.load.result
  const { truck, tolerances, areaFrom } = stages.truck.result.facts
  if (!spring) return {}
  const wanted = Object.keys(hauls).filter(
    (id) => (only === undefined || id === only) && uncertainties[id] && !uncertainties[id].linear,
  )
  return Object.fromEntries(
    wanted.map((id) => [
      id,
      sampleUncertainty({
        haul: plan.hauls[id]!,
        truck,
        spring,
        teed: stages.air.result.teed,
        areaFrom,
        tolerances,
      }),
    ]),
  )
}

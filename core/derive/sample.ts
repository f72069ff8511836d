import { SAMPLES, sampleUncertainty, type Sampled } from '../load/uncertainty'
import type { Plan } from '../document/types'
import { SAMPLING } from './settings'
import type { Derived } from './types'

/** Samples a haul of a plan whose hauls have so many sources of doubt: fewer where there is a great deal to move. */
export function samplesFor(sources: readonly number[]): number {
  const each = sources.reduce((sum, n) => sum + n ** 2, 0)
  return Math.max(Math.min(Math.floor(SAMPLING.work / Math.max(each, 1)), SAMPLES), SAMPLING.fewest)
}

/**
 * Ranges of those hauls that straight lines do not describe, by sampling. Some tenths of a second a haul: in
 * a worker on the page, as it is in `bin/np`. The same seed, so both say the same.
 */
export function sampleHauls(plan: Plan, { stages }: Derived, only?: string): Record<string, Sampled> {
  const { hauls, uncertainties, spring } = stages.load.result
  const { truck, tolerances } = stages.truck.result.facts
  if (!spring) return {}
  const bent = Object.keys(hauls).filter((id) => uncertainties[id] && !uncertainties[id].linear)
  const wanted = bent.filter((id) => only === undefined || id === only)
  const samples = samplesFor(bent.map((id) => uncertainties[id]!.shares.length))
  return Object.fromEntries(
    wanted.map((id) => [
      id,
      sampleUncertainty(
        {
          haul: plan.hauls[id]!,
          truck,
          spring,
          teed: stages.air.result.teed,
          tolerances,
        },
        samples,
      ),
    ]),
  )
}

import { SAMPLES, sampleUncertainty, type Sampled } from '../load/uncertainty'
import type { Plan } from '../document/types'
import { SAMPLING } from './settings'
import type { Derived } from '../derive/types'

/** Number of samples for hauls with these numbers of doubtful sources: fewer if there are many. */
export function samplesFor(sources: readonly number[]): number {
  const each = sources.reduce((sum, n) => sum + n ** 2, 0)
  return Math.max(Math.min(Math.floor(SAMPLING.work / Math.max(each, 1)), SAMPLES), SAMPLING.fewest)
}

/**
 * Ranges of hauls that straight lines do not describe, by sampling. It takes some tenths of a second per haul,
 * so the page does it in a worker. `bin/np` uses the same seed and gives the same ranges.
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

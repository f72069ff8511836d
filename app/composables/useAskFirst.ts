import { startsAnew, workOnCircuit, workOnTruck } from '#core/jobs/replaced'
import type { Remedy } from '#core/quantity/figure'

/**
 * Applies a remedy, or asks first where it would put another circuit or truck in place of one that somebody
 * worked on.
 */
export function useAskFirst(): (remedy: Remedy) => void {
  const job = useJob()
  const screen = useScreen()
  return (remedy) => {
    const what = remedy.patches[0]?.path.join('.') === 'truck' ? 'truck' : 'circuit'
    const work =
      what === 'truck' ? workOnTruck(job.plan!) : startsAnew(remedy) ? workOnCircuit(job.plan!) : []
    if (work.length === 0) job.applyRemedy(remedy)
    else screen.replacing = { what, remedy, work }
  }
}

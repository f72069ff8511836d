import { startsAnew, workOnCircuit, workOnTruck } from '#core/jobs/replaced'
import type { Remedy } from '#core/quantity/figure'

/** Applies a remedy, or first asks if it would replace a circuit or truck that somebody has edited. */
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

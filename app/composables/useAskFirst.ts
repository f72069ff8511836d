import { startsAnew, workOnCircuit } from '#core/derive/replaced'
import type { Remedy } from '#core/quantity/figure'

/** Applies a remedy, or asks first where it would start a circuit anew that somebody worked on. */
export function useAskFirst(): (remedy: Remedy) => void {
  const job = useJob()
  const screen = useScreen()
  return (remedy) => {
    const work = startsAnew(remedy) ? workOnCircuit(job.plan!) : []
    if (work.length === 0) job.applyRemedy(remedy)
    else screen.replacing = { remedy, work }
  }
}

import type { LayPlan } from '../document/types'
import type { Measured, Route } from './types'

/** What came back from the truck: how much longer its lines really were than the computed runs. */

/** Sums over lines cut off a coil whose real length was typed; null if there are none. */
export function measuredOf(routes: readonly Route[], { cutTo }: Pick<LayPlan, 'cutTo'>): Measured | null {
  const typed = routes.filter(({ id, kind, coiled, wayless }) => {
    return kind === 'air' && coiled === null && !wayless && cutTo[id] !== undefined
  })
  if (typed.length === 0) return null
  return {
    lines: typed.length,
    runs: typed.reduce((sum, { run }) => sum + run, 0),
    real: typed.reduce((sum, { id, slack }) => sum + cutTo[id]! - slack, 0),
  }
}

/** How much longer than computed, as a share; negative if they were shorter. */
export const allowanceOf = ({ runs, real }: Pick<Measured, 'runs' | 'real'>): number => real / runs - 1

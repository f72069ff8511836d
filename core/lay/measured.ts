import type { LayPlan } from '../document/types'
import type { Measured, Route } from './types'

/** What came back from the truck: how much longer its lines really were than their runs. */

/** Lines cut off a coil whose real length was typed, added up; null where none was. */
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

/** By how much longer than found, as a share; what shorter runs came to is negative. */
export const allowanceOf = ({ runs, real }: Pick<Measured, 'runs' | 'real'>): number => real / runs - 1

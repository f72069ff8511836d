import type { Derived } from '../core/derive/types'
import { STAGES } from '../core/quantity/figure'

/** Figures that are neither a number nor said to be unknown, or say no why; and notes without a text or a source. */
export function faultsOf({ stages, notes }: Derived): string[] {
  const figures = STAGES.flatMap((stage) => Object.entries(stages[stage].figures))
  return [
    ...figures
      .filter(([, f]) => f.value !== null && !Number.isFinite(f.value))
      .map(([key]) => `${key}: not finite`),
    ...figures.filter(([, f]) => !f.formula || !f.source).map(([key]) => `${key}: says no why`),
    ...notes.filter((n) => !n.text || !n.source).map((n) => `${n.rule}: no text or source`),
  ]
}

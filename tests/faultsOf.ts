import type { Derived } from '../core/derive/types'
import { STAGES } from '../core/quantity/figure'

/**
 * Lists figures whose value is neither a number nor marked unknown or that lack a "why", and notes that lack a
 * text or a source.
 */
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

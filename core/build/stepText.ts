import { showText, type UnitChoice } from '../quantity/units'
import type { Step } from './types'

/** What a step says, its figures in a shop's units; "—" where there is none. */
export const stepText = (step: Step, units: UnitChoice): string =>
  step.detail.replace(/\{(\w+)\}/g, (_, key: string) => {
    const figure = step.values[key]
    return figure ? showText(figure.value, figure.quantity, units) : '—'
  })

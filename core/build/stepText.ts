import { showText, type UnitChoice } from '../quantity/units'
import type { Step } from './types'

/** Text of a step, with its figures in the shop's units; "—" where there is no figure. */
export const stepText = (step: Step, units: UnitChoice): string =>
  step.detail.replace(/\{(\w+)\}/g, (_, key: string) => {
    const figure = step.values[key]
    return figure ? showText(figure.value, figure.quantity, units) : '—'
  })

import type { FigureSpec } from '#core/catalog/kinds'
import { showText, type UnitChoice } from '#core/quantity/units'

/** A figure of a part as text: in the shop's unit, or as the word for yes or no. */
export const figureText = (spec: FigureSpec, value: number | undefined, units: UnitChoice): string =>
  spec.words ? spec.words[value ? 1 : 0] : showText(value ?? null, spec.quantity, units)

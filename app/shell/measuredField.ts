import type { Quantity } from '#core/quantity/units'

/** Properties of an input for a figure: its label, its value in SI and its range. */
export interface MeasuredField {
  label: string
  value: number | null
  quantity: Quantity
  min?: number
  max?: number
}

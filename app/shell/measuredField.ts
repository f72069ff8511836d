import type { Quantity } from '#core/quantity/units'

/** What a figure that is typed has, wherever it stands: its name, its value in SI and between what it lies. */
export interface MeasuredField {
  label: string
  value: number | null
  quantity: Quantity
  min?: number
  max?: number
}

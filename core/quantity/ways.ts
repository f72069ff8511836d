import { showText, type Quantity, type UnitChoice } from './units'

/** Words for both directions of a position on the truck: first positive, then negative. */
export const AXLE_WAYS = ['ahead of axle', 'behind axle'] as const
export const CENTRE_WAYS = ['left of centre', 'right of centre'] as const
export const COUPLING_WAYS = ['behind coupling', 'ahead of coupling'] as const
export const OUT_WAYS = ['outwards', 'inwards'] as const
export const LIFT_WAYS = ['lifted', 'dropped'] as const

/** A place with its side as a word: "300 mm behind axle". */
export function wayText(
  value: number,
  quantity: Quantity,
  units: UnitChoice,
  ways: readonly [string, string],
): string {
  return `${showText(Math.abs(value), quantity, units)} ${ways[value < 0 ? 1 : 0]}`
}

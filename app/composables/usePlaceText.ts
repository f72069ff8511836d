import type { Point } from '#core/document/types'
import { AXLE_WAYS, CENTRE_WAYS, wayText } from '#core/quantity/ways'

/** A place on the truck in words: how far ahead of or behind the rear axle, and on which side. */
export function usePlaceText() {
  const shop = useShop()
  return (at: Pick<Point, 'x' | 'y'>) =>
    `${wayText(at.x, 'length', shop.units, AXLE_WAYS)}, ${wayText(at.y, 'length', shop.units, CENTRE_WAYS)}`
}

import type { AirPlan, OwnPart } from '../document/types'

const NO_BOOKS: OwnPart = { number: '', make: '', price: null }

/** The circuit without what only the shop's books need: number, make and price. */
export function withoutBooks(air: AirPlan): AirPlan {
  const components = Object.fromEntries(
    Object.entries(air.components).map(([id, part]) => [id, { ...part, own: NO_BOOKS }]),
  )
  return { ...air, components }
}

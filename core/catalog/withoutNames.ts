import type { AirPlan, OwnPart } from '../document/types'

/** The circuit as narrowly as a room needs it, so that an edit of anything else leaves what that room computed. */

const NO_BOOKS: OwnPart = { number: '', make: '', price: null }

/** Without what only the shop's own books need of its parts: number, make and price. */
export function withoutBooks(air: AirPlan): AirPlan {
  const components = Object.fromEntries(
    Object.entries(air.components).map(([id, part]) => [id, { ...part, own: NO_BOOKS }]),
  )
  return { ...air, components }
}

/** Without the names of its parts as well: all that places, lengths and pressures go by. */
export function withoutNames(air: AirPlan): AirPlan {
  const components = Object.fromEntries(
    Object.entries(air.components).map(([id, part]) => [id, { ...part, label: '', own: NO_BOOKS }]),
  )
  return { ...air, components }
}

import type { AirPlan, OwnPart } from '../document/types'

/**
 * Narrow copies of the circuit, so that a room is not computed again when something it does not read is edited.
 */

const NO_BOOKS: OwnPart = { number: '', make: '', price: null }

/** Without what only the shop's books need: number, make and price. */
export function withoutBooks(air: AirPlan): AirPlan {
  const components = Object.fromEntries(
    Object.entries(air.components).map(([id, part]) => [id, { ...part, own: NO_BOOKS }]),
  )
  return { ...air, components }
}

/** Also without the names of its parts: everything that places, lengths and pressures depend on. */
export function withoutNames(air: AirPlan): AirPlan {
  const components = Object.fromEntries(
    Object.entries(air.components).map(([id, part]) => [id, { ...part, label: '', own: NO_BOOKS }]),
  )
  return { ...air, components }
}

import type { Plan } from '../document/types'
import { layoutOf, placesFrom, type Layout, type Start } from '../lay/layouts/layouts'
import { createDeriver } from '../derive/derive'

/** The plan with parts put where a layout has them. */
export const withPlaces = (plan: Plan, places: Layout['places']): Plan => ({
  ...plan,
  lay: { ...plan.lay, places: { ...plan.lay.places, ...places } },
})

/** One whole layout, laid from a start and run; null where a part finds no room in its zone. */
export function tryLayout(plan: Plan, start: Start): Layout | null {
  const places = placesFrom(start, plan.truck, plan.air, plan.lay)
  if (!places) return null
  const next = withPlaces(plan, places)
  return layoutOf(start.zone, places, createDeriver()(next).stages.lay)
}

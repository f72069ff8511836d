import type { Plan, Point } from '../document/types'
import { layoutOf, placesFrom, type Layout, type Start } from '../lay/layouts/layouts'
import { createDeriver } from './derive'

/** The plan with parts put where a layout has them. */
export const withPlaces = (plan: Plan, places: Layout['places']): Plan => ({
  ...plan,
  lay: { ...plan.lay, places: { ...plan.lay.places, ...places } },
})

/** Where the driver sits, from the back of the cab and the centre line, m (from memory). */
const driverSeat = ({ job, truck }: Plan): Point => ({
  x: truck.cabRear + 0.6,
  y: job.drivingSide === 'left' ? 0.4 : -0.4,
  z: truck.frame.top + 0.4,
})

/** One whole layout, laid from a start and run; null where a part finds no room in its zone. */
export function tryLayout(plan: Plan, start: Start): Layout | null {
  const places = placesFrom(start, plan.truck, plan.air, plan.lay)
  if (!places) return null
  const next = withPlaces(plan, places)
  return layoutOf(start.zone, places, driverSeat(plan), plan.air, createDeriver()(next).stages.lay)
}

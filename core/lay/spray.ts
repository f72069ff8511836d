import type { Point, Truck } from '../document/types'

/**
 * True if a place is in the spray of the rear wheels: outside the rails and within a wheel's radius of the
 * axle.
 */
export const isInWheelSpray = ({ x, y }: Point, { frame, tyre }: Truck): boolean =>
  Math.abs(y) > frame.spacing / 2 && Math.abs(x) < tyre.radius

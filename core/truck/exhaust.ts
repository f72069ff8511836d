import type { Truck } from '../document/types'

/** Side of the frame the exhaust runs on beside the rear axle. */
export function exhaustSide(truck: Truck): 'left' | 'right' | null {
  const near = truck.exhaust.points.filter((p) => Math.abs(p.x) < 0.6)
  if (near.length === 0) return null
  return near.reduce((sum, p) => sum + p.y, 0) > 0 ? 'left' : 'right'
}

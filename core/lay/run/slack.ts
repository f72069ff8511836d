import { railBottom, wheelTravel } from '../../catalog/truckGeometry'
import type { SpringClass } from '../../catalog/springs'
import type { Point, Truck } from '../../document/types'
import { distance } from '../distances'

/** How much line a spring's port needs as the axle moves: from its last tie to the port, wherever that goes. */

/** What is known of a spring's port. */
export type SpringPort = Pick<SpringClass, 'portLow' | 'portOut' | 'bracketHeight' | 'upperBracket'>

/** Wheel travel of both sides, m, up from unladen. */
export interface Travel {
  own: number
  other: number
}

/**
 * Position of a port at the lower end of the left spring for the travel of both wheels. The axle goes up and
 * down and turns about its middle. The right spring mirrors it.
 */
export function portAt(truck: Truck, port: SpringPort, { own, other }: Travel): Point {
  const { seats, seat, seatGap, tyre } = truck
  const y = seat + seats.lower.y + port.portOut
  const lowerBracket = port.bracketHeight - port.upperBracket
  const height = railBottom(truck) - seatGap.unladen + lowerBracket - tyre.radius
  // The wheels' travel is at the ends of the track; the seat is closer to the middle.
  const middle = tyre.radius + (own + other) / 2
  const turn = Math.atan2(own - other, truck.rearTrack)
  return {
    x: seats.lower.x,
    y: y * Math.cos(turn) - height * Math.sin(turn),
    z: middle + height * Math.cos(turn) + y * Math.sin(turn),
  }
}

/** Where the line is last tied: at the spring's upper end, on the frame. */
export const lastTie = (truck: Truck): Point => ({
  x: truck.seats.upper.x,
  y: truck.seat + truck.seats.upper.y,
  z: railBottom(truck),
})

export interface Swept {
  /** The longest distance from the last tie to the port, m. */
  reach: number
  /** Attitude of the axle then. */
  at: 'droop' | 'crossed' | 'bump'
}

/**
 * The longest straight distance from the last tie to the spring's port over the axle's travel, both wheels
 * together and crossed; null if the port is at the upper end and does not move.
 */
export function sweptReach(truck: Truck, port: SpringPort | null): Swept | null {
  if (!port?.portLow) return null
  const { droop, bump } = wheelTravel(truck)
  const tie = lastTie(truck)
  const far = (travel: Travel) => distance(tie, portAt(truck, port, travel))
  const ways: Swept[] = [
    { at: 'droop', reach: far({ own: droop, other: droop }) },
    { at: 'crossed', reach: Math.max(far({ own: droop, other: bump }), far({ own: bump, other: droop })) },
    { at: 'bump', reach: far({ own: bump, other: bump }) },
  ]
  return ways.reduce((a, b) => (b.reach > a.reach ? b : a))
}

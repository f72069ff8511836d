import type { PartSize } from '../../catalog/partSizes'
import { railRise } from '../../catalog/truckGeometry'
import type { Point, Truck } from '../../document/types'
import { FLOOR, floorAt, MEMBER } from './solids'

/** Where a dragged part snaps to the steel. */

/** A part dragged closer than this to a face snaps to it, m. */
export const SNAP = 0.03

const nearestTo = (value: number, faces: readonly number[]): number => {
  const best = faces.reduce((a, b) => (Math.abs(b - value) < Math.abs(a - value) ? b : a))
  // To the millimetre, as it is stored.
  return Math.abs(best - value) <= SNAP ? Math.round(best * 1000) / 1000 : value
}

/** Lateral positions against a rail's outside and inside on both sides, and on the centre line. */
function acrossFaces({ frame }: Truck, across: number): number[] {
  const half = frame.spacing / 2
  const off = (frame.railWidth + across) / 2
  return [half + off, half - off, 0, -half + off, -half - off]
}

/**
 * Heights of a part's underside: hanging from the rail's upper edge, on it, under a cross-member, under the
 * bed.
 */
function upFaces(truck: Truck, x: number, up: number): number[] {
  const top = truck.frame.top + railRise(truck, x)
  return [top - up, top, top - MEMBER.up - up, floorAt(truck, x) - FLOOR - up]
}

/** Positions along the truck in front of and behind a cross-member. */
const alongFaces = ({ frame }: Truck, along: number): number[] =>
  frame.crossMembers.flatMap((x) => [x + (MEMBER.along + along) / 2, x - (MEMBER.along + along) / 2])

/**
 * A place with each coordinate moved to the nearest face within reach, if there is one.
 * @param place the middle of the part's underside, m
 */
export function snapped(place: Point, [along, across, up]: PartSize, truck: Truck): Point {
  const faces = alongFaces(truck, along)
  return {
    x: faces.length > 0 ? nearestTo(place.x, faces) : place.x,
    y: nearestTo(place.y, acrossFaces(truck, across)),
    z: nearestTo(place.z, upFaces(truck, place.x, up)),
  }
}

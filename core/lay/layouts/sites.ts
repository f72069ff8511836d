import type { PartSize } from '../../catalog/partSizes'
import { PRACTICE } from '../../catalog/practice'
import { railRise } from '../../catalog/truckGeometry'
import type { Point, Truck } from '../../document/types'
import { blockerOf, partBox } from '../space/room'
import type { Solid } from '../space/solid'
import { floorAt, FLOOR } from '../space/solids'

/** Where on the truck a whole layout keeps its parts. */
export const ZONES = ['left', 'right', 'between'] as const
export type Zone = (typeof ZONES)[number]
export const ZONE_WORDS: Record<Zone, string> = {
  left: 'along the left rail',
  right: 'along the right rail',
  between: 'between the rails',
}

/** Sites along a face are tried so far apart, m. */
const STEP = 0.1

/** Faces of a zone for a part: its middle across the truck, and what it hangs from. */
function facesOf(zone: Zone, { frame }: Truck, across: number): { y: number; under: 'rail' | 'floor' }[] {
  const half = frame.spacing / 2
  const out = half + (frame.railWidth + across) / 2
  const inside = half - (frame.railWidth + across) / 2
  if (zone === 'between')
    return [inside, -inside, 0].map((y) => ({ y, under: y === 0 ? ('floor' as const) : ('rail' as const) }))
  const side = zone === 'left' ? 1 : -1
  return [
    { y: side * out, under: 'rail' },
    { y: side * inside, under: 'rail' },
  ]
}

/**
 * Every site of a zone with room for a part of a size, free of the truck and of heat; and what stood in the way
 * elsewhere.
 */
export function sitesOf(
  zone: Zone,
  truck: Truck,
  size: PartSize,
  solids: readonly Solid[],
): { sites: Point[]; inTheWay: Map<string, number> } {
  const { frame } = truck
  const [, across, up] = size
  const sites: Point[] = []
  const inTheWay = new Map<string, number>()
  for (const { y, under } of facesOf(zone, truck, across))
    for (let x = frame.rear + 0.15; x <= frame.front - 0.3; x += STEP) {
      const top =
        under === 'rail'
          ? frame.top + railRise(truck, x)
          : floorAt(truck, x) - FLOOR - PRACTICE.movingClearance.value
      const place = { x: Math.round(x * 1000) / 1000, y, z: Math.round((top - up) * 1000) / 1000 }
      const blocker = blockerOf(partBox(place, size), solids)
      if (blocker) inTheWay.set(blocker.label, (inTheWay.get(blocker.label) ?? 0) + 1)
      else if (place.z > PRACTICE.groundClearance.value) sites.push(place)
    }
  return { sites, inTheWay }
}

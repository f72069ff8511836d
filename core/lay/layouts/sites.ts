import type { Mount } from '../../catalog/layFacts'
import type { PartSize } from '../../catalog/partSizes'
import { PRACTICE } from '../../catalog/practice'
import { railRise } from '../../catalog/truckGeometry'
import type { Point, Truck } from '../../document/types'
import { blockerOf, partBox } from '../space/room'
import type { Solid } from '../space/solid'
import { floorAt, FLOOR, MEMBER } from '../space/solids'

/** Where on the truck a whole layout keeps its parts. */
export const ZONES = ['left', 'right', 'between'] as const
export type Zone = (typeof ZONES)[number]
export const ZONE_WORDS: Record<Zone, string> = {
  left: 'along the left rail',
  right: 'along the right rail',
  between: 'between the rails',
}

/** Distance between the sites tried along a face, m. */
const STEP = 0.1

interface Site {
  place: Point
  mount: Mount
}

/** Sites against a rail or under the floor, at even distances along the truck. */
function alongTruck(zone: Zone, truck: Truck, [, across, up]: PartSize): Site[] {
  const { frame } = truck
  const half = frame.spacing / 2
  const out = half + (frame.railWidth + across) / 2
  const inside = half - (frame.railWidth + across) / 2
  const side = zone === 'left' ? 1 : -1
  const faces: { y: number; mount: Mount }[] =
    zone === 'between'
      ? [
          { y: inside, mount: 'railInside' },
          { y: -inside, mount: 'railInside' },
          { y: 0, mount: 'floor' },
        ]
      : [
          { y: side * out, mount: 'railOutside' },
          { y: side * inside, mount: 'railInside' },
        ]
  const sites: Site[] = []
  for (const { y, mount } of faces)
    for (let x = frame.rear + 0.15; x <= frame.front - 0.3; x += STEP) {
      const floor = floorAt(truck, x) - FLOOR - PRACTICE.movingClearance.value
      const top = mount === 'floor' ? floor : frame.top + railRise(truck, x)
      sites.push({ place: { x, y, z: top - up }, mount })
    }
  return sites
}

/** Before and behind each cross-member, in the middle and beside the rails. */
function atMembers(zone: Zone, truck: Truck, [along, across, up]: PartSize): Site[] {
  if (zone !== 'between') return []
  const { frame } = truck
  const inside = (frame.spacing - frame.railWidth - across) / 2
  const apart = (MEMBER.along + along) / 2
  return frame.crossMembers.flatMap((member) =>
    [member + apart, member - apart].flatMap((x) =>
      [inside / 2, 0, -inside / 2].map((y) => ({
        place: { x, y, z: frame.top + railRise(truck, member) - up },
        mount: 'member' as const,
      })),
    ),
  )
}

const toMillimetre = (v: number) => Math.round(v * 1000) / 1000

/**
 * Every site of a zone with room for a part, on something it may be fixed to, clear of the truck and of heat;
 * and what blocked the others.
 */
export function sitesOf(
  zone: Zone,
  truck: Truck,
  size: PartSize,
  mounts: readonly Mount[],
  solids: readonly Solid[],
): { sites: Point[]; inTheWay: Map<string, number> } {
  const sites: Point[] = []
  const inTheWay = new Map<string, number>()
  for (const { place: at, mount } of [...alongTruck(zone, truck, size), ...atMembers(zone, truck, size)]) {
    if (!mounts.includes(mount)) continue
    const place = { x: toMillimetre(at.x), y: at.y, z: toMillimetre(at.z) }
    const blocker = blockerOf(partBox(place, size), solids)
    if (blocker) inTheWay.set(blocker.label, (inTheWay.get(blocker.label) ?? 0) + 1)
    else if (place.z > PRACTICE.groundClearance.value) sites.push(place)
  }
  return { sites, inTheWay }
}

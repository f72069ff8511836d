import { share } from '../quantity/share'
import { KINDS } from '../catalog/kinds'
import { exhaustSide, railBottom } from '../catalog/truckGeometry'
import { DIRECT, type AirPlan, type LayPlan, type Point, type Truck } from '../document/types'
import { isInCab, laidParts, nearestRoom, overlap, partBox, solidsOf, withFittings } from './space/room'
import { CAB } from './space/cab'
import type { Box } from './space/shapes'
import { laidSize, type Stands } from './space/stand'

/**
 * Preferred place of each part, whatever is there: on the rail away from the exhaust, ahead of the axle;
 * springs at their seats, fill valves at the tail.
 */
function wantedPlaces(truck: Truck, air: AirPlan, stands: Stands, pinned: Pinned): Record<string, Point> {
  const { frame } = truck
  const clear = exhaustSide(truck) === 'left' ? -1 : 1
  const rail = frame.spacing / 2
  const ahead = truck.wheelbase * 0.42
  const spring = (side: number): Point => ({
    x: 0,
    y: side * truck.seat,
    z: railBottom(truck),
  })
  const tailX = -Math.max(truck.axleToBall - 0.12, 0.4)
  const railZ = frame.top
  const side = (c: AirPlan['components'][string]) => (c.side === 'left' ? 1 : c.side === 'right' ? -1 : clear)
  /** Against the outside of the rail, hanging from its upper edge. */
  const onRail = (x: number, id: string): Point => {
    const [, across, up] = laidSize(air, stands, id)
    return { x, y: clear * (rail + (frame.railWidth + across) / 2), z: frame.top - up }
  }
  const besideEngine = (id: string): number => CAB.engineHalf + laidSize(air, stands, id)[1] / 2
  /** Ahead of the compressor wherever that is, with its inlet slightly higher. */
  const besideCompressor = (id: string): Point => {
    const at = pinned.compressor ?? onRail(ahead, 'compressor')
    const [, , high] = laidSize(air, stands, 'compressor')
    const [, , own] = laidSize(air, stands, id)
    const out = onRail(at.x + 0.22, id)
    return { ...out, y: Math.sign(at.y) * Math.abs(out.y), z: Math.max(at.z + high - own + 0.02, railZ) }
  }
  const dash: Point = { x: truck.wheelbase - 0.55, y: 0.35, z: truck.frame.top + 0.45 }
  const tank: Point = { x: Math.min(ahead - 1.05, truck.wheelbase * 0.2), y: 0, z: frame.top - 0.1 }
  const own: Partial<Record<string, Point>> = {
    'fill-tee': onRail(isBehind(air, 'fill-tee') ? -0.3 : ahead - 0.6, 'fill-tee'),
    split: onRail(0.3, 'split'),
    fill: { x: tailX, y: clear * 0.35, z: frame.top - 0.12 },
    'fill-left': { x: tailX, y: clear * 0.4, z: frame.top - 0.12 },
    'fill-right': { x: tailX, y: clear * 0.25, z: frame.top - 0.12 },
  }
  const place = (id: string, c: AirPlan['components'][string]): Point => {
    if (own[id]) return own[id]
    if (KINDS[c.kind].cab)
      return { ...dash, y: dash.y + (c.side === 'left' ? 0.06 : c.side === 'right' ? -0.06 : 0) }
    switch (c.kind) {
      case 'spring':
        return spring(side(c))
      case 'compressor':
        return onRail(ahead, id)
      case 'belt':
      case 'boost':
        return { x: truck.wheelbase + 0.15, y: clear * besideEngine(id), z: frame.top + 0.15 }
      case 'filter':
        return air.components.compressor
          ? besideCompressor(id)
          : { x: truck.wheelbase + 0.3, y: clear * besideEngine(id), z: frame.top + 0.3 }
      case 'dryer':
        return air.components.tank ? onRail(ahead - 0.75, id) : onRail(ahead - 0.17, id)
      case 'block':
        return onRail(ahead - 0.33, id)
      case 'tank':
        return tank
      case 'tee':
        return {
          x: 0.3 * (isBehind(air, id) ? -1 : 1),
          y: side(c) * (rail + frame.railWidth / 2 + 0.025),
          z: railZ - 0.05,
        }
      case 'handFill':
      case 'coupler':
        return { x: tailX, y: clear * 0.3, z: frame.top - 0.12 }
      case 'horn':
        return { x: truck.wheelbase + 0.3, y: besideEngine(id), z: frame.top }
      case 'heightValve':
      case 'heightSensor':
        return { x: 0.15, y: side(c) * (c.side ? rail - 0.05 : 0.1), z: frame.top - 0.05 }
      case 'check':
      case 'relief':
      case 'drain':
      case 'pressureSwitch':
      case 'regulator':
      case 'manifold':
      case 'solenoid':
      case 'paddle':
      case 'restrictor':
      case 'gauge':
      case 'dualGauge':
      case 'sensor':
      case 'controller':
      case 'cabSwitch':
      case 'dump':
      case 'plug':
        return onRail(ahead - 0.8, id)
    }
  }
  const places = Object.fromEntries(Object.entries(air.components).map(([id, c]) => [id, place(id, c)]))
  // Tees that feed something at the dash are placed there.
  for (const [id, c] of Object.entries(air.components)) {
    if (c.kind !== 'tee' || own[id]) continue
    const neighbours = Object.values(air.lines).flatMap((l) =>
      l.from === id ? [l.to] : l.to === id ? [l.from] : [],
    )
    if (neighbours.filter((n) => KINDS[air.components[n]?.kind ?? 'tee'].cab).length >= (c.side ? 2 : 1))
      places[id] = {
        ...dash,
        z: dash.z - 0.08,
        y: dash.y + (c.side === 'left' ? 0.06 : c.side === 'right' ? -0.06 : 0),
      }
  }
  return places
}

/**
 * True if a tee is cut into an existing line that comes from behind the axle. Ahead of the axle the rest of
 * that line would not reach.
 */
const isBehind = (air: AirPlan, tee: string): boolean =>
  Object.values(air.lines)
    .filter((l) => l.state === 'kept' && (l.from === tee || l.to === tee))
    .some((l) => air.components[l.from === tee ? l.to : l.from]?.kind === 'handFill')

const toMillimetre = ({ x, y, z }: Point): Point => {
  const mm = (v: number) => Math.round(v * 1000) / 1000
  return { x: mm(x), y: mm(y), z: mm(z) }
}

/** Places along the dash, a hand apart, nearest to the preferred place first. */
const alongDash = ({ x, y, z }: Point): Point[] =>
  Array.from({ length: 25 }, (_, i) => ({ x, y: y + (i % 2 ? 1 : -1) * Math.ceil(i / 2) * 0.08, z }))

/** Parts placed by hand. */
type Pinned = Readonly<Record<string, Point>>
type EnteredSolids = LayPlan['solids']

/**
 * Proposed place of every part: as placed by hand, or the preferred place, or the nearest one that is clear of
 * the truck, of the parts before it and of the pipe's heat. Without such a place the part stays at its
 * preferred place, and the rules say what blocks it.
 */
function findPlaces(
  truck: Truck,
  air: AirPlan,
  pinned: Pinned,
  entered: EnteredSolids,
  stands: Stands,
): Record<string, Point> {
  const wanted = wantedPlaces(truck, air, stands, pinned)
  const solids = solidsOf(truck, air, entered)
  const laid = laidParts(air)
  const places = { ...wanted }
  for (const id of laid) if (pinned[id]) places[id] = pinned[id]
  const taken: Box[] = laid
    .filter((id) => pinned[id])
    .map((id) => withFittings(partBox(places[id]!, laidSize(air, stands, id))))
  for (const id of laid) {
    if (pinned[id]) continue
    const size = laidSize(air, stands, id)
    const at = wanted[id]!
    const free = (place: Point) => !taken.some((box) => overlap(box, partBox(place, size)))
    const place = isInCab(air, id) ? alongDash(at).find(free) : nearestRoom(at, size, truck, solids, taken)
    places[id] = toMillimetre(place ?? at)
    taken.push(withFittings(partBox(places[id], size)))
  }
  // A part screwed into another is at the same place.
  for (const l of Object.values(air.lines))
    if (l.tube === DIRECT && places[l.to]) places[l.from] = places[l.to]!
  return places
}

const NONE: Pinned = {}
const NOTHING_ENTERED: EnteredSolids = {}
const NOTHING_TURNED: Stands = {}
let last: {
  inputs: readonly [Truck, AirPlan, Pinned, EnteredSolids, Stands]
  places: Record<string, Point>
} | null = null
/** Proposed place of every part; not searched again while truck, circuit and hand-made changes are the same. */
export function proposedPlaces(
  truck: Truck,
  air: AirPlan,
  pinned = NONE,
  entered = NOTHING_ENTERED,
  stands = NOTHING_TURNED,
): Record<string, Point> {
  const same = share(last?.inputs, [truck, air, pinned, entered, stands] as const)
  if (same !== last?.inputs) last = { inputs: same, places: findPlaces(truck, air, pinned, entered, stands) }
  return last.places
}

/** Id of the battery among the places. */
export const BATTERY = 'battery'

import { share } from '../quantity/share'
import { KINDS } from '../catalog/kinds'
import { exhaustSide, railBottom } from '../catalog/truckGeometry'
import {
  DIRECT,
  type AirPlan,
  type Component,
  type ComponentKind,
  type LayPlan,
  type Point,
  type Truck,
} from '../document/types'
import { isInCab, laidParts, nearestRoom, overlap, partBox, solidsOf, withFittings } from './space/room'
import { CAB } from './space/cab'
import type { Box } from './space/shapes'
import { laidSize, type Stands } from './space/stand'

/** What the preferred places of a plan are made from. */
interface Preferring {
  truck: Truck
  air: AirPlan
  stands: Stands
  pinned: Pinned
  /** Side away from the exhaust: 1 is left, -1 right. */
  clear: 1 | -1
  /** Distance of the compressor ahead of the axle, m. */
  ahead: number
}
type PreferredPlace = (of: Preferring, id: string, part: Component) => Point

/** Against the outside of the rail, hanging from its upper edge. */
function onRail({ truck: { frame }, air, stands, clear }: Preferring, x: number, id: string): Point {
  const [, across, up] = laidSize(air, stands, id)
  return { x, y: clear * (frame.spacing / 2 + (frame.railWidth + across) / 2), z: frame.top - up }
}
const onRailAt =
  (ahead: number): PreferredPlace =>
  (of, id) =>
    onRail(of, of.ahead + ahead, id)

const sideOf = ({ clear }: Preferring, { side }: Component): number =>
  side === 'left' ? 1 : side === 'right' ? -1 : clear

const besideEngine = ({ air, stands }: Preferring, id: string): number =>
  CAB.engineHalf + laidSize(air, stands, id)[1] / 2

/** Ahead of the compressor wherever that is, with its inlet slightly higher. */
function besideCompressor(of: Preferring, id: string): Point {
  const { air, stands, pinned, truck } = of
  const at = pinned.compressor ?? onRail(of, of.ahead, 'compressor')
  const [, , high] = laidSize(air, stands, 'compressor')
  const [, , own] = laidSize(air, stands, id)
  const out = onRail(of, at.x + 0.22, id)
  const z = Math.max(at.z + high - own + 0.02, truck.frame.top)
  return { ...out, y: Math.sign(at.y) * Math.abs(out.y), z }
}

/** At the dash, in front of the driver or the passenger for a part of one side. */
function atDash({ truck }: Preferring, { side }: Component, below = 0): Point {
  const y = 0.35 + (side === 'left' ? 0.06 : side === 'right' ? -0.06 : 0)
  return { x: truck.wheelbase - 0.55, y, z: truck.frame.top + 0.45 - below }
}

const atTail = ({ truck }: Preferring, y: number): Point => ({
  x: -Math.max(truck.axleToBall - 0.12, 0.4),
  y,
  z: truck.frame.top - 0.12,
})

const atEngine: PreferredPlace = (of, id) => ({
  x: of.truck.wheelbase + 0.15,
  y: of.clear * besideEngine(of, id),
  z: of.truck.frame.top + 0.15,
})
const onRailBehindBlock = onRailAt(-0.8)
const fillPlace: PreferredPlace = (of) => atTail(of, of.clear * 0.3)
const linkedToAxle: PreferredPlace = (of, _, part) => {
  const { frame } = of.truck
  return { x: 0.15, y: sideOf(of, part) * (part.side ? frame.spacing / 2 - 0.05 : 0.1), z: frame.top - 0.05 }
}

/** Where each kind of part is wanted, if it is not in the cab. A new kind needs one row here. */
const PREFERRED: Record<ComponentKind, PreferredPlace> = {
  spring: (of, _, part) => ({ x: 0, y: sideOf(of, part) * of.truck.seat, z: railBottom(of.truck) }),
  compressor: onRailAt(0),
  belt: atEngine,
  boost: atEngine,
  filter: (of, id) =>
    of.air.components.compressor
      ? besideCompressor(of, id)
      : {
          x: of.truck.wheelbase + 0.3,
          y: of.clear * besideEngine(of, id),
          z: of.truck.frame.top + 0.3,
        },
  dryer: (of, id) => onRail(of, of.ahead - (of.air.components.tank ? 0.75 : 0.17), id),
  block: onRailAt(-0.33),
  tank: ({ truck, ahead }) => ({
    x: Math.min(ahead - 1.05, truck.wheelbase * 0.2),
    y: 0,
    z: truck.frame.top - 0.1,
  }),
  tee: (of, id, part) => {
    const { frame } = of.truck
    return {
      x: 0.3 * (isBehind(of.air, id) ? -1 : 1),
      y: sideOf(of, part) * (frame.spacing / 2 + frame.railWidth / 2 + 0.025),
      z: frame.top - 0.05,
    }
  },
  handFill: fillPlace,
  coupler: fillPlace,
  horn: (of, id) => ({ x: of.truck.wheelbase + 0.3, y: besideEngine(of, id), z: of.truck.frame.top }),
  heightValve: linkedToAxle,
  heightSensor: linkedToAxle,
  check: onRailBehindBlock,
  relief: onRailBehindBlock,
  drain: onRailBehindBlock,
  pressureSwitch: onRailBehindBlock,
  regulator: onRailBehindBlock,
  manifold: onRailBehindBlock,
  solenoid: onRailBehindBlock,
  paddle: onRailBehindBlock,
  restrictor: onRailBehindBlock,
  gauge: onRailBehindBlock,
  dualGauge: onRailBehindBlock,
  sensor: onRailBehindBlock,
  controller: onRailBehindBlock,
  cabSwitch: onRailBehindBlock,
  dump: onRailBehindBlock,
  plug: onRailBehindBlock,
}

/** Parts of the starting circuits with a place of their own. */
const OWN_PLACES: Partial<Record<string, PreferredPlace>> = {
  'fill-tee': (of, id) => onRail(of, isBehind(of.air, id) ? -0.3 : of.ahead - 0.6, id),
  split: (of, id) => onRail(of, 0.3, id),
  fill: (of) => atTail(of, of.clear * 0.35),
  'fill-left': (of) => atTail(of, of.clear * 0.4),
  'fill-right': (of) => atTail(of, of.clear * 0.25),
}

/** True for a tee that feeds something at the dash, so that it is placed there too. */
function feedsDash({ components, lines }: AirPlan, id: string): boolean {
  const { side } = components[id]!
  const neighbours = Object.values(lines).flatMap((l) =>
    l.from === id ? [l.to] : l.to === id ? [l.from] : [],
  )
  const inCab = neighbours.filter((n) => KINDS[components[n]?.kind ?? 'tee'].cab)
  return inCab.length >= (side ? 2 : 1)
}

/**
 * Preferred place of each part, whatever is there: on the rail away from the exhaust, ahead of the axle;
 * springs at their seats, fill valves at the tail.
 */
function wantedPlaces(truck: Truck, air: AirPlan, stands: Stands, pinned: Pinned): Record<string, Point> {
  const of: Preferring = {
    truck,
    air,
    stands,
    pinned,
    clear: exhaustSide(truck) === 'left' ? -1 : 1,
    ahead: truck.wheelbase * 0.42,
  }
  const place = (id: string, part: Component): Point => {
    const own = OWN_PLACES[id]
    if (own) return own(of, id, part)
    if (KINDS[part.kind].cab) return atDash(of, part)
    if (part.kind === 'tee' && feedsDash(air, id)) return atDash(of, part, 0.08)
    return PREFERRED[part.kind](of, id, part)
  }
  return Object.fromEntries(Object.entries(air.components).map(([id, part]) => [id, place(id, part)]))
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

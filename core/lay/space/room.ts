import type { PartSize } from '../../catalog/partSizes'
import { KINDS } from '../../catalog/kinds'
import { PRACTICE } from '../../catalog/practice'
import { springClass } from '../../catalog/springs'
import { DIRECT, type AirPlan, type LayPlan, type Point, type Truck } from '../../document/types'
import { share } from '../../quantity/share'
import { boxToShape, shrunk, type Box } from './shapes'
import { withEntered, type Solid } from './solid'
import { truckSolids } from './solids'
import { standing } from './standing'
import { laidSize, type Stands } from './stand'

/** The space a part takes on the truck, what overlaps it, and where there is room for it. */

/** Overlaps up to this are ignored, because places are laid to the centimetre, m. */
export const PLAY = 0.012

/** A part as a box; its place is the middle of its underside. */
export const partBox = ({ x, y, z }: Point, [along, across, up]: PartSize): Box => ({
  shape: 'box',
  min: { x: x - along / 2, y: y - across / 2, z },
  max: { x: x + along / 2, y: y + across / 2, z: z + up },
})

/**
 * Parts with a place of their own. A spring is at its seat, and a part screwed into another is at that one's
 * place.
 */
export function laidParts(air: AirPlan): string[] {
  const screwed = new Set(
    Object.values(air.lines)
      .filter((l) => l.tube === DIRECT)
      .map((l) => l.from),
  )
  return Object.keys(air.components).filter((id) => air.components[id]!.kind !== 'spring' && !screwed.has(id))
}
export const isInCab = (air: AirPlan, id: string): boolean => KINDS[air.components[id]!.kind].cab === true

const NOTHING_ENTERED: LayPlan['solids'] = {}
let lastSolids: { inputs: readonly unknown[]; solids: Solid[] } | null = null
/**
 * The truck's solids with the springs of the plan and things added by hand. They are made once for a truck, and
 * unchanged ones stay the same objects when it changes.
 */
export function solidsOf(truck: Truck, air: AirPlan, entered = NOTHING_ENTERED): Solid[] {
  const spring = springClass(air.classes[air.springClass]?.like ?? air.springClass)
  const inputs = [truck, spring, entered]
  if (!lastSolids || inputs.some((value, i) => value !== lastSolids!.inputs[i]))
    lastSolids = {
      inputs,
      solids: share(lastSolids?.solids, withEntered(truckSolids(truck, spring), entered)),
    }
  return lastSolids.solids
}

/** The worst obstacle of a part: what is left to it, and what is wanted. */
export interface Encounter {
  solid: Solid
  left: number
  wanted: number
}

/** What a part overlaps, or comes too close to where it moves; heat has a rule of its own. Worst first. */
export function encounters(box: Box, solids: readonly Solid[]): Encounter[] {
  const inner = shrunk(box, PLAY)
  return solids
    .filter(({ kind }) => kind !== 'hot')
    .map((solid): Encounter =>
      solid.kind === 'moving'
        ? { solid, left: boxToShape(box, solid.shape), wanted: PRACTICE.movingClearance.value }
        : { solid, left: boxToShape(inner, solid.shape), wanted: 0 },
    )
    .filter(({ left, wanted }) => (wanted > 0 ? left < wanted : left === 0))
    .sort((a, b) => a.left - a.wanted - (b.left - b.wanted))
}

/** True if two parts overlap. */
export const overlap = (a: Box, b: Box): boolean => boxToShape(shrunk(a, PLAY / 2), shrunk(b, PLAY / 2)) === 0

const FITTINGS = PRACTICE.betweenParts.value
/** A part's box with room for the fittings at its ends, where no other part is proposed. */
export const withFittings = ({ min, max }: Box): Box => ({
  shape: 'box',
  min: { ...min, x: min.x - FITTINGS },
  max: { ...max, x: max.x + FITTINGS },
})

/** Places for a part along both rails, outside them and below their upper edge. */
function alongRails({ frame }: Truck, [, across, up]: PartSize): Point[] {
  const out = (frame.spacing + frame.railWidth) / 2 + across / 2
  const places: Point[] = []
  for (let x = frame.rear + 0.1; x <= frame.front - 0.1; x += 0.05)
    for (const side of [1, -1])
      places.push({ x: Math.round(x * 1000) / 1000, y: side * out, z: frame.top - up })
  return places
}

/** Places around the preferred one, a hand's breadth apart, along, across and down. */
function nearby({ x, y, z }: Point): Point[] {
  const places: Point[] = []
  for (let i = -8; i <= 8; i++)
    for (let j = -8; j <= 8; j++)
      for (const down of [0, 0.05, 0.1, 0.15]) places.push({ x: x + i * 0.05, y: y + j * 0.05, z: z - down })
  return places
}

const away = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z)

/** True if a solid leaves a part no room, or, for the pipe, is too hot. */
function isBlocked(box: Box, inner: Box, { shape, kind }: Solid): boolean {
  if (kind === 'hot') return boxToShape(box, shape) < PRACTICE.heatClearance.value
  return kind === 'moving'
    ? boxToShape(box, shape) < PRACTICE.movingClearance.value
    : boxToShape(inner, shape) === 0
}

/** The first solid that leaves a part no room or is too hot beside it; undefined if it has room. */
export function blockerOf(box: Box, solids: readonly Solid[]): Solid | undefined {
  const inner = shrunk(box, PLAY)
  return solids.find((solid) => isBlocked(box, inner, solid))
}

/** Distance from which no solid blocks a part, m. */
const CLEAR_OF_ALL = Math.max(PRACTICE.heatClearance.value, PRACTICE.movingClearance.value)

interface Search {
  wanted: Point
  size: PartSize
  truck: Truck
  solids: readonly Solid[]
  others: readonly Box[]
  reach: number
}

function searchRoom({ wanted, size, truck, solids, others, reach }: Search): Point | null {
  const standings = solids.map(standing)
  const taken = others.map((other) => shrunk(other, PLAY / 2))
  // What blocked the last place probably blocks the next.
  let inTheWay: Solid | undefined
  const isFree = (place: Point) => {
    if (place.z <= PRACTICE.groundClearance.value) return false
    const box = partBox(place, size)
    const inner = shrunk(box, PLAY)
    if (inTheWay && isBlocked(box, inner, inTheWay)) return false
    const own = shrunk(box, PLAY / 2)
    if (taken.some((other) => boxToShape(own, other) === 0)) return false
    const met = standings.find(
      ({ solid, bounds }) => boxToShape(box, bounds) < CLEAR_OF_ALL && isBlocked(box, inner, solid),
    )
    inTheWay = met?.solid
    return inTheWay === undefined
  }
  if (isFree(wanted)) return wanted
  const tried = [...nearby(wanted), ...alongRails(truck, size)]
    .map((place) => ({ place, far: away(place, wanted) }))
    .filter(({ far }) => far <= reach)
    .sort((a, b) => a.far - b.far)
  return tried.find(({ place }) => isFree(place))?.place ?? null
}

/** Searches for room that are kept, by part and place. */
const ROOMS_KEPT = 300
interface KeptRoom extends Pick<Search, 'solids'> {
  /** The other parts that the search could meet: all those within its radius. */
  met: readonly Box[]
  /** Radius around the preferred place within which every place was tried, m. */
  radius: number
  found: Point | null
}
const rooms = new Map<string, KeptRoom>()

const metBy = ({ wanted, size, others }: Search, radius: number): Box[] => {
  const around = radius + Math.hypot(...size)
  const at: Box = { shape: 'box', min: wanted, max: wanted }
  return others.filter((other) => boxToShape(at, other) <= around)
}
const isSameBox = (a: Box, b: Box) =>
  a.min.x === b.min.x &&
  a.min.y === b.min.y &&
  a.min.z === b.min.z &&
  a.max.x === b.max.x &&
  a.max.y === b.max.y &&
  a.max.z === b.max.z

/**
 * The place nearest to the preferred one that is clear of the truck's solids, of the other parts and of the
 * pipe's heat: nearby, or along either rail; null if there is none within `reach`, m. A search is kept while
 * the solids are the same and no other part within its radius has moved.
 */
export function nearestRoom(
  wanted: Point,
  size: PartSize,
  truck: Truck,
  solids: readonly Solid[],
  others: readonly Box[],
  reach = Infinity,
): Point | null {
  const search = { wanted, size, truck, solids, others, reach }
  const { spacing, railWidth, rear, front, top } = truck.frame
  const key = [wanted.x, wanted.y, wanted.z, ...size, reach, spacing, railWidth, rear, front, top].join(' ')
  const before = rooms.get(key)
  if (before?.solids === solids) {
    const met = metBy(search, before.radius)
    if (met.length === before.met.length && met.every((box, i) => isSameBox(box, before.met[i]!)))
      return before.found
  }
  const found = searchRoom(search)
  const radius = found ? away(found, wanted) : Infinity
  if (rooms.size >= ROOMS_KEPT) rooms.clear()
  rooms.set(key, { solids, met: metBy(search, radius), radius, found })
  return found
}

/** Something near a part: its name, and its distance, outside to outside. */
export interface Near {
  id: string
  label: string
  far: number
}

/** What is within reach of a part, nearest first: the truck's solids, each once, and the other parts. */
export function within(
  id: string,
  air: AirPlan,
  places: Readonly<Record<string, Point>>,
  solids: readonly Solid[],
  reach: number,
  stands: Stands,
): Near[] {
  const box = partBox(places[id]!, laidSize(air, stands, id))
  const nearest = new Map<string, Near>()
  const look = (near: Near) => {
    if (near.far <= reach && near.far < (nearest.get(near.id)?.far ?? Infinity)) nearest.set(near.id, near)
  }
  for (const solid of solids) look({ id: solid.id, label: solid.label, far: boxToShape(box, solid.shape) })
  for (const other of laidParts(air)) {
    if (other === id) continue
    const { label } = air.components[other]!
    look({
      id: other,
      label: `the ${label.toLowerCase()}`,
      far: boxToShape(box, partBox(places[other]!, laidSize(air, stands, other))),
    })
  }
  return [...nearest.values()].sort((a, b) => a.far - b.far || (a.id < b.id ? -1 : 1))
}

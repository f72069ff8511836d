import { PRACTICE } from '../../catalog/practice'
import { partSize } from '../../catalog/partSizes'
import type { TubeClass } from '../../catalog/tubes'
import type { AirPlan, LayPlan, Point, Truck } from '../../document/types'
import { recent } from '../../quantity/recent'
import { distance, heatDistance } from '../distances'
import { BATTERY } from '../places'
import { laidParts, partBox, solidsOf } from '../space/room'
import type { Solid } from '../space/solids'
import type { Route } from '../types'
import { roundedLength } from './bends'
import { around, endPlace, joinedBy, type Joined } from './ends'
import { nodeAt, pointAt, truckLattice, withParts, type Lattice } from './lattice'
import { inTheWay, nearestOf, standing } from './pieces'
import { THROUGH, cheapestWay, edgesOf, notebookFor, nothingShared } from './search'
import { WAY } from './settings'

/** A line or wire to be run. */
export interface Wanted {
  id: string
  kind: Route['kind']
  from: string
  to: string
  path: Route['path']
  slack: number
  /** Of a line; null of a wire. */
  tube: TubeClass | null
}
type Places = Readonly<Record<string, Point>>
/** What was told by hand. */
type Told = Pick<LayPlan, 'solids' | 'waypoints'>

/** Lengths are cut to the next 10 mm; rounding must not cost another. */
const toCut = (length: number) => Math.ceil(length * 100 - 1e-6) / 100

/**
 * What is cut off the coil, or the length a hose with its ends on is taken in: the next one, the longest where
 * none reaches.
 */
function taken(length: number, stock: readonly number[] | null): Pick<Route, 'cut' | 'coiled'> {
  if (!stock) return { cut: toCut(length), coiled: null }
  const cut = stock.find((size) => size >= length) ?? stock.at(-1)!
  return { cut, coiled: cut - length }
}

/** A part of the circuit, as something that other runs keep out of. */
const partSolid = (air: AirPlan, id: string, place: Point): Solid => ({
  id: `part-${id}`,
  label: `the ${air.components[id]!.label.toLowerCase()}`,
  kind: 'body',
  hasPorts: true,
  shape: partBox(place, partSize(air, id)),
})

/** Lattices of the last few trucks, as they really stand: most of what is measured moves nothing here. */
const lattices = recent<Lattice>(3)
function latticeOf(truck: Truck, solids: readonly Solid[], waypoints: LayPlan['waypoints']): Lattice {
  const through = Object.values(waypoints).flat()
  return lattices(spaceKey(truck, solids, through), () => truckLattice(truck, solids, through))
}

/** All that a lattice is made of. */
function spaceKey(truck: Truck, solids: readonly Solid[], through: readonly Point[]): string {
  const { frame, bed, battery, fuelTank, wheelbase, cabRear, axleToBall } = truck
  return JSON.stringify([frame, bed, battery, fuelTank, wheelbase, cabRear, axleToBall, solids, through])
}

/** The way of a run, with what is known of it without its part. */
interface Found extends Pick<Route, 'points' | 'grommets' | 'wayless' | 'inTheWay'> {
  /** From its middle to the nearest that moves, and to the nearest of all but the pipe and sheet metal, m. */
  moving: number
  solid: number
  length: number
  leastBend: number
}

/** What a run only keeps beside: neither what moves nor what is hot, nor what it passes through a hole. */
const isStill = ({ kind }: Solid) => kind === 'structure' || kind === 'floor' || kind === 'body'

/**
 * Where rails rise, bends turn by more than a right angle and want more of their pieces: where that leaves a bend too
 * tight, the way is sought again with so many times the room.
 */
const EASES = [1, 1.5, 2]

/**
 * Finds ways over one truck with its parts laid. Each run leaves word of where it lies: the next is tied with it where
 * that costs little.
 */
function wayFinder(truck: Truck, air: AirPlan, { solids: told, waypoints }: Told, places: Places) {
  const truckParts = solidsOf(truck, air, told)
  const parts = laidParts(air).map((id) => partSolid(air, id, places[id]!))
  const lattice = withParts(latticeOf(truck, truckParts, waypoints), parts)
  const solids = [...truckParts, ...parts].map(standing)
  const hot = solids.filter(({ solid }) => solid.kind === 'hot')
  const shared = nothingShared(lattice)
  const notebook = notebookFor(lattice)
  const known = new Map<string, Joined>()
  const joined = (id: string, at: Point, bend: number): Joined => {
    const key = `${id} ${bend}`
    const kept = known.get(key) ?? joinedBy(at, bend, lattice, solids)
    known.set(key, kept)
    return kept
  }
  /** The nodes from one part to the other by every place it is made to pass; null where there is no way. */
  const wayBy = (first: Joined, last: Joined, to: Point, via: readonly Point[], bend: number) => {
    let from: Parameters<typeof cheapestWay>[1] = first.stubs
    const nodes: number[] = []
    for (const place of via) {
      const node = nodeAt(lattice, place)
      if (node === null) return null
      const target = [{ node, cost: 0, towards: THROUGH }]
      const way = cheapestWay(lattice, from, target, pointAt(lattice, node), bend, shared, notebook)
      if (!way) return null
      nodes.push(...(nodes.length > 0 ? way.nodes.slice(1) : way.nodes))
      from = way.last
    }
    const way = cheapestWay(lattice, from, last.stubs, to, bend, shared, notebook)
    return way && [...nodes, ...(nodes.length > 0 ? way.nodes.slice(1) : way.nodes)]
  }
  return (id: string, from: string, to: string, bend: number): Found => {
    const via = waypoints[id] ?? []
    const [a, b] = [endPlace(truck, air, places, from), endPlace(truck, air, places, to)]
    const { others, fixedTo } = around([a, b], solids)
    const found = (points: readonly Point[], rest: Partial<Found> = {}): Found => {
      const corners = cornersOf(points)
      const { length, leastBend } = roundedLength(corners, bend)
      const moving = nearestOf(
        corners,
        others.filter(({ solid: { kind } }) => kind === 'moving'),
      )
      const still = others.filter((one) => !fixedTo.has(one) && isStill(one.solid))
      const solid = Math.min(moving, nearestOf(corners, still))
      const shape = { points: corners, length, leastBend, moving, solid }
      return { ...shape, grommets: 0, wayless: false, inTheWay: null, ...rest }
    }
    const near = via.length === 0 && distance(a, b) < WAY.straight
    const cool = nearestOf([a, b], hot) >= PRACTICE.heatClearance.value + WAY.radius
    const met =
      distance(a, b) < WAY.neighbours
        ? others.filter(({ solid }) => !(solid.hasPorts && solid.kind === 'body'))
        : others
    if (near && cool && inTheWay(a, b, met, fixedTo) === null) return found([a, b])
    let best: { nodes: number[]; found: Found } | null = null
    let blocked: Solid | null = null
    for (const ease of EASES) {
      const [first, last] = [joined(from, a, bend * ease), joined(to, b, bend * ease)]
      blocked ??= (first.stubs.length > 0 ? last : first).blockedBy
      const nodes = wayBy(first, last, b, via, bend * ease)
      if (!nodes) break
      const next = found([a, ...nodes.map((node) => pointAt(lattice, node)), b])
      if (!best || next.leastBend > best.found.leastBend) best = { nodes, found: next }
      if (next.leastBend >= bend) break
    }
    if (!best) return found([a, ...via, b], { wayless: true, inTheWay: blocked?.label ?? null })
    const edges = edgesOf(lattice, best.nodes)
    for (const { axis, node } of edges) shared[axis][node] = 1
    return {
      ...best.found,
      grommets: edges.reduce((sum, { axis, node }) => sum + lattice.holes[axis][node]!, 0),
    }
  }
}

/** Lays lines and wires between placed parts, the longest first: along structure, clear of all solids. */
function findRuns(
  truck: Truck,
  air: AirPlan,
  told: Told,
  places: Places,
  wanted: readonly Wanted[],
): Route[] {
  const find = wayFinder(truck, air, told, places)
  const toldHot = solidsOf(truck, air, told.solids).filter((s) => s.kind === 'hot' && s.told)
  /** The exhaust is told to the last bit, other hot things as boxes are. */
  const heatOf = (points: readonly Point[]) =>
    [
      { far: heatDistance(points, truck.exhaust), label: 'the exhaust' },
      ...toldHot.map((solid) => ({ far: nearestOf(points, [standing(solid)]), label: solid.label })),
    ].reduce((a, b) => (b.far < a.far ? b : a))
  const label = (part: string) => (part === BATTERY ? 'Battery' : (air.components[part]?.label ?? part))
  const straight = ({ from, to }: Wanted) => distance(places[from]!, places[to]!)
  const lay = ({ id, kind, from, to, path, slack, tube }: Wanted): Route => {
    const bend = kind === 'air' ? (tube?.bendRadius ?? WAY.usualBend) : WAY.wireBend
    const radius = tube ? tube.outside / 2 : WAY.radius
    const { length, leastBend, moving, solid, ...way } = find(id, from, to, bend)
    const hot = heatOf(way.points)
    return {
      id,
      kind,
      from,
      to,
      fromLabel: label(from),
      toLabel: label(to),
      path,
      ...way,
      throughPlaces: (told.waypoints[id] ?? []).length > 0,
      run: length,
      slack,
      ...taken(length + slack, tube?.stock ?? null),
      ties: Math.ceil(length / PRACTICE.tieSpacing.value),
      radius,
      heat: Math.max(hot.far - radius, 0),
      heatOf: hot.label,
      clear: Math.max(moving - radius, 0),
      solid: Math.max(solid - radius, 0),
      bend: Math.min(bend, leastBend),
      wantedBend: bend,
    }
  }
  const laid = new Map([...wanted].sort((a, b) => straight(b) - straight(a)).map((run) => [run.id, lay(run)]))
  return wanted.map(({ id }) => laid.get(id)!)
}

const runs = recent<Route[]>(6)
/** The runs of a plan; not sought again while its space, its places and what is to be run are the same. */
export function layRuns(
  truck: Truck,
  air: AirPlan,
  told: Told,
  places: Places,
  wanted: readonly Wanted[],
): Route[] {
  const parts = Object.entries(air.components).map(([id, { kind, label }]) => [id, kind, label])
  const sizes = laidParts(air).map((id) => partSize(air, id))
  const through = Object.values(told.waypoints).flat()
  const space = spaceKey(truck, solidsOf(truck, air, told.solids), through)
  const key = JSON.stringify([
    space,
    truck.exhaust,
    truck.seats.upper,
    places,
    wanted,
    parts,
    sizes,
    told.waypoints,
  ])
  return runs(key, () => findRuns(truck, air, told, places, wanted))
}

/** A run without the places it passes straight. */
function cornersOf(points: readonly Point[]): Point[] {
  const kept: Point[] = []
  for (const p of points) {
    const [before, last] = [kept.at(-2), kept.at(-1)]
    if (last && distance(last, p) < 1e-9) continue
    const straightOn =
      before && last && Math.abs(distance(before, last) + distance(last, p) - distance(before, p)) < 1e-9
    if (straightOn) kept.pop()
    kept.push(p)
  }
  return kept
}

import { PRACTICE } from '../../catalog/practice'
import { partSize } from '../../catalog/partSizes'
import type { TubeClass } from '../../catalog/tubes'
import type { AirPlan, Point, Truck } from '../../document/types'
import { distance, heatDistance } from '../distances'
import { BATTERY } from '../places'
import { laidParts, partBox, solidsOf } from '../space/room'
import type { Solid, SolidKind } from '../space/solids'
import type { Route } from '../types'
import { roundedLength } from './bends'
import { endPlace, joinedBy, standingAt, type Joined } from './ends'
import { pointAt, truckLattice, withParts, type Lattice } from './lattice'
import { boxAround, boxesAround, inTheWay, pieceToSolid, standing, type Standing } from './pieces'
import { cheapestWay, edgesOf, notebookFor, nothingShared } from './search'
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

/** Lengths are cut to the next 10 mm; rounding must not cost another. */
const toCut = (length: number) => Math.ceil(length * 100 - 1e-6) / 100

/** What is cut off the coil, or the length a hose with its ends on is taken in: the next one, the longest where none reaches. */
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
  shape: partBox(place, partSize(air, id)),
})

const truckLattices = new WeakMap<Truck, { spring: string; lattice: Lattice }>()
function latticeOf(truck: Truck, air: AirPlan, solids: readonly Solid[]): Lattice {
  const kept = truckLattices.get(truck)
  const spring = air.classes[air.springClass]?.like ?? air.springClass
  if (kept?.spring === spring) return kept.lattice
  const lattice = truckLattice(truck, solids)
  truckLattices.set(truck, { spring, lattice })
  return lattice
}

/** The way of a run, with what is known of it without its part. */
interface Found extends Pick<Route, 'points' | 'grommets' | 'wayless' | 'inTheWay'> {
  /** From its middle to the nearest that moves, and to the nearest of all but the pipe and sheet metal, m. */
  moving: number
  solid: number
  length: number
  leastBend: number
}

/**
 * Where rails rise, bends turn by more than a right angle and want more of their pieces: where that leaves a bend too
 * tight, the way is sought again with so many times the room.
 */
const EASES = [1, 1.5, 2]

/**
 * Finds ways over one truck with its parts laid. Each run leaves word of where it lies: the next is tied with it where
 * that costs little.
 */
function wayFinder(truck: Truck, air: AirPlan, places: Places) {
  const truckParts = solidsOf(truck, air)
  const parts = laidParts(air).map((id) => partSolid(air, id, places[id]!))
  const lattice = withParts(latticeOf(truck, air, truckParts), parts)
  const solids = [...truckParts, ...parts].map(standing)
  const shared = nothingShared(lattice)
  const notebook = notebookFor(lattice)
  const known = new Map<string, Joined>()
  const joined = (id: string, at: Point, bend: number): Joined => {
    const key = `${id} ${bend}`
    const kept = known.get(key) ?? joinedBy(at, bend, lattice, solids)
    known.set(key, kept)
    return kept
  }
  const nearest = (points: readonly Point[], others: readonly Standing[]): number =>
    points.slice(1).reduce((far, p, i) => {
      const [boxes, whole] = [boxesAround(points[i]!, p), boxAround(points[i]!, p)]
      return others.reduce((so, one) => pieceToSolid(boxes, whole, one, so), far)
    }, Infinity)
  return (from: string, to: string, bend: number): Found => {
    const [a, b] = [endPlace(truck, air, places, from), endPlace(truck, air, places, to)]
    const own = new Set([...standingAt(a, solids), ...standingAt(b, solids)])
    const others = solids.filter((one) => !own.has(one))
    const found = (points: readonly Point[], rest: Partial<Found> = {}): Found => {
      const corners = cornersOf(points)
      const { length, leastBend } = roundedLength(corners, bend)
      const kinds = (wanted: readonly SolidKind[]) => others.filter((one) => wanted.includes(one.solid.kind))
      const moving = nearest(corners, kinds(['moving']))
      const solid = Math.min(moving, nearest(corners, kinds(['structure', 'floor', 'body'])))
      const shape = { points: corners, length, leastBend, moving, solid }
      return { ...shape, grommets: 0, wayless: false, inTheWay: null, ...rest }
    }
    if (distance(a, b) < WAY.straight && inTheWay(a, b, others) === null) return found([a, b])
    let best: { nodes: number[]; found: Found } | null = null
    let blocked: Solid | null = null
    for (const ease of EASES) {
      const [first, last] = [joined(from, a, bend * ease), joined(to, b, bend * ease)]
      blocked ??= (first.stubs.length > 0 ? last : first).blockedBy
      const way = cheapestWay(lattice, first.stubs, last.stubs, b, bend * ease, shared, notebook)
      if (!way) break
      const next = found([a, ...way.nodes.map((node) => pointAt(lattice, node)), b])
      if (!best || next.leastBend > best.found.leastBend) best = { nodes: way.nodes, found: next }
      if (next.leastBend >= bend) break
    }
    if (!best) return found([a, b], { wayless: true, inTheWay: blocked?.label ?? null })
    const edges = edgesOf(lattice, best.nodes)
    for (const { axis, node } of edges) shared[axis][node] = 1
    return {
      ...best.found,
      grommets: edges.reduce((sum, { axis, node }) => sum + lattice.holes[axis][node]!, 0),
    }
  }
}

/** Lays lines and wires between placed parts, the longest first: along structure, clear of all solids. */
function findRuns(truck: Truck, air: AirPlan, places: Places, wanted: readonly Wanted[]): Route[] {
  const find = wayFinder(truck, air, places)
  const label = (part: string) => (part === BATTERY ? 'Battery' : (air.components[part]?.label ?? part))
  const straight = ({ from, to }: Wanted) => distance(places[from]!, places[to]!)
  const lay = ({ id, kind, from, to, path, slack, tube }: Wanted): Route => {
    const bend = kind === 'air' ? (tube?.bendRadius ?? WAY.usualBend) : WAY.wireBend
    const radius = tube ? tube.outside / 2 : WAY.radius
    const { length, leastBend, moving, solid, ...way } = find(from, to, bend)
    return {
      id,
      kind,
      from,
      to,
      fromLabel: label(from),
      toLabel: label(to),
      path,
      ...way,
      run: length,
      slack,
      ...taken(length + slack, tube?.stock ?? null),
      ties: Math.ceil(length / PRACTICE.tieSpacing.value),
      radius,
      heat: Math.max(heatDistance(way.points, truck.exhaust) - radius, 0),
      clear: Math.max(moving - radius, 0),
      solid: Math.max(solid - radius, 0),
      bend: Math.min(bend, leastBend),
      wantedBend: bend,
    }
  }
  const laid = new Map([...wanted].sort((a, b) => straight(b) - straight(a)).map((run) => [run.id, lay(run)]))
  return wanted.map(({ id }) => laid.get(id)!)
}

let last: { truck: Truck; key: string; routes: Route[] } | null = null
/** The runs of a plan; not sought again while truck, places, parts and what is to be run are the same. */
export function layRuns(truck: Truck, air: AirPlan, places: Places, wanted: readonly Wanted[]): Route[] {
  const parts = Object.entries(air.components).map(([id, { kind, label }]) => [id, kind, label])
  const classes = [air.springClass, air.compressorClass, air.blockClass, air.classes]
  const key = JSON.stringify([places, wanted, parts, classes])
  if (last?.truck !== truck || last.key !== key)
    last = { truck, key, routes: findRuns(truck, air, places, wanted) }
  return last.routes
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

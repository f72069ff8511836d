import { PRACTICE } from '../../catalog/practice'
import type { TubeClass } from '../../catalog/tubes'
import type { AirPlan, LayPlan, Point, Truck } from '../../document/types'
import { recent } from '../../quantity/recent'
import { share } from '../../quantity/share'
import { distance, heatDistance } from '../distances'
import { BATTERY } from '../places'
import { FUSE_BOX } from '../../catalog/wiring'
import { laidParts, partBox, solidsOf } from '../space/room'
import { boxAround, boxToShape } from '../space/shapes'
import { enteredGrommets, type Solid } from '../space/solid'
import { laidSize } from '../space/stand'
import type { Route } from '../types'
import { roundedLength } from './bends'
import { bowRound } from './bow'
import { around, endPlace, END_REACH, joinedBy, mayLeave, type Joined, type Laid } from './ends'
import { pointAt, type Grid } from './grid'
import { nodeAt, truckLattice, withParts, type Lattice } from './lattice'
import { keptNear, keptNearest } from './keptNear'
import { standing, type Standing } from '../space/standing'
import { inTheWay, nearestOf } from './pieces'
import { THROUGH, edgesOf, nothingShared, type Arrived, type Stub } from './search'
import { searchesOn } from './searches'
import { RUN_SOLVER, WAY } from './settings'

/** A line or wire to be run. */
export interface Wanted {
  id: string
  kind: Route['kind']
  from: string
  to: string
  /** Ports it is joined to; null for a wire. */
  fromPort: string | null
  toPort: string | null
  path: Route['path']
  carries: string | null
  slack: number
  swept: number
  /** Tube of a line; null for a wire. */
  tube: TubeClass | null
}
/** What was set by hand. */
type LayChoices = Pick<LayPlan, 'solids' | 'waypoints' | 'cutTo' | 'allowance'>

/** Lengths are cut to the next 10 mm; rounding errors must not add another. */
const toCut = (length: number) => Math.ceil(length * 100 - RUN_SOLVER.cutRounding) / 100

/**
 * What is cut off the coil, or for a hose with its ends on, the next standard length, or the longest if none is
 * enough.
 */
function taken(length: number, stock: readonly number[] | null): Pick<Route, 'planned' | 'coiled'> {
  if (!stock) return { planned: toCut(length), coiled: null }
  const planned = stock.find((size) => size >= length) ?? stock.at(-1)!
  return { planned, coiled: planned - length }
}

const PART = 'part-'
/** A part of the circuit as a solid that other runs avoid. Its name is added later. */
const partSolid = ({ air, places, stands }: Laid, id: string): Solid => ({
  id: PART + id,
  label: '',
  kind: 'body',
  hasPorts: true,
  shape: partBox(places[id]!, laidSize(air, stands, id)),
})

/** Lattices of the last few trucks. Most edits do not change them. */
const lattices = recent<Lattice>(3)
function latticeOf(
  truck: Truck,
  solids: readonly Solid[],
  { waypoints, solids: entered }: LayChoices,
): Lattice {
  const through = Object.values(waypoints).flat()
  const grommets = enteredGrommets(entered)
  return lattices(spaceKey(truck, solids, through, grommets), () =>
    truckLattice(truck, solids, through, grommets),
  )
}

/** Results kept for a grid: ends joined to it, tubes bent by hand, and distances of runs. */
interface KeptOnGrid {
  joined: ReturnType<typeof keptNear<Joined>>
  bows: ReturnType<typeof keptNear<Point[] | null>>
  nearest: ReturnType<typeof keptNearest>
}
const kept = new WeakMap<Grid, KeptOnGrid>()
function keptOn(grid: Grid): KeptOnGrid {
  const { endsKept } = RUN_SOLVER
  const known = kept.get(grid) ?? {
    joined: keptNear<Joined>(endsKept),
    bows: keptNear<Point[] | null>(endsKept),
    nearest: keptNearest(endsKept),
  }
  kept.set(grid, known)
  return known
}
/** The last parts as solids; parts that have not moved stay the same objects. */
let lastParts: Solid[] = []
/** Solids that may block what leaves a place. */
const solidsNear = (at: Point, solids: readonly Standing[]) => {
  const here = boxAround(at, at)
  return solids.filter(({ bounds }) => boxToShape(here, bounds) < END_REACH)
}

/** Everything a lattice depends on. */
function spaceKey(
  truck: Truck,
  solids: readonly Solid[],
  through: readonly Point[],
  grommets: readonly Point[],
): string {
  const { frame, bed, battery, fuelTank, wheelbase, cabRear, axleToBall } = truck
  return JSON.stringify([
    frame,
    bed,
    battery,
    fuelTank,
    wheelbase,
    cabRear,
    axleToBall,
    solids,
    through,
    grommets,
  ])
}

/** Unit vector from one place to another; zero if they are equal. */
function direction(a: Point, b: Point): Point {
  const far = distance(a, b) || 1
  return { x: (b.x - a.x) / far, y: (b.y - a.y) / far, z: (b.z - a.z) / far }
}

/** A run without the names of the parts it joins or meets. */
type BareRoute = Omit<Route, 'fromLabel' | 'toLabel' | 'inTheWay'> & {
  /** What blocks an end that cannot be reached; null if it is not known, or if there is a way. */
  blockedBy: Solid | null
}
/** The way of a run, with everything that does not depend on its parts. */
interface Found extends Pick<BareRoute, 'points' | 'grommets' | 'wayless' | 'blockedBy' | 'turnedAway'> {
  /**
   * Distance of its middle from the nearest moving thing, and from the nearest of everything but the pipe and
   * sheet metal, m.
   */
  moving: number
  solid: number
  length: number
  leastBend: number
}

/** Solids that a run only passes: not moving, not hot, and not passed through a hole. */
const isStill = ({ kind }: Solid) => kind === 'structure' || kind === 'floor' || kind === 'body'

/**
 * Finds ways over one truck with its parts laid. Each run records where it lies, and the next one is tied to it
 * if that costs little.
 */
function wayFinder(laid: Laid, choices: LayChoices) {
  const { waypoints } = choices
  const { truck, air } = laid
  const truckParts = solidsOf(truck, air, choices.solids)
  const parts = share(
    lastParts,
    laidParts(air).map((id) => partSolid(laid, id)),
  )
  lastParts = parts
  const base = latticeOf(truck, truckParts, choices)
  const lattice = withParts(base, parts)
  const solids = [...truckParts, ...parts].map(standing)
  const hot = solids.filter(({ solid }) => solid.kind === 'hot')
  const shared = nothingShared(lattice)
  const search = searchesOn(lattice, shared)
  const known = keptOn(lattice.grid)
  /** Stays the same while neither the end nor anything within its reach moves. */
  const joined = (id: string, port: string | null, bend: number): Joined => {
    const end = endPlace(laid, id, port)
    const near = solidsNear(end.at, solids)
    return known.joined(JSON.stringify([end, bend]), near, () => joinedBy(end, bend, lattice.grid, near))
  }
  /** The nodes from one part to the other through every place it must pass; null if there is no way. */
  const wayBy = (
    id: string,
    first: Joined,
    last: Joined,
    target: Point,
    via: readonly Point[],
    bend: number,
  ) => {
    let from: readonly Stub[] | Arrived = first.stubs
    const nodes: number[] = []
    for (const [leg, place] of via.entries()) {
      const node = nodeAt(lattice, place)
      if (node === null) return null
      const to = [{ node, cost: 0, towards: THROUGH }]
      const way = search(`${id} ${leg} ${bend}`, { from, to, target: pointAt(lattice, node), bend })
      if (!way) return null
      nodes.push(...(nodes.length > 0 ? way.nodes.slice(1) : way.nodes))
      from = way.last
    }
    const way = search(`${id} last ${bend}`, { from, to: last.stubs, target, bend })
    return way && [...nodes, ...(nodes.length > 0 ? way.nodes.slice(1) : way.nodes)]
  }
  return ({ id, from, fromPort, to, toPort }: Wanted, bend: number): Found => {
    const via = waypoints[id] ?? []
    const [begins, ends] = [endPlace(laid, from, fromPort), endPlace(laid, to, toPort)]
    const [a, b] = [begins.at, ends.at]
    const { others, fixedTo } = around([a, b], solids)
    const found = (points: readonly Point[], rest: Partial<Found> = {}): Found => {
      const corners = cornersOf(points)
      const { length, leastBend } = roundedLength(corners, bend)
      const inMotion = others.filter(({ solid: { kind } }) => kind === 'moving')
      const moving = known.nearest(`${id} moving`, corners, inMotion)
      const still = others.filter((one) => !fixedTo.has(one) && isStill(one.solid))
      const solid = Math.min(moving, known.nearest(`${id} still`, corners, still))
      const shape = { points: corners, length, leastBend, moving, solid }
      return { ...shape, grommets: 0, wayless: false, blockedBy: null, turnedAway: null, ...rest }
    }
    const near = via.length === 0 && distance(a, b) < WAY.straight
    const cool = () => nearestOf([a, b], hot) >= PRACTICE.heatClearance.value + WAY.radius
    const neighbours = distance(a, b) < WAY.neighbours
    const met = neighbours ? others.filter(({ solid }) => !(solid.hasPorts && solid.kind === 'body')) : others
    const along = direction(a, b)
    const faces = neighbours || (mayLeave(begins, along) && mayLeave(ends, direction(b, a)))
    const straight = near && cool() && inTheWay(a, b, met, fixedTo) === null
    const bow = () =>
      known.bows(JSON.stringify([a, b, bend]), solidsNear(a, solids), () =>
        bowRound(a, b, bend, others, fixedTo),
      )
    const open = straight && neighbours ? bow() : [a, b]
    if (straight && faces && open) return found(open)
    let best: { nodes: number[]; found: Found } | null = null
    let blocked: Solid | null = null
    let turnedAway: string | null = null
    for (const ease of RUN_SOLVER.eases) {
      const [first, last] = [joined(from, fromPort, bend * ease), joined(to, toPort, bend * ease)]
      turnedAway = (first.turnedAway && from) || (last.turnedAway && to) || null
      blocked ??= (first.stubs.length > 0 ? last : first).blockedBy
      const nodes = wayBy(id, first, last, b, via, bend * ease)
      if (!nodes) break
      const next = found([a, ...nodes.map((node) => pointAt(lattice, node)), b])
      if (!best || next.leastBend > best.found.leastBend) best = { nodes, found: next }
      if (next.leastBend >= bend) break
    }
    if (!best && straight) return found(open ?? [a, b])
    if (!best) return found([a, ...via, b], { wayless: true, blockedBy: blocked })
    const edges = edgesOf(lattice, best.nodes)
    for (const { axis, node } of edges) shared[axis][node] = 1
    return {
      ...best.found,
      turnedAway,
      grommets: edges.reduce((sum, { axis, node }) => sum + lattice.holes[axis][node]!, 0),
    }
  }
}

/** Lays lines and wires between placed parts, longest first, along structure and clear of all solids. */
function findRuns(laid: Laid, choices: LayChoices, wanted: readonly Wanted[]): BareRoute[] {
  const { truck, air, places } = laid
  const find = wayFinder(laid, choices)
  const cutOf = (id: string, length: number, slack: number, tube: TubeClass | null) => {
    const plan = taken(length * (1 + choices.allowance) + slack, tube?.stock ?? null)
    return { ...plan, cut: choices.cutTo[id] ?? plan.planned }
  }
  const enteredHot = solidsOf(truck, air, choices.solids).filter((s) => s.kind === 'hot' && s.entered)
  /** The distance from the exhaust is exact; other hot things are measured by bounding boxes. */
  const heatOf = (points: readonly Point[]) =>
    [
      { far: heatDistance(points, truck.exhaust), label: 'the exhaust' },
      ...enteredHot.map((solid) => ({ far: nearestOf(points, [standing(solid)]), label: solid.label })),
    ].reduce((a, b) => (b.far < a.far ? b : a))
  const straight = ({ from, to }: Wanted) => distance(places[from]!, places[to]!)
  const lay = (run: Wanted): BareRoute => {
    const { id, kind, from, to, path, carries, slack, swept, tube } = run
    const bend = kind === 'air' ? (tube?.bendRadius ?? WAY.usualBend) : WAY.wireBend
    const thin = kind === 'wire' ? WAY.signalRadius : WAY.radius
    const radius = tube ? tube.outside / 2 : thin
    const { length, leastBend, moving, solid, ...way } = find(run, bend)
    const hot = heatOf(way.points)
    return {
      id,
      kind,
      from,
      to,
      path,
      ...way,
      throughPlaces: (choices.waypoints[id] ?? []).length > 0,
      run: length,
      slack,
      swept,
      carries,
      ...cutOf(id, length, slack, tube),
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
  const done = new Map([...wanted].sort((a, b) => straight(b) - straight(a)).map((run) => [run.id, lay(run)]))
  return wanted.map(({ id }) => done.get(id)!)
}

const ENDS: Record<string, string> = { [BATTERY]: 'Battery', [FUSE_BOX]: 'Fuse box in the cab' }
/** A run with the names of the parts it joins or meets. */
function named({ blockedBy, ...route }: BareRoute, { components }: AirPlan): Route {
  const label = (part: string) => ENDS[part] ?? components[part]?.label ?? part
  const met = blockedBy?.id.startsWith(PART) ? components[blockedBy.id.slice(PART.length)] : undefined
  return {
    ...route,
    fromLabel: label(route.from),
    toLabel: label(route.to),
    inTheWay: met ? `the ${met.label.toLowerCase()}` : (blockedBy?.label ?? null),
  }
}

const runs = recent<BareRoute[]>(6)
/** The runs of a plan; not searched again while its space, its places and what is to be run are the same. */
export function layRuns(laid: Laid, choices: LayChoices, wanted: readonly Wanted[]): Route[] {
  const { truck, air, places, stands } = laid
  const parts = Object.entries(air.components).map(([id, { kind }]) => [id, kind])
  const sizes = laidParts(air).map((id) => laidSize(air, stands, id))
  const through = Object.values(choices.waypoints).flat()
  const space = spaceKey(
    truck,
    solidsOf(truck, air, choices.solids),
    through,
    enteredGrommets(choices.solids),
  )
  const key = JSON.stringify([
    space,
    truck.exhaust,
    truck.seats.upper,
    places,
    wanted,
    parts,
    sizes,
    choices.waypoints,
    stands,
    choices.cutTo,
    choices.allowance,
  ])
  return runs(key, () => findRuns(laid, choices, wanted)).map((route) => named(route, air))
}

/** A run without the points that it passes straight. */
function cornersOf(points: readonly Point[]): Point[] {
  const kept: Point[] = []
  for (const p of points) {
    const [before, last] = [kept.at(-2), kept.at(-1)]
    if (last && distance(last, p) < RUN_SOLVER.rounding) continue
    const straightOn =
      before &&
      last &&
      Math.abs(distance(before, last) + distance(last, p) - distance(before, p)) < RUN_SOLVER.rounding
    if (straightOn) kept.pop()
    kept.push(p)
  }
  return kept
}

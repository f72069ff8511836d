import { PRACTICE } from '../../catalog/practice'
import { railRise } from '../../catalog/truckGeometry'
import type { Point, Truck } from '../../document/types'
import { boxAround, boxToShape } from '../space/shapes'
import { CAB } from '../space/cab'
import type { Solid } from '../space/solid'
import { floorAt } from '../space/solids'
import { runClearance } from './clearance'
import { boxNodes, edgesWithin, emptyBox, gridOf, nodesNear, strides, type Grid } from './grid'
import { WAY } from './settings'

/**
 * Where lines and wires may run: planes along, across and up through the truck, at its steel (beside, under and
 * over the rails, along both faces of each cross-member, under the bed and the cab floor) and filled in
 * between. The lattice rises with the rails over the axle. A node is where three planes meet; an edge joins two
 * neighbouring nodes.
 */
export interface Lattice extends Grid {
  /** The grid of its planes: the same object while they stay where they are. */
  grid: Grid
  /** By axis: length of the edge from each node to its next, m; 0 at the last plane. */
  length: readonly [Float64Array, Float64Array, Float64Array]
  /** By axis: cost of that edge; Infinity if it is blocked. */
  cost: readonly [Float64Array, Float64Array, Float64Array]
  /** By axis: holes through sheet metal along that edge. */
  holes: readonly [Uint8Array, Uint8Array, Uint8Array]
}

/** The lattice on a grid before anything has a cost. */
function emptyLattice(grid: Grid): Lattice {
  const size = grid.at.x.length
  const figures = () =>
    [0, 1, 2].map(() => new Float64Array(size)) as [Float64Array, Float64Array, Float64Array]
  const holes = () => new Uint8Array(size)
  return { ...grid, grid, length: figures(), cost: figures(), holes: [holes(), holes(), holes()] }
}

/** Cost of a metre tied to a solid; null if nothing can be tied to it. */
function tiedCost({ kind }: Solid): number | null {
  if (kind === 'structure') return 1
  return kind === 'floor' || kind === 'sheet' ? WAY.thin : null
}

/**
 * Cost of a metre at a node of the plane across the truck at x, by its position; structure and heat come later.
 */
function placeFactors(truck: Truck, x: number): (y: number, z: number) => number {
  const { frame, fuelTank } = truck
  const bed = x < truck.cabRear ? floorAt(truck, x) : Infinity
  // Everything below the rail's lower edge hangs low, because nothing guards it there.
  const low = frame.top + railRise(truck, x) - frame.depth
  const overAxle = Math.abs(x) < WAY.axleHalf
  const atTank = Math.abs(x - fuelTank.centre.x) < fuelTank.length / 2
  const atEngine = x > CAB.firewall(truck)
  return (y, z) => {
    // Above the bed's floor behind the cab is the load space.
    if (z > bed) return Infinity
    let factor = 1
    if (Math.abs(y) > frame.spacing / 2) factor *= WAY.outside
    if (overAxle) factor *= WAY.overAxle
    if (z < low) factor *= WAY.low
    const inTank = atTank && Math.abs(y - fuelTank.centre.y) < fuelTank.width / 2
    if (inTank && z < fuelTank.centre.z) factor *= WAY.underTank
    const inEngine = atEngine && Math.abs(y) < CAB.engineHalf && z > frame.top - frame.depth
    return inEngine ? factor * WAY.engine : factor
  }
}

/** Cost of a metre by node, from its position. */
function factorsOf(truck: Truck, { counts: [along, across, up], at }: Lattice): Float64Array {
  const factors = new Float64Array(at.x.length)
  const plane = across * up
  for (let i = 0; i < along; i++) {
    const factorAt = placeFactors(truck, at.x[i * plane]!)
    for (let node = i * plane; node < (i + 1) * plane; node++)
      factors[node] = factorAt(at.y[node]!, at.z[node]!)
  }
  return factors
}

/** Cost of a metre by node, from what it can be tied to there. */
function tiesOf(lattice: Lattice, solids: readonly Solid[]): Float64Array {
  const tied = new Float64Array(lattice.at.x.length).fill(WAY.free)
  for (const solid of solids) {
    const each = tiedCost(solid)
    if (each !== null)
      for (const node of nodesNear(lattice.grid, solid, WAY.tied)) tied[node] = Math.min(tied[node]!, each)
  }
  return tied
}

/** Writes the length of every edge and its cost between nodes of these factors. */
function priceEdges(lattice: Lattice, factors: Float64Array, tied: Float64Array): void {
  const { counts, at, length, cost } = lattice
  const [along, across, up] = counts
  const steps = strides(lattice)
  const price = (node: number, axis: 0 | 1 | 2, isLast: boolean) => {
    if (isLast) {
      cost[axis][node] = Infinity
      return
    }
    const next = node + steps[axis]
    const [dx, dz] = [at.x[next]! - at.x[node]!, at.z[next]! - at.z[node]!]
    const long = axis === 1 ? at.y[next]! - at.y[node]! : Math.sqrt(dx * dx + dz * dz)
    length[axis][node] = long
    cost[axis][node] = long * Math.max(tied[node]!, tied[next]!) * Math.max(factors[node]!, factors[next]!)
  }
  let node = 0
  for (let i = 1; i <= along; i++)
    for (let j = 1; j <= across; j++)
      for (let k = 1; k <= up; k++) {
        price(node, 0, i === along)
        price(node, 1, j === across)
        price(node, 2, k === up)
        node++
      }
}

/** True if an existing grommet lets a run pass along an edge. */
function isAtEdge(lattice: Lattice, grommet: Point, node: number, axis: 0 | 1 | 2): boolean {
  const edge = emptyBox()
  boxNodes(lattice, node, node + strides(lattice)[axis], edge)
  return boxToShape(boxAround(grommet, grommet), edge) < WAY.atGrommet
}

/**
 * The truck's lattice with the cost of every edge: its length, times factors for its position; away from
 * structure or near the pipe costs more, and a hole still more. What is too close to a solid is blocked.
 * @param through places that runs must pass: there are planes through them
 * @param grommets existing holes in sheet metal: passed without a new one
 */
export function truckLattice(
  truck: Truck,
  solids: readonly Solid[],
  through: readonly Point[] = [],
  grommets: readonly Point[] = [],
): Lattice {
  const lattice = emptyLattice(gridOf(truck, solids, [...through, ...grommets]))
  const { length, cost, holes } = lattice
  priceEdges(lattice, factorsOf(truck, lattice), tiesOf(lattice, solids))
  for (const solid of solids) {
    const hot = solid.kind === 'hot'
    const sheet = solid.kind === 'sheet'
    const reach = hot ? PRACTICE.heatClearance.value + WAY.radius : runClearance(solid)
    const near = edgesWithin(lattice.grid, solid, reach)
    near.nodes.forEach((node, i) => {
      const axis = near.axes[i]!
      const left = near.left[i]!
      if (cost[axis][node] === Infinity) return
      if (sheet && left === 0) {
        if (grommets.some((at) => isAtEdge(lattice, at, node, axis))) return
        cost[axis][node]! += WAY.hole
        holes[axis][node]! += 1
      } else if (!sheet && left < runClearance(solid)) cost[axis][node] = Infinity
      else if (hot) cost[axis][node] = Math.max(cost[axis][node]!, length[axis][node]! * WAY.heat)
    })
  }
  return lattice
}

/** The nearest node to a place from which a run can continue; null if none is within reach. */
export function nodeAt(lattice: Lattice, place: Point): number | null {
  const { at, cost } = lattice
  const steps = strides(lattice)
  let [found, least]: [number | null, number] = [null, WAY.reach]
  for (let node = 0; node < at.x.length; node++) {
    const far = Math.hypot(at.x[node]! - place.x, at.y[node]! - place.y, at.z[node]! - place.z)
    if (far >= least) continue
    const open = ([0, 1, 2] as const).some(
      (axis) => cost[axis][node]! < Infinity || (cost[axis][node - steps[axis]] ?? Infinity) < Infinity,
    )
    if (open) [found, least] = [node, far]
  }
  return found
}

/** The lattice with further solids, the laid parts: this only blocks edges. */
export function withParts(lattice: Lattice, parts: readonly Solid[]): Lattice {
  const [x, y, z] = lattice.cost
  const cost = [x.slice(), y.slice(), z.slice()] as const
  for (const part of parts) {
    const near = edgesWithin(lattice.grid, part, WAY.radius)
    near.nodes.forEach((node, i) => {
      cost[near.axes[i]!][node] = Infinity
    })
  }
  return { ...lattice, cost }
}

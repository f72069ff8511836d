import { PRACTICE } from '../../catalog/practice'
import { KICK, railRise } from '../../catalog/truckGeometry'
import type { Point, Truck } from '../../document/types'
import { boundsOf, boxAround, boxToShape, type Box } from '../space/shapes'
import { CAB } from '../space/cab'
import type { Solid } from '../space/solid'
import { floorAt } from '../space/solids'
import { runClearance } from './clearance'
import { planesAcross, planesAlong, planesUp } from './planes'
import { RUN_SOLVER, WAY } from './settings'

/**
 * Where lines and wires may run: planes along, across and up through the truck, laid where its steel is – beside, under
 * and over the rails, along both faces of each cross-member, under the bed and the cab floor – and filled in
 * between. It rises with the rails over the axle. A node is where three planes meet; an edge joins two neighbours.
 */
export interface Lattice {
  /** How many planes along, across and up. */
  counts: readonly [number, number, number]
  /** Nodes: x, y and z of each, m. Node (i, j, k) stands at (i · across + j) · up + k. */
  at: { x: Float64Array; y: Float64Array; z: Float64Array }
  /** By axis: length of the edge from each node to its next, m; 0 at the last plane. */
  length: readonly [Float64Array, Float64Array, Float64Array]
  /** By axis: what that edge costs; Infinity where it cannot be run. */
  cost: readonly [Float64Array, Float64Array, Float64Array]
  /**
   * 1 where the rails rise: a bend there between along and up turns by more than a right angle; 2 where they begin
   * or end to rise, and going straight along is a slight bend.
   */
  rising: Uint8Array
  /** How far the rails rise, m. */
  rise: number
  /** Tangent of half the sharpest bend there; 1 where nothing rises, as of a right angle. */
  sharpest: number
  /** Tangent of half the slight bend where the rails begin or end to rise. */
  slightest: number
  /** By axis: holes through sheet metal along that edge. */
  holes: readonly [Uint8Array, Uint8Array, Uint8Array]
}

/** From one node to its next, by axis. */
export const strides = ({ counts: [, across, up] }: Lattice): readonly [number, number, number] => [
  across * up,
  up,
  1,
]

/** What a metre costs that is tied to a solid; null where nothing is. */
function tiedCost({ kind }: Solid): number | null {
  if (kind === 'structure') return 1
  return kind === 'floor' || kind === 'sheet' ? WAY.thin : null
}

/** A box that is written over again and again: distances are asked many thousand times for one truck. */
const emptyBox = (): Box => ({ shape: 'box', min: { x: 0, y: 0, z: 0 }, max: { x: 0, y: 0, z: 0 } })

/** Writes into a box what stands around two nodes, or is one node where they are the same. */
function boxNodes({ at: { x, y, z } }: Lattice, a: number, b: number, { min, max }: Box): void {
  min.x = Math.min(x[a]!, x[b]!)
  min.y = Math.min(y[a]!, y[b]!)
  min.z = Math.min(z[a]!, z[b]!)
  max.x = Math.max(x[a]!, x[b]!)
  max.y = Math.max(y[a]!, y[b]!)
  max.z = Math.max(z[a]!, z[b]!)
}

/** Calls for every node within `reach` of a shape. */
function nodesNear(lattice: Lattice, { shape }: Solid, reach: number, visit: (node: number) => void): void {
  const { counts, at } = lattice
  const [along, across, up] = counts
  const { min, max } = boundsOf(shape)
  const here = emptyBox()
  for (let i = 0; i < along; i++) {
    const first = i * across * up
    if (at.x[first]! > max.x + reach || at.x[first]! < min.x - reach) continue
    for (let j = 0; j < across; j++) {
      const column = first + j * up
      if (at.y[column]! > max.y + reach || at.y[column]! < min.y - reach) continue
      for (let node = column; node < column + up; node++) {
        if (at.z[node]! > max.z + reach || at.z[node]! < min.z - reach) continue
        boxNodes(lattice, node, node, here)
        if (boxToShape(here, shape) <= reach) visit(node)
      }
    }
  }
}

/** Calls for every edge nearer to a shape than `reach`, with the box around it and how near it comes, m. */
function edgesWithin(
  lattice: Lattice,
  solid: Solid,
  reach: number,
  visit: (node: number, axis: 0 | 1 | 2, left: number, edge: Box) => void,
): void {
  const steps = strides(lattice)
  const edge = emptyBox()
  edgesNear(lattice, solid, reach, (node, axis) => {
    boxNodes(lattice, node, node + steps[axis], edge)
    const left = boxToShape(edge, solid.shape)
    if (left < reach) visit(node, axis, left, edge)
  })
}

/** Calls for every edge that may come within `reach` of a shape. */
function edgesNear(
  lattice: Lattice,
  { shape }: Solid,
  reach: number,
  visit: (node: number, axis: 0 | 1 | 2) => void,
): void {
  const { counts, at } = lattice
  const [along, across, up] = counts
  const steps = strides(lattice)
  const { min, max } = boundsOf(shape)
  for (let i = 0; i < along; i++) {
    const first = i * steps[0]
    const toX = i + 1 < along ? at.x[first + steps[0]]! : at.x[first]!
    if (at.x[first]! > max.x + reach || toX < min.x - reach) continue
    const here = at.x[first]! >= min.x - reach
    for (let j = 0; j < across; j++) {
      const column = first + j * up
      const y = at.y[column]!
      const toY = j + 1 < across ? at.y[column + up]! : y
      if (y > max.y + reach || toY < min.y - reach) continue
      const abreast = y >= min.y - reach
      for (let k = 0; k < up; k++) {
        const node = column + k
        const z = at.z[node]!
        const isIn = z >= min.z - reach && z <= max.z + reach
        if (i + 1 < along && abreast) {
          const next = at.z[node + steps[0]]!
          if (isIn || (Math.min(z, next) <= max.z + reach && Math.max(z, next) >= min.z - reach))
            visit(node, 0)
        }
        if (!here) continue
        if (j + 1 < across && isIn) visit(node, 1)
        if (k + 1 < up && abreast && z <= max.z + reach && at.z[node + 1]! >= min.z - reach) visit(node, 2)
      }
    }
  }
}

export const pointAt = ({ at }: Lattice, node: number): Point => ({
  x: at.x[node]!,
  y: at.y[node]!,
  z: at.z[node]!,
})

/** Planes are laid where the rails begin and end to rise. */
function risesAt(fromAxle: number): 0 | 1 | 2 {
  if (KICK.some((end) => Math.abs(end - fromAxle) < RUN_SOLVER.rounding)) return 2
  return fromAxle > KICK[1] && fromAxle < KICK[0] ? 1 : 0
}

function emptyLattice(truck: Truck, solids: readonly Solid[], through: readonly Point[]): Lattice {
  const xs = planesAlong(truck, solids, through)
  const ys = planesAcross(truck, solids, through)
  const zs = planesUp(truck, solids, through)
  const size = xs.length * ys.length * zs.length
  const slope = Math.atan(truck.frame.kickUp / (KICK[0] - KICK[1]))
  const array = () => new Float64Array(size)
  const lattice: Lattice = {
    counts: [xs.length, ys.length, zs.length],
    at: { x: array(), y: array(), z: array() },
    rising: new Uint8Array(size),
    rise: Math.abs(truck.frame.kickUp),
    sharpest: Math.tan((Math.PI / 2 + slope) / 2),
    slightest: Math.tan(slope / 2),
    length: [array(), array(), array()],
    cost: [array(), array(), array()],
    holes: [new Uint8Array(size), new Uint8Array(size), new Uint8Array(size)],
  }
  let node = 0
  for (const x of xs) {
    const base = truck.frame.top + railRise(truck, x)
    const rises = risesAt(Math.abs(x))
    for (const y of ys)
      for (const z of zs) {
        lattice.at.x[node] = x
        lattice.at.y[node] = y
        lattice.at.z[node] = base + z
        lattice.rising[node] = rises
        node++
      }
  }
  return lattice
}

/** What a metre costs at a node of the plane across the truck at x, by where it lies; structure and heat come after. */
function placeFactors(truck: Truck, x: number): (y: number, z: number) => number {
  const { frame, fuelTank } = truck
  const bed = x < truck.cabRear ? floorAt(truck, x) : Infinity
  // Whatever hangs under the rail's lower edge hangs low: nothing guards it there.
  const low = frame.top + railRise(truck, x) - frame.depth
  const overAxle = Math.abs(x) < WAY.axleHalf
  const atTank = Math.abs(x - fuelTank.centre.x) < fuelTank.length / 2
  const atEngine = x > CAB.firewall(truck)
  return (y, z) => {
    // Above the bed's floor behind the cab is the load.
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

/** By node: what a metre costs by where it lies. */
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

/** By node: what a metre costs by what it can be tied to there. */
function tiesOf(lattice: Lattice, solids: readonly Solid[]): Float64Array {
  const tied = new Float64Array(lattice.at.x.length).fill(WAY.free)
  for (const solid of solids) {
    const each = tiedCost(solid)
    if (each !== null)
      nodesNear(lattice, solid, WAY.tied, (node) => {
        tied[node] = Math.min(tied[node]!, each)
      })
  }
  return tied
}

/** Writes how long every edge is and what it costs between nodes of these factors. */
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

/**
 * The truck's lattice, with what every edge costs: length by where it lies, away from structure or near the pipe
 * dearer, a hole dearer still; what comes too near a solid cannot be run.
 * @param through places that runs are made to pass: planes are laid through them.
 * @param grommets holes in sheet metal that are there: passed without another
 */
export function truckLattice(
  truck: Truck,
  solids: readonly Solid[],
  through: readonly Point[] = [],
  grommets: readonly Point[] = [],
): Lattice {
  const lattice = emptyLattice(truck, solids, [...through, ...grommets])
  const { length, cost, holes } = lattice
  priceEdges(lattice, factorsOf(truck, lattice), tiesOf(lattice, solids))
  for (const solid of solids) {
    const hot = solid.kind === 'hot'
    const sheet = solid.kind === 'sheet'
    const reach = hot ? PRACTICE.heatClearance.value + WAY.radius : runClearance(solid)
    edgesWithin(lattice, solid, reach, (node, axis, left, edge) => {
      if (cost[axis][node] === Infinity) return
      if (sheet && left === 0) {
        if (grommets.some((at) => boxToShape(boxAround(at, at), edge) < WAY.atGrommet)) return
        cost[axis][node]! += WAY.hole
        holes[axis][node]! += 1
      } else if (!sheet && left < runClearance(solid)) cost[axis][node] = Infinity
      else if (hot) cost[axis][node] = Math.max(cost[axis][node]!, length[axis][node]! * WAY.heat)
    })
  }
  return lattice
}

/** The node nearest to a place from which a run can go on; null where none is within reach. */
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

/** The lattice with more solids in it, the parts laid: only which edges can be run changes. */
export function withParts(lattice: Lattice, parts: readonly Solid[]): Lattice {
  const [x, y, z] = lattice.cost
  const cost = [x.slice(), y.slice(), z.slice()] as const
  for (const part of parts)
    edgesWithin(lattice, part, WAY.radius, (node, axis) => {
      cost[axis][node] = Infinity
    })
  return { ...lattice, cost }
}

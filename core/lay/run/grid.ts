import { KICK, railRise } from '../../catalog/truckGeometry'
import type { Point, Truck } from '../../document/types'
import { recent } from '../../quantity/recent'
import { boundsOf, boxToShape, type Box } from '../space/shapes'
import type { Solid } from '../space/solid'
import { planesAcross, planesAlong, planesUp } from './planes'
import { RUN_SOLVER } from './settings'

/**
 * Where the planes of the lattice meet, without costs. A grid is kept while its planes stay where they are,
 * together with everything computed on it: what each solid is near to, and the runs.
 */
export interface Grid {
  /** How many planes along, across and up. */
  counts: readonly [number, number, number]
  /** Nodes: x, y and z of each, m. Node (i, j, k) stands at (i · across + j) · up + k. */
  at: { x: Float64Array; y: Float64Array; z: Float64Array }
  /**
   * 1 where the rails rise: a bend between along and up turns by more than a right angle there. 2 where they
   * begin or end to rise: going straight along is a slight bend.
   */
  rising: Uint8Array
  /** How far the rails rise, m. */
  rise: number
  /** Tangent of half the sharpest bend there; 1 where nothing rises, as of a right angle. */
  sharpest: number
  /** Tangent of half the slight bend where the rails begin or end to rise. */
  slightest: number
}
type Nodes = Pick<Grid, 'counts' | 'at'>

/** Index steps from one node to the next, by axis. */
export const strides = ({
  counts: [, across, up],
}: Pick<Grid, 'counts'>): readonly [number, number, number] => [across * up, up, 1]

export const pointAt = ({ at }: Pick<Grid, 'at'>, node: number): Point => ({
  x: at.x[node]!,
  y: at.y[node]!,
  z: at.z[node]!,
})

/** There are planes where the rails begin and end to rise. */
function risesAt(fromAxle: number): 0 | 1 | 2 {
  if (KICK.some((end) => Math.abs(end - fromAxle) < RUN_SOLVER.rounding)) return 2
  return fromAxle > KICK[1] && fromAxle < KICK[0] ? 1 : 0
}

function makeGrid(truck: Truck, xs: readonly number[], ys: readonly number[], zs: readonly number[]): Grid {
  const size = xs.length * ys.length * zs.length
  const slope = Math.atan(truck.frame.kickUp / (KICK[0] - KICK[1]))
  const array = () => new Float64Array(size)
  const grid: Grid = {
    counts: [xs.length, ys.length, zs.length],
    at: { x: array(), y: array(), z: array() },
    rising: new Uint8Array(size),
    rise: Math.abs(truck.frame.kickUp),
    sharpest: Math.tan((Math.PI / 2 + slope) / 2),
    slightest: Math.tan(slope / 2),
  }
  let node = 0
  for (const x of xs) {
    const base = truck.frame.top + railRise(truck, x)
    const rises = risesAt(Math.abs(x))
    for (const y of ys)
      for (const z of zs) {
        grid.at.x[node] = x
        grid.at.y[node] = y
        grid.at.z[node] = base + z
        grid.rising[node] = rises
        node++
      }
  }
  return grid
}

const grids = recent<Grid>(6)
/**
 * The grid of a truck.
 * @param through places that runs must pass: there are planes through them
 */
export function gridOf(truck: Truck, solids: readonly Solid[], through: readonly Point[]): Grid {
  const planes = [planesAlong, planesAcross, planesUp].map((of) => of(truck, solids, through))
  const [xs, ys, zs] = planes as [number[], number[], number[]]
  const rises = xs.map((x) => railRise(truck, x))
  const key = JSON.stringify([planes, truck.frame.top, truck.frame.kickUp, rises])
  return grids(key, () => makeGrid(truck, xs, ys, zs))
}

/** Edges near a solid: the lower node and the axis of each, and its distance, m. */
export interface NearEdges {
  nodes: number[]
  axes: (0 | 1 | 2)[]
  left: number[]
}
interface Near {
  edges: (key: string, compute: () => NearEdges) => NearEdges
  nodes: (key: string, compute: () => number[]) => number[]
}
const nears = new WeakMap<Grid, Near>()
function nearOf(grid: Grid): Near {
  const near = nears.get(grid) ?? {
    edges: recent(RUN_SOLVER.solidsKept),
    nodes: recent(RUN_SOLVER.solidsKept),
  }
  nears.set(grid, near)
  return near
}

/** Nodes within `reach` of a solid; computed once for a grid. */
export const nodesNear = (grid: Grid, solid: Solid, reach: number): number[] =>
  nearOf(grid).nodes(JSON.stringify([solid.shape, reach]), () => {
    const nodes: number[] = []
    eachNodeNear(grid, solid, reach, (node) => nodes.push(node))
    return nodes
  })

/** Edges closer to a solid than `reach`; computed once for a grid. */
export const edgesWithin = (grid: Grid, solid: Solid, reach: number): NearEdges =>
  nearOf(grid).edges(JSON.stringify([solid.shape, reach]), () => {
    const near: NearEdges = { nodes: [], axes: [], left: [] }
    eachEdgeWithin(grid, solid, reach, (node, axis, left) => {
      near.nodes.push(node)
      near.axes.push(axis)
      near.left.push(left)
    })
    return near
  })

/** A reused box, because distances are computed many thousand times for one truck. */
export const emptyBox = (): Box => ({ shape: 'box', min: { x: 0, y: 0, z: 0 }, max: { x: 0, y: 0, z: 0 } })

/** Writes the box around two nodes, or around one if they are equal. */
export function boxNodes({ at: { x, y, z } }: Nodes, a: number, b: number, { min, max }: Box): void {
  min.x = Math.min(x[a]!, x[b]!)
  min.y = Math.min(y[a]!, y[b]!)
  min.z = Math.min(z[a]!, z[b]!)
  max.x = Math.max(x[a]!, x[b]!)
  max.y = Math.max(y[a]!, y[b]!)
  max.z = Math.max(z[a]!, z[b]!)
}

/** Calls for every node within `reach` of a shape. */
function eachNodeNear(grid: Nodes, { shape }: Solid, reach: number, visit: (node: number) => void): void {
  const { counts, at } = grid
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
        boxNodes(grid, node, node, here)
        if (boxToShape(here, shape) <= reach) visit(node)
      }
    }
  }
}

/** Calls for every edge nearer to a shape than `reach`, and how near it comes, m. */
function eachEdgeWithin(
  grid: Nodes,
  solid: Solid,
  reach: number,
  visit: (node: number, axis: 0 | 1 | 2, left: number) => void,
): void {
  const steps = strides(grid)
  const edge = emptyBox()
  edgesNear(grid, solid, reach, (node, axis) => {
    boxNodes(grid, node, node + steps[axis], edge)
    const left = boxToShape(edge, solid.shape)
    if (left < reach) visit(node, axis, left)
  })
}

/** Calls for every edge that may come within `reach` of a shape. */
function edgesNear(
  grid: Nodes,
  { shape }: Solid,
  reach: number,
  visit: (node: number, axis: 0 | 1 | 2) => void,
): void {
  const { counts, at } = grid
  const [along, across, up] = counts
  const steps = strides(grid)
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

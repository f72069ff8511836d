import type { Point } from '../../document/types'
import type { Grid } from './grid'
import type { Lattice } from './lattice'
import {
  cheapestWay,
  notebookFor,
  type Arrived,
  type Notebook,
  type Shared,
  type Stub,
  type Way,
} from './search'
import { RUN_SOLVER, WAY } from './settings'

/**
 * Searches made on a grid. The result of a search depends on its question and on the cost of the edges it looks
 * at. While those are the same it would find the same way, so it is not repeated.
 */

interface Asked {
  from: readonly Stub[] | Arrived
  to: readonly Stub[]
  target: Point
  bend: number
}
interface Kept extends Asked {
  /** Edges it looked at, as in `Notebook`, and the cost of each. */
  edges: Int32Array
  costs: Float64Array
  way: Way | null
}

/** The last few searches for each piece of each run. */
const searches = new WeakMap<Grid, Map<string, Kept[]>>()

const isSameStub = (a: Stub, b: Stub) =>
  a.node === b.node &&
  a.cost === b.cost &&
  a.towards.x === b.towards.x &&
  a.towards.y === b.towards.y &&
  a.towards.z === b.towards.z
const areSameStubs = (a: readonly Stub[], b: readonly Stub[]) =>
  a === b || (a.length === b.length && a.every((stub, i) => isSameStub(stub, b[i]!)))
function isSameStart(a: Asked['from'], b: Asked['from']): boolean {
  if ('way' in a) return 'way' in b && a.node === b.node && a.way === b.way
  return !('way' in b) && areSameStubs(a, b)
}
const isSame = (a: Asked, b: Asked) =>
  a.bend === b.bend &&
  a.target.x === b.target.x &&
  a.target.y === b.target.y &&
  a.target.z === b.target.z &&
  isSameStart(a.from, b.from) &&
  areSameStubs(a.to, b.to)

/** Searches on one lattice, with what other runs use of it. */
export function searchesOn(lattice: Lattice, shared: Shared) {
  const { cost, grid } = lattice
  const size = grid.at.x.length
  const known = searches.get(grid) ?? new Map<string, Kept[]>()
  searches.set(grid, known)
  let notebook: Notebook | null = null
  const costOf = (edge: number) => {
    const axis = edge < size ? 0 : edge < 2 * size ? 1 : 2
    const node = edge - axis * size
    return shared[axis][node] ? cost[axis][node]! * WAY.shared : cost[axis][node]!
  }
  const stillCosts = ({ edges, costs }: Kept) => {
    for (let i = 0; i < edges.length; i++) if (costOf(edges[i]!) !== costs[i]) return false
    return true
  }
  /** @param piece which piece of which run, to find its last searches */
  return (piece: string, asked: Asked): Way | null => {
    const before = known.get(piece) ?? []
    const again = before.find((kept) => isSame(kept, asked) && stillCosts(kept))
    if (again) return again.way
    notebook ??= notebookFor(lattice)
    const { from, to, target, bend } = asked
    const way = cheapestWay(lattice, from, to, target, bend, shared, notebook)
    const edges = notebook.looked.slice(0, notebook.looks)
    const costs = new Float64Array(edges.length)
    for (let i = 0; i < edges.length; i++) costs[i] = costOf(edges[i]!)
    known.set(piece, [{ ...asked, edges, costs, way }, ...before].slice(0, RUN_SOLVER.searchesKept))
    return way
  }
}

import type { Point } from '../../document/types'
import { strides } from './grid'
import type { Lattice } from './lattice'
import { RUN_SOLVER, WAY } from './settings'

/** A straight piece from a part to a node of the lattice, or from a node to a part. */
export interface Stub {
  node: number
  cost: number
  /** Unit vector from the part to the node. */
  towards: Point
}

/** Direction of a place that a run only passes. */
export const THROUGH: Point = { x: 0, y: 0, z: 0 }

/** The cheapest way: all its nodes from the first part to the second, and its cost in metres of plain run. */
export interface Way {
  nodes: number[]
  cost: number
  /** The last node, and the direction of arrival. */
  last: Arrived
}
/** A node that a run has reached, and the direction of arrival. */
export interface Arrived {
  node: number
  way: number
}

/** The six directions from a node: along + and −, across + and −, up + and −. */
const WAYS = 6
const axisOf = (way: number) => (way >> 1) as 0 | 1 | 2
const signOf = (way: number) => (way & 1 ? -1 : 1)
/** Component along a direction. */
const componentOf = (p: Point, way: number) => [p.x, p.y, p.z][axisOf(way)]! * signOf(way)

const { straightOn: STRAIGHT_ON, rounding: ROUNDING } = RUN_SOLVER

/** A binary heap of states, sorted by their least possible cost. */
class Queue {
  private states = new Int32Array(1024)
  private costs = new Float64Array(1024)
  private size = 0
  get least(): number {
    return this.size > 0 ? this.costs[0]! : Infinity
  }
  push(state: number, cost: number): void {
    if (this.size === this.states.length) this.grow()
    const { states, costs } = this
    let at = this.size++
    while (at > 0) {
      const above = (at - 1) >> 1
      if (costs[above]! <= cost) break
      states[at] = states[above]!
      costs[at] = costs[above]!
      at = above
    }
    states[at] = state
    costs[at] = cost
  }
  /** Removes and returns the first state; the heap must not be empty. */
  pop(): number {
    const { states, costs } = this
    const top = states[0]!
    const size = --this.size
    const state = states[size]!
    const cost = costs[size]!
    let at = 0
    for (;;) {
      let below = at * 2 + 1
      if (below >= size) break
      if (below + 1 < size && costs[below + 1]! < costs[below]!) below++
      if (costs[below]! >= cost) break
      states[at] = states[below]!
      costs[at] = costs[below]!
      at = below
    }
    states[at] = state
    costs[at] = cost
    return top
  }
  private grow(): void {
    const [states, costs] = [this.states, this.costs]
    this.states = new Int32Array(states.length * 2)
    this.costs = new Float64Array(costs.length * 2)
    this.states.set(states)
    this.costs.set(costs)
  }
}

/** Edges that another run already uses, by axis: 1 if so. */
export type Shared = readonly [Uint8Array, Uint8Array, Uint8Array]
export const nothingShared = ({ cost: [{ length }] }: Lattice): Shared => [
  new Uint8Array(length),
  new Uint8Array(length),
  new Uint8Array(length),
]

/**
 * The steps a run can take. It goes straight on by one edge. After a bend it goes straight for as long as that
 * bend and the next one need: twice the bend radius if both are right angles.
 */
export function stepper(
  lattice: Lattice,
  bendRadius: number,
  shared: Shared,
  notebook: Notebook = notebookFor(lattice),
) {
  const steps = strides(lattice)
  const size = lattice.at.x.length
  const { looked, isLooked } = notebook
  const { cost, length, rising, sharpest, slightest } = lattice
  const ways = Array.from({ length: WAYS }, (_, way) => {
    const axis = axisOf(way)
    const step = signOf(way) * steps[axis]
    /** An edge is stored at its lower node. */
    const toEdge = Math.min(step, 0)
    const first = axis * size
    return { axis, step, toEdge, first, cost: cost[axis], length: length[axis], shared: shared[axis] }
  })
  const wants = (node: number, axis: number) => (axis !== 1 && rising[node] ? sharpest : 1) * bendRadius
  /** Node reached by the last step; −1 if the step was not possible. */
  let reached = -1
  /** One edge straight on. Returns the cost. */
  const goOn = (from: number, way: number): number => {
    const { step, toEdge, first, cost, shared } = ways[way]!
    const edge = from + toEdge
    if (edge < 0) {
      reached = -1
      return Infinity
    }
    if (!isLooked[first + edge]) {
      isLooked[first + edge] = 1
      looked[notebook.looks++] = first + edge
    }
    const c = cost[edge]!
    reached = c === Infinity ? -1 : from + step
    return shared[edge] ? c * WAY.shared : c
  }
  /** After a bend, straight on until the piece is long enough. Returns the cost. */
  const bend = (from: number, way: number): number => {
    const { axis, length, toEdge } = ways[way]!
    let first = wants(from, axis)
    let node = from
    let total = 0
    let long = 0
    do {
      if (axis === 0 && node !== from && rising[node] === 2) {
        // Going on here is a slight bend: one piece ends and the next begins.
        if (long < first + slightest * bendRadius - ROUNDING) {
          reached = -1
          return Infinity
        }
        first = slightest * bendRadius
        long = 0
      }
      total += goOn(node, way)
      if (reached < 0) return Infinity
      long += length[node + toEdge]!
      node = reached
    } while (long < first + wants(node, axis) - ROUNDING)
    return total
  }
  /** From a node with its direction of arrival: calls `take` for every step. */
  const each = (node: number, way: number, take: (node: number, way: number, cost: number) => void) => {
    const on = goOn(node, way)
    if (reached >= 0) take(reached, way, on)
    const { axis } = ways[way]!
    for (let turn = 0; turn < WAYS; turn++) {
      if (ways[turn]!.axis === axis) continue
      const c = bend(node, turn)
      if (reached >= 0) take(reached, turn, c + WAY.turn)
    }
  }
  /** The first piece after a stub. */
  const begin = (node: number, way: number) => ({ cost: bend(node, way), node: reached })
  return { each, begin }
}

/** What a search stores for every state, reused by the next search on the same lattice. */
export interface Notebook {
  best: Float64Array
  before: Int32Array
  closed: Uint8Array
  /** Edges it has looked at, and how many: axis × nodes + lower node. */
  looked: Int32Array
  looks: number
  isLooked: Uint8Array
}
export const notebookFor = ({ at: { x } }: Lattice): Notebook => ({
  best: new Float64Array(x.length * WAYS),
  before: new Int32Array(x.length * WAYS),
  closed: new Uint8Array(x.length * WAYS),
  looked: new Int32Array(x.length * 3),
  looks: 0,
  isLooked: new Uint8Array(x.length * 3),
})

/**
 * The cheapest way over the lattice from any first stub, or from where an earlier piece of the run ended, to
 * any last stub. A* over nodes and directions of arrival (Hart, Nilsson and Raphael 1968). Null if there is
 * none.
 * @param bendRadius m
 */
export function cheapestWay(
  lattice: Lattice,
  from: readonly Stub[] | Arrived,
  to: readonly Stub[],
  target: Point,
  bendRadius: number,
  shared: Shared,
  notebook: Notebook = notebookFor(lattice),
): Way | null {
  const { best, before, closed, isLooked } = notebook
  best.fill(Infinity)
  closed.fill(0)
  isLooked.fill(0)
  notebook.looks = 0
  const queue = new Queue()
  const { x, y, z } = lattice.at
  /**
   * Nothing is cheaper than a shared metre, and a way goes along, across and up in turn. Only where the rails
   * rise does it gain height for free. A slanted last piece costs more than either.
   */
  const atLeast = (node: number) => {
    const dx = x[node]! - target.x
    const dy = y[node]! - target.y
    const dz = z[node]! - target.z
    const byTurns = Math.abs(dx) + Math.abs(dy) + Math.max(Math.abs(dz) - lattice.rise, 0)
    return WAY.shared * Math.max(byTurns, Math.sqrt(dx * dx + dy * dy + dz * dz))
  }
  const reach = (state: number, cost: number, parent: number) => {
    if (cost >= best[state]!) return
    best[state] = cost
    before[state] = parent
    queue.push(state, cost + atLeast((state / WAYS) | 0))
  }
  const { each, begin } = stepper(lattice, bendRadius, shared, notebook)
  const lastStubs = new Map<number, Stub>(to.map((stub) => [stub.node, stub]))
  /** First nodes, stored as −2 − node, so that the way back ends there. */
  const stubs = 'way' in from ? [] : from
  if ('way' in from)
    each(from.node, from.way, (next, way, cost) => reach(next * WAYS + way, cost, -2 - from.node))
  for (const { node, cost, towards } of stubs)
    for (let way = 0; way < WAYS; way++) {
      const along = componentOf(towards, way)
      if (along < -ROUNDING) continue
      const step = begin(node, way)
      if (step.node >= 0)
        reach(step.node * WAYS + way, cost + step.cost + (along > STRAIGHT_ON ? 0 : WAY.turn), -2 - node)
    }
  let end = -1
  let least = Infinity
  // Both parts at one node.
  for (const first of stubs) {
    const last = lastStubs.get(first.node)
    if (!last) continue
    const { towards: a } = first
    // A place on the way has no direction of its own: the run passes it and does not end there.
    if (last.towards === THROUGH) continue
    const dot = -(a.x * last.towards.x + a.y * last.towards.y + a.z * last.towards.z)
    const cost = first.cost + last.cost + (dot > STRAIGHT_ON ? 0 : WAY.turn)
    if (dot >= -ROUNDING && cost < least) {
      least = cost
      end = -2 - first.node
    }
  }
  while (queue.least < least) {
    const state = queue.pop()
    if (closed[state]) continue
    closed[state] = 1
    const node = (state / WAYS) | 0
    const way = state % WAYS
    const here = best[state]!
    const last = lastStubs.get(node)
    if (last) {
      // A stub points away from its part, and the run arrives in the opposite direction.
      const along = -componentOf(last.towards, way)
      const cost = here + last.cost + (along > STRAIGHT_ON ? 0 : WAY.turn)
      if (along >= -ROUNDING && cost < least) {
        least = cost
        end = state
      }
    }
    each(node, way, (next, nextWay, cost) => reach(next * WAYS + nextWay, here + cost, state))
  }
  if (end === -1) return null
  const nodes: number[] = []
  let state = end
  while (state >= 0) {
    nodes.unshift((state / WAYS) | 0)
    state = before[state]!
  }
  nodes.unshift(-2 - state)
  return {
    nodes: filled(lattice, nodes),
    cost: least,
    last: { node: nodes.at(-1)!, way: Math.max(end, 0) % WAYS },
  }
}

/** Axis along which two neighbours, or two nodes of one straight piece, are apart. */
const axisBetween = ({ at }: Lattice, a: number, b: number): 0 | 1 | 2 => {
  if (at.x[a] !== at.x[b]) return 0
  return at.y[a] !== at.y[b] ? 1 : 2
}

/** A way with every node it passes, where a straight piece only had its ends. */
function filled(lattice: Lattice, nodes: readonly number[]): number[] {
  const steps = strides(lattice)
  const all = [nodes[0]!]
  for (const to of nodes.slice(1)) {
    const from = all.at(-1)!
    const step = steps[axisBetween(lattice, from, to)] * Math.sign(to - from)
    for (let node = from; node !== to; node += step) all.push(node + step)
  }
  return all
}

/** Every edge of a way, as its axis and its lower node. */
export const edgesOf = (lattice: Lattice, nodes: readonly number[]): { axis: 0 | 1 | 2; node: number }[] =>
  nodes.slice(1).map((to, i) => ({
    axis: axisBetween(lattice, nodes[i]!, to),
    node: Math.min(nodes[i]!, to),
  }))

import type { Point, Truck } from '../document/types'

/** A weighted graph of places on the frame where lines and wires may run. */
export interface ChassisGraph {
  nodes: Point[]
  edges: { a: number; b: number; length: number; kind: 'rail' | 'cross' | 'stub' }[]
}

/** Distance of two places, m. */
export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z)

/**
 * Frame as a graph: a node on each rail at every cross-member, at both ends and abreast of every part; rails join
 * neighbours, cross-members join left and right, and a stub joins a part to the nearer rail (the upper edge).
 */
export function chassisGraph(
  truck: Truck,
  parts: Record<string, Point>,
): { graph: ChassisGraph; at: Record<string, number> } {
  const { frame } = truck
  const clamp = (x: number) => Math.min(frame.front, Math.max(frame.rear, x))
  const stations = [
    ...new Set([
      frame.front,
      frame.rear,
      ...frame.crossMembers.map(clamp),
      ...Object.values(parts).map((p) => clamp(p.x)),
    ]),
  ].sort((a, b) => b - a)
  const graph: ChassisGraph = { nodes: [], edges: [] }
  const railAt = new Map<string, number>()
  const join = (a: number, b: number, kind: ChassisGraph['edges'][number]['kind']) =>
    graph.edges.push({ a, b, length: distance(graph.nodes[a]!, graph.nodes[b]!), kind })
  for (const side of [1, -1]) {
    let previous = -1
    for (const x of stations) {
      const index = graph.nodes.push({ x, y: (side * frame.spacing) / 2, z: frame.top }) - 1
      railAt.set(`${side}:${x}`, index)
      if (previous >= 0) join(previous, index, 'rail')
      previous = index
    }
  }
  for (const x of new Set(frame.crossMembers.map(clamp)))
    join(railAt.get(`1:${x}`)!, railAt.get(`-1:${x}`)!, 'cross')
  const at: Record<string, number> = {}
  for (const [id, part] of Object.entries(parts)) {
    const index = graph.nodes.push(part) - 1
    join(index, railAt.get(`${part.y >= 0 ? 1 : -1}:${clamp(part.x)}`)!, 'stub')
    at[id] = index
  }
  return { graph, at }
}

/**
 * Shortest path by Dijkstra under a cost per edge (at least its length). Returns node indices, or null when there is none.
 */
export function shortestPath(
  graph: ChassisGraph,
  from: number,
  to: number,
  cost: (edge: ChassisGraph['edges'][number]) => number,
): number[] | null {
  const next: { node: number; cost: number }[][] = graph.nodes.map(() => [])
  for (const edge of graph.edges) {
    const c = cost(edge)
    next[edge.a]!.push({ node: edge.b, cost: c })
    next[edge.b]!.push({ node: edge.a, cost: c })
  }
  const best = graph.nodes.map(() => Infinity)
  const before = graph.nodes.map(() => -1)
  const done = graph.nodes.map(() => false)
  best[from] = 0
  for (;;) {
    let here = -1
    for (let i = 0; i < best.length; i++)
      if (!done[i] && best[i]! < Infinity && (here < 0 || best[i]! < best[here]!)) here = i
    if (here < 0) return null
    if (here === to) break
    done[here] = true
    for (const { node, cost: c } of next[here]!) {
      if (best[here]! + c < best[node]!) {
        best[node] = best[here]! + c
        before[node] = here
      }
    }
  }
  const path = [to]
  while (path[0] !== from) path.unshift(before[path[0]!]!)
  return path
}

/** Length of a polyline, m. */
export function lengthOf(points: readonly Point[]): number {
  let sum = 0
  for (let i = 1; i < points.length; i++) sum += distance(points[i - 1]!, points[i]!)
  return sum
}

/** Least distance between two line segments in space, m. Ericson's clamped closest points (memory). */
export function segmentDistance(p1: Point, q1: Point, p2: Point, q2: Point): number {
  const sub = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y, z: a.z - b.z })
  const dot = (a: Point, b: Point) => a.x * b.x + a.y * b.y + a.z * b.z
  const clamp = (v: number) => Math.min(1, Math.max(0, v))
  const d1 = sub(q1, p1)
  const d2 = sub(q2, p2)
  const r = sub(p1, p2)
  const a = dot(d1, d1)
  const e = dot(d2, d2)
  const f = dot(d2, r)
  const tiny = 1e-12
  let s = 0
  let t = 0
  if (a <= tiny && e > tiny) t = clamp(f / e)
  else if (a > tiny) {
    const c = dot(d1, r)
    if (e <= tiny) s = clamp(-c / a)
    else {
      const b = dot(d1, d2)
      const denominator = a * e - b * b
      // Parallel or not is a question of the angle, however short the segments are.
      s = denominator > tiny * a * e ? clamp((b * f - c * e) / denominator) : 0
      t = (b * s + f) / e
      if (t < 0 || t > 1) {
        t = clamp(t)
        s = clamp((b * t - c) / a)
      }
    }
  }
  const on1 = { x: p1.x + d1.x * s, y: p1.y + d1.y * s, z: p1.z + d1.z * s }
  const on2 = { x: p2.x + d2.x * t, y: p2.y + d2.y * t, z: p2.z + d2.z * t }
  return distance(on1, on2)
}

/** Least distance of a polyline (or a point) from the outside of the exhaust, m; Infinity with no exhaust. */
export function heatDistance(points: readonly Point[], exhaust: Truck['exhaust']): number {
  let least = Infinity
  const lines =
    points.length === 1
      ? [[points[0]!, points[0]!] as const]
      : points.slice(1).map((p, i) => [points[i]!, p] as const)
  for (const [a, b] of lines)
    for (let i = 1; i < exhaust.points.length; i++)
      least = Math.min(least, segmentDistance(a, b, exhaust.points[i - 1]!, exhaust.points[i]!))
  return Math.max(least - exhaust.radius, 0)
}

import { PRACTICE } from '../catalog/practice'
import type { AirPlan, Point, Truck } from '../document/types'
import { chassisGraph, distance, heatDistance, lengthOf, shortestPath } from './chassis'
import { BATTERY } from './places'
import type { Route } from './types'

/** How much dearer a metre inside the keep-off counts when a route is sought. */
const HEAT_COST = 12
/** Parts within a hand's breadth of each other are joined straight, m. */
const STRAIGHT = 0.4
/** A piece that goes over this share of the frame's width crosses it. */
const CROSSING = 0.9

/** Lengths are cut to the next 10 mm; rounding must not cost another. */
const toCut = (length: number) => Math.ceil(length * 100 - 1e-6) / 100

/** What is cut off the coil, or the length a hose with its ends on is taken in: the next one, the longest where none reaches. */
function taken(length: number, stock: readonly number[] | null): Pick<Route, 'cut' | 'coiled'> {
  if (!stock) return { cut: toCut(length), coiled: null }
  const cut = stock.find((size) => size >= length) ?? stock.at(-1)!
  return { cut, coiled: cut - length }
}

/** Finds routes between placed parts: the shortest along rails and cross-members, the keep-off counted dearer. */
export function router(truck: Truck, air: AirPlan, places: Record<string, Point>) {
  const { graph, at } = chassisGraph(truck, places)
  const costs = new Map(
    graph.edges.map((edge) => {
      const ends = [graph.nodes[edge.a]!, graph.nodes[edge.b]!]
      const warm = heatDistance(ends, truck.exhaust) < PRACTICE.heatClearance.value
      return [edge, edge.length * (warm ? HEAT_COST : 1)]
    }),
  )
  const label = (part: string) => (part === BATTERY ? 'Battery' : (air.components[part]?.label ?? part))
  return (
    id: string,
    kind: Route['kind'],
    from: string,
    to: string,
    path: Route['path'],
    slack: number,
    stock: readonly number[] | null = null,
  ): Route => {
    const ends = [places[from]!, places[to]!] as const
    const near = distance(...ends) < STRAIGHT
    const nodes = near ? null : shortestPath(graph, at[from]!, at[to]!, (edge) => costs.get(edge)!)
    const points = nodes ? nodes.map((n) => graph.nodes[n]!) : [...ends]
    const run = lengthOf(points)
    const crossings = points.filter(
      (p, i) => i > 0 && Math.abs(p.y - points[i - 1]!.y) > truck.frame.spacing * CROSSING,
    ).length
    return {
      id,
      kind,
      from,
      to,
      fromLabel: label(from),
      toLabel: label(to),
      path,
      points,
      run,
      slack,
      ...taken(run + slack, stock),
      ties: Math.ceil(run / PRACTICE.tieSpacing.value),
      grommets: crossings * 2,
      heat: heatDistance(points, truck.exhaust),
      wayless: !near && nodes === null,
    }
  }
}

import { PRACTICE } from '../catalog/practice'
import type { CompressorClass } from '../catalog/compressors'
import type { SpringClass } from '../catalog/springs'
import type { TubeClass } from '../catalog/tubes'
import { DIRECT, type AirPlan, type LayPlan, type Point, type Truck } from '../document/types'
import type { Figure, Note } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import { chassisGraph, heatDistance, lengthOf, shortestPath } from './chassis'
import { layRules } from './rules'
import type { Route, LayResult } from './types'
import { proposedPlaces, BATTERY } from './places'

/** How much dearer a metre inside the keep-off counts when a route is sought. */
const HEAT_COST = 12

/** Places, routes along the frame and the cut list. */
export function layStage(
  lay: LayPlan,
  truck: Truck,
  air: AirPlan,
  parts: { tube: TubeClass | null; compressor: CompressorClass | null; spring: SpringClass | null },
): StageOutput<LayResult> {
  const places: Record<string, Point> = { ...proposedPlaces(truck, air), [BATTERY]: truck.battery }
  for (const [id, place] of Object.entries(lay.places))
    if (places[id] && air.components[id]?.kind !== 'spring') places[id] = place
  const { graph, at } = chassisGraph(truck, places)
  const warm = graph.edges.map(
    (edge) =>
      heatDistance([graph.nodes[edge.a]!, graph.nodes[edge.b]!], truck.exhaust) <
      PRACTICE.heatClearance.value,
  )
  const costs = new Map(graph.edges.map((edge, i) => [edge, edge.length * (warm[i] ? HEAT_COST : 1)]))

  const route = (
    id: string,
    kind: Route['kind'],
    from: string,
    to: string,
    path: Route['path'],
    slack: number,
  ): Route => {
    const a = places[from]!
    const b = places[to]!
    // Parts within a hand's breadth of each other are joined straight.
    const near = Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z) < 0.4
    const nodes = near ? null : shortestPath(graph, at[from]!, at[to]!, (edge) => costs.get(edge)!)
    const points = nodes ? nodes.map((n) => graph.nodes[n]!) : [a, b]
    const run = lengthOf(points)
    const crossings = points.filter(
      (p, i) => i > 0 && Math.abs(p.y - points[i - 1]!.y) > truck.frame.spacing * 0.9,
    ).length
    const cut = Math.ceil((run + slack) * 100 - 1e-6) / 100
    const label = (part: string) => (part === BATTERY ? 'Battery' : (air.components[part]?.label ?? part))
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
      cut,
      ties: Math.ceil(run / PRACTICE.tieSpacing.value),
      grommets: crossings * 2,
      heat: heatDistance(points, truck.exhaust),
      wayless: !near && nodes === null,
    }
  }
  const ends = (...ids: string[]) => ids.filter((id) => air.components[id]?.kind === 'spring').length
  const routes = Object.entries(air.lines)
    .filter(([, l]) => l.tube !== DIRECT && places[l.from] && places[l.to])
    .map(([id, l]) => route(id, 'air', l.from, l.to, l.path, ends(l.from, l.to) * lay.slackAtSpring))
  const powered = Object.entries(air.components).find(([, c]) => c.kind === 'compressor')
  const feedRoute = powered ? route('feed', 'feed', BATTERY, powered[0], 'feed', 0) : null
  const all = feedRoute ? [...routes, feedRoute] : routes
  const cuts = [...routes].sort((a, b) => b.cut - a.cut)
  const harness = (lay.harnessLength ?? parts.compressor?.harness ?? 0) + lay.harnessExtension
  const screwed = new Set(
    Object.values(air.lines)
      .filter((l) => l.tube === DIRECT)
      .map((l) => l.from),
  )
  const heat = Object.fromEntries(
    Object.entries(places)
      .filter(([id]) => id !== BATTERY && !screwed.has(id))
      .map(([id, p]) => {
        const body = air.components[id]?.kind === 'spring' ? (parts.spring?.diameter ?? 0) / 2 : 0
        return [id, Math.max(heatDistance([p], truck.exhaust) - body, 0)]
      }),
  )
  const result: LayResult = { places, routes: all, cuts, feed: feedRoute?.run ?? null, harness, heat }

  const figures: Record<string, Figure> = {}
  for (const r of all) {
    figures[`cut.${r.id}`] = {
      label: `${r.fromLabel} to ${r.toLabel}`,
      value: r.cut,
      quantity: 'run',
      formula: 'run along the frame + slack, up to the next 10 mm',
      inputs: [
        { label: 'Run', value: r.run, quantity: 'run' },
        { label: 'Slack at the spring', value: r.slack, quantity: 'length' },
        { label: 'Ties', value: r.ties, quantity: 'count' },
      ],
      source: 'Shortest path on the chassis graph, keep-off counted dearer; slack 300 mm (common practice)',
    }
    if (Number.isFinite(r.heat))
      figures[`heat.${r.id}`] = {
        label: `${r.fromLabel} to ${r.toLabel}, from the exhaust`,
        value: r.heat,
        quantity: 'length',
        formula: 'least distance of the run from the pipe’s outside',
        inputs: [{ label: 'Pipe radius', value: truck.exhaust.radius, quantity: 'length' }],
        source: 'Geometry; 150 mm (common practice)',
        min: PRACTICE.heatClearance.value,
      }
  }
  const longest = cuts[0]
  figures.longest = {
    label: 'Longest line',
    value: longest?.cut ?? null,
    quantity: 'run',
    formula: 'largest of the cut list',
    inputs: cuts
      .slice(0, 5)
      .map((c) => ({ label: `${c.fromLabel} to ${c.toLabel}`, value: c.cut, quantity: 'run' as const })),
    source: 'Cut list',
    max: 8,
  }
  figures.tube = {
    label: 'Tube in all',
    value: cuts.reduce((s, c) => s + c.cut, 0),
    quantity: 'run',
    formula: 'Σ cut lengths',
    inputs: [{ label: 'Lines', value: cuts.length, quantity: 'count' }],
    source: 'Cut list',
  }
  if (feedRoute)
    figures.feed = {
      label: 'Battery to compressor',
      value: feedRoute.run,
      quantity: 'run',
      formula: 'run along the frame, one way',
      inputs: [{ label: 'Harness as fitted', value: harness, quantity: 'run' }],
      source: 'Shortest path on the chassis graph',
      max: harness,
    }
  const shared = air.components.block && air.components.compressor && !air.components.tank
  if (shared && places.compressor && places.block) {
    const apart = Math.hypot(
      places.compressor.x - places.block.x,
      places.compressor.y - places.block.y,
      places.compressor.z - places.block.z,
    )
    figures.apart = {
      label: 'Compressor to block',
      value: apart,
      quantity: 'length',
      formula: 'straight distance',
      inputs: [],
      source: 'Geometry; 400 mm on a shared harness (common practice)',
      max: parts.compressor?.blockReach,
    }
  }
  const notes: Note[] = layRules(result, lay, truck, air, parts.compressor, figures.apart?.value ?? null)
  const placed = Object.keys(lay.places).length > 0
  return {
    figures,
    notes,
    state: stateOf(notes, placed ? 'clear' : 'begun'),
    headline: { figures: ['tube'] },
    result,
  }
}

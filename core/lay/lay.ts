import type { CompressorClass, SpringClass, TubeClass } from '../catalog/parts'
import { KINDS } from '../catalog/components'
import { DIRECT, type AirPlan, type LayPlan, type Point, type Truck } from '../plan/types'
import type { Figure, Note } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import { HEAT_CLEARANCE, chassisGraph, heatDistance, lengthOf, shortestPath } from './chassis'
import { layRules } from './rules'

/** Spacing of ties along a run, m (150 to 200 mm, common practice). */
export const TIE_SPACING = 0.175
/** How much dearer a metre inside the keep-off counts when a route is sought. */
const HEAT_COST = 12

export interface Route {
  id: string
  kind: 'air' | 'feed'
  from: string
  to: string
  fromLabel: string
  toLabel: string
  path: AirPlan['lines'][string]['path'] | 'feed'
  points: Point[]
  /** Along the run, m. */
  run: number
  slack: number
  /** To cut, m: run and slack, up to the next 10 mm. */
  cut: number
  ties: number
  grommets: number
  heat: number
  /** Whether rails and cross-members offer no way between its ends, so that it is drawn straight. */
  wayless: boolean
}

export interface LayResult {
  places: Record<string, Point>
  routes: Route[]
  /** Cut list, longest first. */
  cuts: Route[]
  /** Battery to compressor, along the frame, m; null with nothing to feed. */
  feed: number | null
  harness: number
  heat: Record<string, number>
}

/** Where a part is proposed: on the rail away from the exhaust, ahead of the axle, springs at their seats, fill valves at the tail. */
export function proposedPlaces(truck: Truck, air: AirPlan): Record<string, Point> {
  const { frame } = truck
  const tail = truck.exhaust.points.find(
    (p) => Math.abs(p.x) < truck.wheelbase / 2 && Math.abs(p.y) > frame.spacing / 4,
  )
  const clear = tail && tail.y > 0 ? -1 : 1
  const rail = frame.spacing / 2
  const ahead = truck.wheelbase * 0.42
  const spring = (side: number): Point => ({
    x: 0,
    y: side * truck.seat,
    z: frame.top + frame.kickUp - frame.depth,
  })
  const tailX = -Math.max(truck.axleToBall - 0.12, 0.4)
  const railZ = frame.top
  const side = (c: AirPlan['components'][string]) => (c.side === 'left' ? 1 : c.side === 'right' ? -1 : clear)
  const onRail = (x: number, y = 0.05): Point => ({ x, y: clear * (rail + y), z: railZ })
  const dash: Point = { x: truck.wheelbase - 0.55, y: 0.35, z: truck.frame.top + 0.45 }
  const tank: Point = { x: Math.min(ahead - 1.05, truck.wheelbase * 0.2), y: 0, z: frame.top - 0.1 }
  const own: Partial<Record<string, Point>> = {
    'fill-tee': onRail(ahead - 0.6, 0.03),
    split: onRail(0.3, 0.03),
    fill: { x: tailX, y: clear * 0.35, z: frame.top - 0.12 },
    'fill-left': { x: tailX, y: clear * 0.4, z: frame.top - 0.12 },
    'fill-right': { x: tailX, y: clear * 0.25, z: frame.top - 0.12 },
  }
  // A part screwed to another stands where that one stands.
  const host = new Map(
    Object.values(air.lines)
      .filter((l) => l.tube === DIRECT)
      .map((l) => [l.from, l.to]),
  )
  const place = (id: string, c: AirPlan['components'][string]): Point => {
    if (own[id]) return own[id]
    if (KINDS[c.kind].cab)
      return { ...dash, y: dash.y + (c.side === 'left' ? 0.06 : c.side === 'right' ? -0.06 : 0) }
    switch (c.kind) {
      case 'spring':
        return spring(side(c))
      case 'compressor':
        return onRail(ahead, 0.08)
      case 'belt':
      case 'boost':
        return { x: truck.wheelbase + 0.15, y: clear * 0.25, z: frame.top + 0.15 }
      case 'filter':
        return air.components.compressor
          ? { x: ahead + 0.2, y: clear * (rail + 0.05), z: railZ + 0.18 }
          : { x: truck.wheelbase + 0.3, y: clear * 0.3, z: frame.top + 0.3 }
      case 'dryer':
        return air.components.tank ? onRail(ahead - 0.75, 0.06) : onRail(ahead - 0.17, 0.06)
      case 'block':
        return onRail(ahead - 0.33, 0.08)
      case 'tank':
        return tank
      case 'tee':
        return { x: 0.3, y: side(c) * (rail + 0.03), z: railZ }
      case 'handFill':
      case 'coupler':
        return { x: tailX, y: clear * 0.3, z: frame.top - 0.12 }
      case 'horn':
        return { x: truck.wheelbase + 0.3, y: 0.3, z: frame.top }
      case 'heightValve':
      case 'heightSensor':
        return { x: 0.15, y: side(c) * (c.side ? rail - 0.05 : 0.1), z: frame.top - 0.05 }
      default:
        return onRail(ahead - 0.8)
    }
  }
  const places = Object.fromEntries(Object.entries(air.components).map(([id, c]) => [id, place(id, c)]))
  // Tees at the dash stand there with what they feed.
  for (const [id, c] of Object.entries(air.components)) {
    if (c.kind !== 'tee' || own[id]) continue
    const neighbours = Object.values(air.lines).flatMap((l) =>
      l.from === id ? [l.to] : l.to === id ? [l.from] : [],
    )
    if (neighbours.filter((n) => KINDS[air.components[n]?.kind ?? 'tee'].cab).length >= (c.side ? 2 : 1))
      places[id] = {
        ...dash,
        z: dash.z - 0.08,
        y: dash.y + (c.side === 'left' ? 0.04 : c.side === 'right' ? -0.04 : 0),
      }
  }
  for (const [id, to] of host) if (places[to]) places[id] = places[to]
  return places
}

/** Battery by its id among the places. */
export const BATTERY = 'battery'

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
    (edge) => heatDistance([graph.nodes[edge.a]!, graph.nodes[edge.b]!], truck.exhaust) < HEAT_CLEARANCE,
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
      ties: Math.ceil(run / TIE_SPACING),
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
        min: HEAT_CLEARANCE,
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

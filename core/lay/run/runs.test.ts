import Graph from 'graphology'
import { dijkstra } from 'graphology-shortest-path'
import { startingCircuit } from '../../air/circuit/startingCircuits'
import { railRise } from '../../catalog/truckGeometry'
import { exampleTruck } from '../../catalog/trucks'
import { demoJobs } from '../../demo/demoShop'
import { newPlan } from '../../jobs/newPlan'
import { DIRECT, type Plan, type Point } from '../../document/types'
import { layStage } from '../lay'
import { laidParts, partBox, solidsOf } from '../space/room'
import { partSize } from '../../catalog/partSizes'
import { boxAround, boxToShape } from '../space/shapes'
import type { Solid } from '../space/solid'
import { BATTERY } from '../places'
import { FUSE_BOX } from '../../catalog/wiring'
import { roundedLength } from './bends'
import { joinedBy } from './ends'
import { runClearance } from './clearance'
import { truckLattice } from './lattice'
import { standing } from '../space/standing'
import { cheapestWay, nothingShared, stepper } from './search'
import { WAY } from './settings'

const laid = ({ lay, truck, air, job }: Plan) =>
  layStage(lay, truck, air, { compressor: null, spring: null }, job.drivingSide).result
const planOf = (archetype: Parameters<typeof startingCircuit>[0]): Plan => {
  const plan = newPlan('leaf-flatbed', 'x')
  Object.assign(plan.air, { archetype, ...startingCircuit(archetype) })
  return plan
}

describe('the cheapest way', () => {
  const truck = exampleTruck('leaf-flatbed')
  const { air } = planOf('wireless-dual')
  const solids = solidsOf(truck, air)
  const lattice = truckLattice(truck, solids)
  const near = solids.map(standing)
  const bend = 0.0254

  /** Every state and step as an ordinary graph, for another package's Dijkstra. */
  function asGraph(): Graph {
    const graph = new Graph({ type: 'directed' })
    const count = lattice.at.x.length
    const { each } = stepper(lattice, bend, nothingShared(lattice))
    for (let node = 0; node < count; node++)
      for (let way = 0; way < 6; way++)
        each(node, way, (next, nextWay, weight) =>
          graph.mergeEdge(`${node}:${way}`, `${next}:${nextWay}`, { weight }),
        )
    return graph
  }

  test('costs what graphology-shortest-path 2 finds on the same lattice at the same costs', () => {
    const graph = asGraph()
    const ends: [Point, Point][] = [
      [
        { x: 1.13, y: 0.55, z: 0.8 },
        { x: 0.3, y: -0.55, z: 0.73 },
      ],
      [
        { x: -1.3, y: 0.35, z: 0.7 },
        { x: 2.6, y: 0.6, z: 0.85 },
      ],
    ]
    for (const [from, to] of ends) {
      const [first, last] = [from, to].map((at) => joinedBy({ at, leaves: null }, bend, lattice, near).stubs)
      const mine = cheapestWay(lattice, first!, last!, to, bend, nothingShared(lattice))!
      const along = ({ x, y, z }: Point, way: number) => [x, y, z][way >> 1]! * (way & 1 ? -1 : 1)
      const joint = (dot: number) => (dot > 0.9 ? 0 : WAY.turn)
      const { begin } = stepper(lattice, bend, nothingShared(lattice))
      const both = graph.copy()
      for (const { node, cost, towards } of first!)
        for (let way = 0; way < 6; way++) {
          const step = begin(node, way)
          const dot = along(towards, way)
          if (dot < -1e-9 || step.node < 0) continue
          const [to, weight] = [`${step.node}:${way}`, cost + step.cost + joint(dot)]
          if (!both.hasEdge('from', to) || (both.getEdgeAttribute('from', to, 'weight') as number) > weight)
            both.mergeEdge('from', to, { weight })
        }
      for (const { node, cost, towards } of last!)
        for (let way = 0; way < 6; way++) {
          const dot = -along(towards, way)
          if (dot >= -1e-9 && both.hasNode(`${node}:${way}`))
            both.mergeEdge(`${node}:${way}`, 'to', { weight: cost + joint(dot) })
        }
      const path = dijkstra.bidirectional(both, 'from', 'to', 'weight')
      const theirs = path
        .slice(1)
        .reduce((sum, node, i) => sum + (both.getEdgeAttribute(path[i]!, node, 'weight') as number), 0)
      expect(mine.cost).toBeCloseTo(theirs, 9)
    }
  })

  test('costs no less with one more thing in the way, and is none when all is', () => {
    const [from, to] = [
      { x: 1.13, y: 0.55, z: 0.8 },
      { x: 0.3, y: -0.55, z: 0.73 },
    ]
    const cost = (boxes: Point[][]): number | null => {
      const more = boxes.map(([min, max]) => ({
        id: 'x',
        label: 'the toolbox',
        kind: 'body' as const,
        shape: { shape: 'box' as const, min: min!, max: max! },
      }))
      const all = [...solids, ...more]
      const [a, b] = [from, to].map(
        (at) => joinedBy({ at, leaves: null }, bend, truckLattice(truck, all), all.map(standing)).stubs,
      )
      const own = truckLattice(truck, all)
      return cheapestWay(own, a!, b!, to, bend, nothingShared(own))?.cost ?? null
    }
    const free = cost([])!
    const onTheWay = [
      { x: 0.7, y: -0.1, z: 0.6 },
      { x: 0.9, y: 0.1, z: 1.02 },
    ]
    const wall = [
      { x: -3, y: -0.05, z: 0 },
      { x: 5, y: 0.05, z: 2 },
    ]
    expect(cost([onTheWay])!).toBeGreaterThan(free)
    expect(cost([wall])).toBeNull()
  })
})

/** Points along a polyline, at most 5 mm apart. */
function along(points: readonly Point[]): Point[] {
  return points.slice(1).flatMap((to, i) => {
    const from = points[i]!
    const long = Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z)
    const count = Math.ceil(long / 0.005)
    return Array.from({ length: count + 1 }, (_, n) => ({
      x: from.x + ((to.x - from.x) * n) / count,
      y: from.y + ((to.y - from.y) * n) / count,
      z: from.z + ((to.z - from.z) * n) / count,
    }))
  })
}

describe.each(demoJobs().map(({ id, plan }) => [id, plan] as const))('%s', (_, plan) => {
  const { routes, places } = laid(plan)
  const { air, truck } = plan
  const solids = solidsOf(truck, air)
  const parts = laidParts(air).map((id): Solid => ({
    id,
    label: id,
    kind: 'body',
    hasPorts: true,
    shape: partBox(places[id]!, partSize(air, id)),
  }))

  test('every tube and wire has its run, from its part to its part', () => {
    const tubes = Object.values(air.lines).filter((l) => l.tube !== DIRECT)
    expect(routes.filter((r) => r.kind === 'air')).toHaveLength(tubes.length)
    expect(routes.map((r) => r.wayless)).not.toContain(true)
  })

  test('looked at every 5 mm, no run goes through anything, nor nearer to it than its limit but where its part is fixed', () => {
    const from = (at: Point, { shape }: Solid) => boxToShape(boxAround(at, at), shape)
    for (const route of routes) {
      const ends = [route.points[0]!, route.points.at(-1)!]
      const toEnd = (solid: Solid) => Math.min(...ends.map((at) => from(at, solid)))
      const leftThrough = (solid: Solid) => solid.hasPorts === true && toEnd(solid) === 0
      const givesWay = (s: Solid) => s.kind === 'sheet' || leftThrough(s)
      const met = [...solids, ...parts].filter((s) => !givesWay(s))
      let least = Infinity
      for (const solid of met) {
        const isFixture = solid.kind !== 'moving' && solid.kind !== 'hot' && toEnd(solid) < 0.04
        const limit = isFixture ? 1e-6 : runClearance(solid)
        for (const at of along(route.points)) {
          const left = from(at, solid)
          if (left < limit - 1e-9)
            throw new Error(`${route.id} comes within ${left} m of ${solid.label} at ${JSON.stringify(at)}`)
          if (solid.kind === 'moving') least = Math.min(least, left)
        }
      }
      // A slanted piece is measured by bounding boxes of its parts: never further than it is, and closer by
      // less than a part's length.
      expect(route.clear).toBeLessThanOrEqual(least - route.radius + 1e-9)
      expect(route.clear).toBeGreaterThan(least - route.radius - 0.02)
    }
  })

  test('no run is bent tighter than its tube allows, and it is as long as it is with its bends', () => {
    for (const route of routes) {
      const { length, tooTight } = roundedLength(route.points, route.wantedBend)
      expect({ id: route.id, tooTight }).toEqual({ id: route.id, tooTight: [] })
      expect(route.run).toBe(length)
    }
  })
})

test('the same plan has the same runs, whatever was laid in between', () => {
  const [one, other] = [planOf('wireless-dual'), planOf('tank-paddles')]
  const first = laid(one).routes
  laid(other)
  expect(laid(structuredClone(one)).routes).toEqual(first)
})

test('a mirrored truck has mirrored runs', () => {
  const mirrored = (p: Point): Point => ({ ...p, y: -p.y })
  const plan = planOf('tank-wireless')
  const { truck } = plan
  const places = { ...laid(plan).places }
  for (const id of [BATTERY, FUSE_BOX]) Reflect.deleteProperty(places, id)
  const other = structuredClone(plan)
  Object.assign(other.truck, {
    exhaust: { ...truck.exhaust, points: truck.exhaust.points.map(mirrored) },
    battery: mirrored(truck.battery),
    fuelTank: { ...truck.fuelTank, centre: mirrored(truck.fuelTank.centre) },
    spare: truck.spare && { ...truck.spare, centre: mirrored(truck.spare.centre) },
    axle: { ...truck.axle, offset: -truck.axle.offset },
  })
  other.job.drivingSide = 'right'
  plan.lay.places = places
  other.lay.places = Object.fromEntries(Object.entries(places).map(([id, at]) => [id, mirrored(at)]))
  // Springs are at their seats: a run to the left one there goes to the right one here.
  const swap = (id: string) => id.replace(/left|right/, (side) => (side === 'left' ? 'right' : 'left'))
  const lines = Object.entries(other.air.lines).map(([id, l]) => {
    const end = (part: string) => (part.startsWith('spring-') ? swap(part) : part)
    return [id, { ...l, from: end(l.from), to: end(l.to) }]
  })
  other.air.lines = Object.fromEntries(lines) as typeof other.air.lines
  const runs = (of: Plan) => laid(of).routes.map((r) => [r.id, Math.round(r.run * 1e6)])
  expect(runs(other)).toEqual(runs(plan))
})

test('a part walled in on all sides says what by', () => {
  const truck = exampleTruck('leaf-flatbed')
  const lattice = truckLattice(truck, solidsOf(truck, planOf('wireless-dual').air))
  const at = { x: 1.4, y: 0.7, z: 0.63 }
  const plate = (min: Point, max: Point) =>
    standing({ id: 'x', label: 'the toolbox', kind: 'body', shape: { shape: 'box', min, max } })
  const from = (x: number, y: number, z: number) => ({ x: at.x + x, y: at.y + y, z: at.z + z })
  const walls = [-0.055, 0.045].flatMap((k) => [
    plate(from(k, -0.06, -0.06), from(k + 0.01, 0.06, 0.06)),
    plate(from(-0.06, k, -0.06), from(0.06, k + 0.01, 0.06)),
    plate(from(-0.06, -0.06, k), from(0.06, 0.06, k + 0.01)),
  ])
  expect(joinedBy({ at, leaves: null }, 0.0254, lattice, walls.slice(1)).stubs).not.toEqual([])
  const { stubs, blockedBy } = joinedBy({ at, leaves: null }, 0.0254, lattice, walls)
  expect({ stubs, by: blockedBy?.label }).toEqual({ stubs: [], by: 'the toolbox' })
})

test('a tee against the rail is not reached through the steel: the line goes over or under it', () => {
  const plan = planOf('wireless-dual')
  const { frame } = plan.truck
  const half = frame.spacing / 2
  const { routes, places } = laid(plan)
  const line = routes.find((r) => r.id === 'fill-line-left')!
  // The tee hangs outside the rail and the fill valve between the rails, so the line must change sides
  // somewhere.
  expect(places['tee-left']!.y).toBeGreaterThan(half)
  expect(places['fill-left']!.y).toBeLessThan(half)
  for (const at of along(line.points)) {
    const isInRail = Math.abs(at.y - half) < frame.railWidth / 2
    const top = frame.top + railRise(plan.truck, at.x)
    if (isInRail) expect(at.z > top || at.z < top - frame.depth).toBe(true)
  }
})

import fc from 'fast-check'
import { createDeriver } from '../derive/derive'
import { newPlan } from '../jobs/newPlan'
import type { Point, Truck } from '../document/types'
import { heatDistance } from '../lay/distances'
import { proposedPlaces } from '../lay/places'
import { exampleTruck, TRUCK_KINDS } from './trucks'
import { exhaustAtAxle, exhaustBesideAxle, exhaustSide } from './truckGeometry'

/** Where the exhaust is: one question, answered from its pieces for side, clearance, places and heat. */
const pipe = (points: Point[], truck: Truck = exampleTruck('leaf-flatbed')): Truck => ({
  ...truck,
  exhaust: { ...truck.exhaust, points },
})
/** A straight pipe past the axle whose bends both lie far from it. */
const past = (y: number): Point[] => [
  { x: 2.5, y, z: 0.5 },
  { x: -1.4, y, z: 0.5 },
]

test('a left pipe with its bends far from the axle is on the left: the bag beside it is told, and parts go to the right', () => {
  const plan = newPlan('leaf-flatbed', 'Far bends')
  const left = { ...plan, truck: pipe(past(plan.truck.seat + 0.04), plan.truck) }
  expect(exhaustSide(left.truck)).toBe('left')
  expect(exhaustAtAxle(left.truck)).toEqual({ y: plan.truck.seat + 0.04, z: 0.5 })
  const { truck, lay, build } = createDeriver()(left).stages
  const near = truck.result.fit!.clearances.find(({ on }) => on === 'exhaust')!
  expect(near).toMatchObject({ side: 'left' })
  expect(near.value).toBeLessThan(0)
  expect(truck.notes.some((n) => n.rank === 'stop' && /exhaust/.test(n.text + n.title))).toBe(true)
  expect(lay.result.heat['spring-left']!).toBeLessThan(0.15)
  const places = proposedPlaces(left.truck, left.air)
  for (const part of ['compressor', 'block']) if (places[part]) expect(places[part].y).toBeLessThan(0)
  // The easy side is begun with: away from the pipe.
  const ids = build.result.steps.map(({ id }) => id)
  expect(ids.indexOf('spring-right')).toBeLessThan(ids.indexOf('spring-left'))
})

test('side and heat agree with the fit on every kind of truck, and mirrored they are mirrored', () => {
  for (const { truck, id } of TRUCK_KINDS) {
    const mirrored = pipe(
      truck.exhaust.points.map((p) => ({ ...p, y: -p.y })),
      truck,
    )
    const other = { left: 'right', right: 'left' } as const
    const side = exhaustSide(truck)
    expect([id, exhaustSide(mirrored)]).toEqual([id, side && other[side]])
  }
})

test('wherever its bends are put along the same way, the side stays the same', () => {
  const bends = fc.array(fc.double({ min: -1.4, max: 2.5, noNaN: true }), { maxLength: 6 })
  fc.assert(
    fc.property(bends, fc.double({ min: 0.05, max: 0.9, noNaN: true }), (xs, y) => {
      const [from, to] = past(y) as [Point, Point]
      const points = [from, ...xs.sort((a, b) => b - a).map((x) => ({ ...from, x })), to]
      expect(exhaustSide(pipe(points))).toBe('left')
      const total = exhaustBesideAxle(pipe(points)).reduce((sum, [a, b]) => sum + Math.abs(a.x - b.x), 0)
      expect(total).toBeCloseTo(1.2, 9)
      expect(heatDistance([{ x: 0, y, z: 0.5 }], pipe(points).exhaust)).toBe(0)
    }),
  )
})

test('a pipe that never comes near the axle has no side; one of which a single place is known is there', () => {
  expect(exhaustSide(pipe([]))).toBeNull()
  expect(
    exhaustSide(
      pipe([
        { x: 2.5, y: 0.4, z: 0.5 },
        { x: 0.601, y: 0.4, z: 0.5 },
      ]),
    ),
  ).toBeNull()
  expect(
    exhaustSide(
      pipe([
        { x: 2.5, y: 0.4, z: 0.5 },
        { x: 0.599, y: 0.4, z: 0.5 },
      ]),
    ),
  ).toBe('left')
  expect(exhaustSide(pipe([{ x: 0.2, y: -0.4, z: 0.5 }]))).toBe('right')
  expect(
    exhaustAtAxle(
      pipe([
        { x: 2.5, y: 0.4, z: 0.5 },
        { x: 0.599, y: 0.4, z: 0.5 },
      ]),
    ),
  ).toBeNull()
  expect(heatDistance([{ x: 0.2, y: -0.4, z: 1 }], pipe([{ x: 0.2, y: -0.4, z: 0.5 }]).exhaust)).toBeCloseTo(
    0.5 - exampleTruck('leaf-flatbed').exhaust.radius,
    9,
  )
})

import fc from 'fast-check'
import { exampleTruck } from '../catalog/trucks'
import { startingCircuit } from '../air/circuit/startingCircuits'
import { newPlan } from '../jobs/newPlan'
import { heatDistance, lengthOf, segmentDistance } from './distances'
import { layStage } from './lay'
import { proposedPlaces } from './places'
import { laidParts, partBox } from './space/room'
import { boxAround, boxToShape } from './space/shapes'
import { laidSize } from './space/stand'

const truck = exampleTruck('leaf-flatbed')
const part = fc.record({
  x: fc.double({ min: -1.4, max: 4, noNaN: true }),
  y: fc.double({ min: -0.9, max: 0.9, noNaN: true }),
  z: fc.double({ min: 0.3, max: 1.2, noNaN: true }),
})

test('no line is shorter than the straight distance of its ends', () => {
  const plan = newPlan('leaf-flatbed', 'x')
  Object.assign(plan.air, startingCircuit('wireless-dual'))
  const { routes, places } = layStage(plan.lay, truck, plan.air, {
    compressor: null,
    spring: null,
  }).result
  for (const r of routes) {
    const [a, b] = [r.points[0]!, r.points.at(-1)!]
    // Each end leaves its part at one of its faces, or from its middle.
    if (laidParts(plan.air).includes(r.from))
      expect(boxToShape(boxAround(a, a), partBox(places[r.from]!, laidSize(plan.air, {}, r.from)))).toBe(0)
    expect(r.run).toBeGreaterThanOrEqual(Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z) - 1e-9)
    expect(r.cut).toBeGreaterThanOrEqual(r.run + r.slack - 1e-9)
    expect(r.ties * 0.175).toBeGreaterThanOrEqual(r.run - 1e-9)
  }
})

test('the proposed places of every kind and circuit stand clear of heat, spring seats apart', () => {
  for (const kind of [
    'light-leaf-pickup',
    'heavy-leaf-long-bed',
    'dual-rear-wheels',
    'leaf-flatbed',
    'coil-wagon',
    'coil-van',
  ] as const) {
    const t = exampleTruck(kind)
    for (const archetype of ['hand-teed', 'hand-two', 'wireless-single', 'wireless-dual'] as const) {
      const plan = newPlan(kind, 'x')
      Object.assign(plan.air, startingCircuit(archetype))
      for (const [id, place] of Object.entries(proposedPlaces(t, plan.air))) {
        if (plan.air.components[id]!.kind === 'spring' || id === 'tee-right') continue
        expect({ kind, archetype, id, clear: heatDistance([place], t.exhaust) >= 0.15 }).toEqual({
          kind,
          archetype,
          id,
          clear: true,
        })
      }
    }
  }
})

describe('distance of two segments', () => {
  const at = (x: number, y: number, z: number) => ({ x, y, z })

  test('crossing, parallel and end-to-end, by hand', () => {
    expect(segmentDistance(at(-1, 0, 0), at(1, 0, 0), at(0, -1, 0.3), at(0, 1, 0.3))).toBeCloseTo(0.3, 12)
    expect(segmentDistance(at(0, 0, 0), at(2, 0, 0), at(1, 0.4, 0), at(5, 0.4, 0))).toBeCloseTo(0.4, 12)
    expect(segmentDistance(at(0, 0, 0), at(1, 0, 0), at(4, 4, 0), at(4, 9, 0))).toBeCloseTo(5, 12)
    // Two specks that meet at a corner: a fault of an absolute tolerance, found by the property below.
    expect(
      segmentDistance(at(0, 0, 0.300005), at(0, 0, 0.3), at(0, 0, 0.3), at(0, 1.001e-6, 0.3)),
    ).toBeCloseTo(0, 9)
    // A speck of a tenth of a micrometre is no point yet: its far end may be the nearer one.
    expect(segmentDistance(at(0, 0, 0.3), at(0, 0, 0.3), at(1e-7, 0, 0.3), at(0, 0, 0.3))).toBeCloseTo(0, 12)
  })

  test('never more than any two points of them, and symmetric', () => {
    fc.assert(
      fc.property(
        part,
        part,
        part,
        part,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (p1, q1, p2, q2, s, t) => {
          const mix = (a: typeof p1, b: typeof p1, k: number) =>
            at(a.x + (b.x - a.x) * k, a.y + (b.y - a.y) * k, a.z + (b.z - a.z) * k)
          const d = segmentDistance(p1, q1, p2, q2)
          // A tenth of a micrometre: of specks, and of segments all but parallel, sums of metres round to less.
          expect(d).toBeLessThanOrEqual(lengthOf([mix(p1, q1, s), mix(p2, q2, t)]) + 1e-7)
          expect(d).toBeCloseTo(segmentDistance(p2, q2, p1, q1), 5)
        },
      ),
    )
  })
})

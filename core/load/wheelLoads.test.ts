import fc from 'fast-check'
import { SPRINGS } from '../catalog/springs'
import { TRUCK_KINDS, exampleTruck } from '../catalog/trucks'
import { newHaul } from '../document/newHaul'
import type { Haul } from '../document/types'
import { GRAVITY } from '../quantity/constants'
import { solveHaul } from './solveHaul'
import { axleLoads } from './statics'
import type { LevelSpring } from './types'

const truck = exampleTruck('leaf-flatbed')
const spring: LevelSpring = {
  ...SPRINGS.find((s) => s.id === 'leaf-helper-double-2270')!,
  designHeight: 0.16,
}
const oneItem = (mass: number, x: number, y: number): Haul => ({
  ...newHaul('One thing', 1),
  items: {
    it: {
      label: 'It',
      mass,
      x,
      y,
      length: 0.4,
      width: 0.4,
      height: 0.4,
      order: 1,
      on: 'bed',
      how: 'weighed',
      liquid: null,
    },
  },
})

test('900 kg at 0.3 m ahead, 0.85 m left, no air: front left 1093 kg by the balance, 893 kg by the simple split (reference sheet)', () => {
  const r = solveHaul('h', oneItem(900, 0.3, 0.85), truck, null, false)
  expect(r.laden.frontLeft).toBeCloseTo(1093, 0)
  const { laden } = axleLoads(truck.wheelbase, truck.frontTrack, truck.rearTrack, truck.unladen, [
    { mass: 900, x: 0.3, y: 0.85 },
  ])
  expect(laden.frontLeft).toBeCloseTo(893, 0)
})

test('axle sums are the statics’; both axles together take the whole side moment; brought level, the rear takes it all', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...TRUCK_KINDS.map((k) => k.truck)),
      fc.double({ min: 50, max: 900, noNaN: true }),
      fc.double({ min: -1, max: 1.2, noNaN: true }),
      fc.double({ min: -0.8, max: 0.8, noNaN: true }),
      fc.boolean(),
      (t, mass, x, y, aired) => {
        const r = solveHaul('h', oneItem(mass, x, y), t, aired ? spring : null, false)
        const { laden, rollTaken } = r
        expect(laden.frontLeft + laden.frontRight).toBeCloseTo(r.frontAxle, 6)
        expect(laden.rearLeft + laden.rearRight).toBeCloseTo(r.rearAxle, 6)
        expect(rollTaken.front + rollTaken.rear).toBeCloseTo(mass * y * GRAVITY, 0)
        if (!aired || !r.left.within || !r.right.within) return
        expect(rollTaken.front).toBeCloseTo(0, 1)
        const even = (t.unladen.rearLeft - t.unladen.rearRight) / 2
        expect((laden.rearLeft - laden.rearRight) / 2 - even).toBeCloseTo((mass * y) / t.rearTrack, 1)
      },
    ),
  )
})

test('a tyre check goes by the wheel as the truck stands', () => {
  const h = oneItem(900, 0.3, 0.85)
  const { laden } = solveHaul('h', h, truck, null, false)
  const rated = (tyre: number) => {
    const t = { ...truck, ratings: { ...truck.ratings, tyre } }
    return solveHaul('h', h, t, null, false).ratings.find((x) => x.figure === 'tyreFront')!
  }
  expect(rated(laden.frontLeft - 1).inHand).toBeLessThan(0)
  expect(rated(laden.frontLeft + 1).inHand).toBeGreaterThan(0)
})

test('a tyre is checked with air and without: a heavy side that air holds up lies harder on the front wheel without it', () => {
  const h = oneItem(900, 0.3, 0.85)
  const rated = (with_: LevelSpring | null) =>
    solveHaul('h', h, { ...truck, ratings: { ...truck.ratings, tyre: 1000 } }, with_, false).ratings.find(
      (x) => x.figure === 'tyreFront',
    )!
  const aired = solveHaul('h', h, truck, spring, false)
  const bare = solveHaul('h', h, truck, null, false)
  expect(aired.laden.frontLeft).toBeLessThan(bare.laden.frontLeft)
  expect(rated(spring).value).toBeCloseTo(bare.laden.frontLeft, 6)
  expect(rated(null).value).toBeCloseTo(bare.laden.frontLeft, 6)
})

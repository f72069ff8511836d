import fc from 'fast-check'
import { SPRINGS } from '../catalog/parts'
import { exampleTruck } from '../catalog/trucks'
import { GRAVITY } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import { bodyLoad, settle } from './body'
import { headlampRise, levelPressure, squatAt } from './level'

const spring = { areaByHeight: [[0.08, 0.0206], [0.12, 0.0182], [0.16, 0.0161], [0.2, 0.013]] as [number, number][], designHeight: 0.16, minPressure: 34_500, maxPressure: 690_000, maxLoad: 1135 }

test('level: all of the added force on air, p = F/A at the design height (textbook air spring)', () => {
  const r = levelPressure(420 * GRAVITY, 46_000, 1, 0, spring)
  expect(r.pressure).toBeCloseTo((420 * 9.80665) / 0.0161, 3)
  expect(r.squatWithoutAir).toBeCloseTo((420 * 9.80665) / 46_000, 9)
  expect(r.within).toBe(true)
})

test('motion ratio works twice: force is divided by it and travel multiplied', () => {
  const r = levelPressure(3000, 40_000, 0.8, 0.02, spring)
  expect(r.height).toBeCloseTo(0.16 - 0.016, 12)
  expect(r.springForce).toBeCloseTo((3000 - 800) / 0.8, 9)
})

test('every limit is named and the lowest cap wins', () => {
  expect(levelPressure(0, 46_000, 1, 0, spring)).toMatchObject({ limitedBy: 'minPressure', pressure: 34_500, within: false })
  expect(levelPressure(13_000, 46_000, 1, 0, spring)).toMatchObject({ limitedBy: 'maxPressure', pressure: 690_000 })
  const light = { ...spring, maxLoad: 500 }
  const capped = levelPressure(13_000, 46_000, 1, 0, light)
  expect(capped.limitedBy).toBe('maxLoad')
  expect(capped.pressure).toBeCloseTo((500 * GRAVITY) / 0.0161, 3)
  expect(levelPressure(3000, 46_000, 1, 0.1, spring).limitedBy).toBe('height')
})

test('a level pressure put back on the corner leaves exactly the squat aimed for', () => {
  fc.assert(fc.property(fc.double({ min: 1500, max: 9000, noNaN: true }), fc.double({ min: 0, max: 0.03, noNaN: true }), fc.double({ min: 0.7, max: 1.2, noNaN: true }), (force, target, ratio) => {
    const r = levelPressure(force, 46_000, ratio, target, spring)
    fc.pre(r.within)
    expect(squatAt(r.pressure, force, 46_000, ratio, spring)).toBeCloseTo(target, 9)
  }))
})

test('more load never wants less pressure', () => {
  fc.assert(fc.property(fc.double({ min: 0, max: 12_000, noNaN: true }), fc.double({ min: 0, max: 2000, noNaN: true }), (force, more) => levelPressure(force + more, 46_000, 1, 0, spring).pressure >= levelPressure(force, 46_000, 1, 0, spring).pressure))
})

test('150 mm of sag at 3.70 m of wheelbase lifts the beam 309 mm at 25 ft (geometry, reference sheet)', () => {
  expect(headlampRise(3.7, 0.15, 0, 7.62).rise * 1000).toBeCloseTo(308.9, 1)
})

describe('the body on its springs', () => {
  const truck = exampleTruck('leaf-flatbed')
  const leaf = { ...SPRINGS[1]!, designHeight: 0.16 }

  test('no roll from a load on the centre line; squat = F/(2k) on steel alone', () => {
    const a = settle(truck, bodyLoad(-50, 900, 0), null, null)
    expect(a.rearLeft).toBeCloseTo(a.rearRight, 12)
    expect(a.rearLeft).toBeCloseTo((900 * GRAVITY) / (2 * truck.suspension.rearRate), 9)
    expect(a.frontSquat).toBeCloseTo((-50 * GRAVITY) / (2 * truck.suspension.frontRate), 9)
  })

  test('force and roll balance whatever the load and the air', () => {
    fc.assert(fc.property(fc.double({ min: -200, max: 300, noNaN: true }), fc.double({ min: 0, max: 1500, noNaN: true }), fc.double({ min: -400, max: 400, noNaN: true }), fc.double({ min: 34_500, max: 600_000, noNaN: true }), fc.double({ min: 34_500, max: 600_000, noNaN: true }), (front, rear, side, left, right) => {
      const load = bodyLoad(front, rear, side)
      const { rearLeft, rearRight } = settle(truck, load, leaf, { left, right })
      const s = truck.suspension
      const area = (squat: number) => {
        const h = leaf.designHeight - squat * s.motionRatio
        const rows = leaf.areaByHeight
        if (h <= rows[0]![0]) return rows[0]![1]
        if (h >= rows.at(-1)![0]) return rows.at(-1)![1]
        const i = rows.findIndex(row => row[0] >= h)
        const [h0, a0] = rows[i - 1]!
        const [h1, a1] = rows[i]!
        return a0 + ((a1 - a0) * (h - h0)) / (h1 - h0)
      }
      const forceOf = (squat: number, p: number) => s.rearRate * squat + p * area(squat)
      const roll = (rearLeft - rearRight) / s.rearSpringBase
      const moment = ((forceOf(rearLeft, left) - forceOf(rearRight, right)) * s.rearSpringBase) / 2 + ((s.frontRate * s.frontSpringBase ** 2) / 2 + s.frontAntiRoll) * roll
      expect(forceOf(rearLeft, left) + forceOf(rearRight, right)).toBeCloseTo(load.rear, 1)
      expect(moment).toBeCloseTo(load.roll, 1)
    }))
  })

  test('any class under any load settles, in balance, whatever the kinks of its table', () => {
    fc.assert(fc.property(fc.constantFrom(...SPRINGS), fc.double({ min: -3000, max: 20_000, noNaN: true }), fc.double({ min: -3000, max: 3000, noNaN: true }), fc.double({ min: 0, max: 3e6, noNaN: true }), fc.double({ min: 0, max: 3e6, noNaN: true }), (s, rear, side, left, right) => {
      const load = bodyLoad(0, rear, side)
      const a = settle(truck, load, s, { left, right })
      const { rearRate, motionRatio } = truck.suspension
      const force = (squat: number, p: number) => rearRate * squat + p * interpolate(s.areaByHeight, s.designHeight - squat * motionRatio) * motionRatio
      expect(Math.abs(force(a.rearLeft, left) + force(a.rearRight, right) - load.rear)).toBeLessThan(0.1)
    }), { numRuns: 400 })
  })

  test('a heavy left side goes down on the left, and mirrors', () => {
    const a = settle(truck, bodyLoad(0, 500, 150), null, null)
    const b = settle(truck, bodyLoad(0, 500, -150), null, null)
    expect(a.rearLeft).toBeGreaterThan(a.rearRight)
    expect(a.rearLeft).toBeCloseTo(b.rearRight, 9)
  })
})

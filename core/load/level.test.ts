import fc from 'fast-check'
import { GRAVITY } from '../quantity/constants'
import { squatAt } from './body'
import { headlampRise, levelPressure } from './level'

const spring = {
  areaByHeight: [
    [0.08, 0.0206],
    [0.12, 0.0182],
    [0.16, 0.0161],
    [0.2, 0.013],
  ] as [number, number][],
  designHeight: 0.16,
  minPressure: 34_500,
  maxPressure: 690_000,
  maxLoad: 1135,
}

test('level: all of the added force on air, p = F/A at the design height (textbook air spring)', () => {
  const r = levelPressure(420 * GRAVITY, 0, 1, 0, spring)
  expect(r.pressure).toBeCloseTo((420 * 9.80665) / 0.0161, 3)
  expect(r.within).toBe(true)
})

test('motion ratio works twice: force is divided by it and travel multiplied', () => {
  const r = levelPressure(3000, 40_000 * 0.02, 0.8, 0.02, spring)
  expect(r.height).toBeCloseTo(0.16 - 0.016, 12)
  expect(r.springForce).toBeCloseTo((3000 - 800) / 0.8, 9)
})

test('every limit is named and the lowest cap wins', () => {
  expect(levelPressure(0, 0, 1, 0, spring)).toMatchObject({
    limitedBy: 'minPressure',
    pressure: 34_500,
    within: false,
  })
  expect(levelPressure(13_000, 0, 1, 0, spring)).toMatchObject({
    limitedBy: 'maxPressure',
    pressure: 690_000,
  })
  const light = { ...spring, maxLoad: 500 }
  const capped = levelPressure(13_000, 0, 1, 0, light)
  expect(capped.limitedBy).toBe('maxLoad')
  expect(capped.pressure).toBeCloseTo((500 * GRAVITY) / 0.0161, 3)
  expect(levelPressure(3000, 4600, 1, 0.1, spring).limitedBy).toBe('height')
})

test('a level pressure put back on the corner leaves exactly the squat aimed for', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1500, max: 9000, noNaN: true }),
      fc.double({ min: 0, max: 0.03, noNaN: true }),
      fc.double({ min: 0.7, max: 1.2, noNaN: true }),
      (force, target, ratio) => {
        const r = levelPressure(force, 46_000 * target, ratio, target, spring)
        fc.pre(r.within)
        expect(
          squatAt(
            r.pressure,
            force,
            { rate: 46_000, overload: null, stop: { gap: Infinity, rate: 1 }, droop: Infinity },
            ratio,
            spring,
          ),
        ).toBeCloseTo(target, 9)
      },
    ),
  )
})

test('more load never wants less pressure', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 12_000, noNaN: true }),
      fc.double({ min: 0, max: 2000, noNaN: true }),
      (force, more) =>
        levelPressure(force + more, 0, 1, 0, spring).pressure >=
        levelPressure(force, 0, 1, 0, spring).pressure,
    ),
  )
})

test('150 mm of sag at 3.70 m of wheelbase lifts the beam 309 mm at 25 ft (geometry, reference sheet)', () => {
  expect(headlampRise(3.7, 0.15, 0, 7.62).rise * 1000).toBeCloseTo(308.9, 1)
})

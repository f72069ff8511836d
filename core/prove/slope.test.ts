import fc from 'fast-check'
import { linearRegression } from 'simple-statistics'
import { PRACTICE } from '../catalog/practice'
import { randomNumbers } from '../quantity/random'
import { anyTimeFactor } from './anyTime'
import { slopeOf, type Point } from './slope'
import { NORMAL_95, studentT95 } from './studentT'

const points = (rows: readonly { t: number; p: number }[], over: Partial<Point> = {}): Point[] =>
  rows.map(({ t, p }, i) => ({ t, corrected: p, perKelvin: 0, sd: 100, shown: i, ...over }))

test('with no warmth left it is plain least squares, against simple-statistics 7', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          t: fc.integer({ min: 0, max: 90_000 }),
          p: fc.double({ min: 4e5, max: 5e5, noNaN: true }),
        }),
        { minLength: 3, maxLength: 25 },
      ),
      (rows) => {
        fc.pre(new Set(rows.map(({ t }) => t)).size > 2)
        const { m } = linearRegression(rows.map(({ t, p }) => [t, p]))
        const { loss } = slopeOf(points(rows), 10)
        expect(loss).toBeCloseTo(-m, 4)
      },
    ),
  )
})

test('its variance is that of any text: σ²/Σ(t − t̄)²', () => {
  const rows = Array.from({ length: 9 }, (_, i) => ({ t: i * 600, p: 5e5 }))
  const squares = rows.reduce((sum, { t }) => sum + (t - 2400) ** 2, 0)
  const { variance, hidden, byWarmth } = slopeOf(points(rows, { sd: 400 }), 1e-6)
  expect(variance * squares).toBeCloseTo(400 ** 2, 3)
  expect(hidden).toBeLessThan(1e-9)
  expect(byWarmth).toBe(0)
})

test('a gauge that shows the same all the time hides what a straight line through half a step up and down makes', () => {
  const rows = Array.from({ length: 2 }, (_, i) => ({ t: i * 3600, p: 5e5 }))
  // Two readings on one step: each may be half a step off, so a whole step between them stays hidden.
  const { hidden, byStep } = slopeOf(points(rows, { shown: 7 }), 6895)
  expect(hidden).toBeCloseTo(6895 / 3600, 9)
  expect(byStep).toBeCloseTo(0, 12)
  const fine = slopeOf(points(rows), 6895)
  expect(fine.hidden).toBeCloseTo(0, 12)
  expect(fine.byStep).toBeCloseTo((2 * (6895 / 3600) ** 2) / 12, 9)
})

test('warmth that fades is told from a loss once both are seen: what was put in comes out', () => {
  const lag = 1800
  const [p, temperature, warm, loss] = [6e5, 293.15, 9, 0.08]
  const perKelvin = (t: number) => (p / temperature) * Math.exp(-t / lag)
  const read = (hours: number) =>
    Array.from({ length: 25 }, (_, i) => {
      const t = (i * hours * 3600) / 24
      return { t, corrected: p + warm * perKelvin(t) - loss * t, perKelvin: perKelvin(t), sd: 20, shown: i }
    })
  const long = slopeOf(read(8), 1)
  expect(long.loss).toBeCloseTo(loss, 3)
  expect(long.warmth).toBeCloseTo(warm, 1)
  // Within ten minutes one looks like the other, and the doubt says so.
  const short = slopeOf(read(1 / 6), 1)
  expect(Math.sqrt(short.variance)).toBeGreaterThan(20 * Math.sqrt(long.variance))
  expect(PRACTICE.fillWarmth.value).toBeGreaterThan(warm)
})

test('looked at after every one of 200 draws, the interval misses the truth in no more than one run of twenty', () => {
  const next = randomNumbers(11)
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())
  const missed = Array.from({ length: 600 }, () => {
    let sum = 0
    return Array.from({ length: 200 }, (_, i) => {
      sum += normal()
      const n = i + 1
      return Math.abs(sum / n) > anyTimeFactor(1 / n, 0.5, 0) / Math.sqrt(n)
    }).some(Boolean)
  }).filter(Boolean).length
  expect(missed / 600).toBeLessThan(0.05)
  // The interval for a single look would be missed far more often by then.
  expect(anyTimeFactor(1 / 36, 0.5, 0)).toBeGreaterThan(NORMAL_95)
  expect(anyTimeFactor(1 / 36, 0.5, 4) / anyTimeFactor(1 / 36, 0.5, 0)).toBeCloseTo(
    studentT95(4) / NORMAL_95,
    9,
  )
})

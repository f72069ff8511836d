import tQuantile from '@stdlib/stats-base-dists-t-quantile'
import fc from 'fast-check'
import { linearRegression } from 'simple-statistics'
import { bends, judgeHold } from './judge'
import { leakRate, smallestLeak } from './leak'
import type { HoldReading } from './types'
import { studentT95 } from './studentT'

const psi = 6894.757
const at = (hours: number, pressure: number, celsius = 20): HoldReading => ({
  t: hours * 3600,
  pressure,
  temperature: celsius + 273.15,
  barometer: null,
})

test('2.0 L, 90 to 88 psi in 12 h at 20 °C: 6.4e-4 Pa·m³/s, 0.35 sccm (reference sheet)', () => {
  const r = leakRate(
    0.002,
    [at(0, 90 * psi), at(6, 89 * psi), at(12, 88 * psi)],
    { resolution: 1000, thermometer: 0 },
    3500 / 86_400,
  )
  expect(r.leak).toBeCloseTo(6.4e-4, 5)
  expect(r.sccm).toBeCloseTo(0.35, 2)
  expect(r.verdict).toBe('leaking')
})

test('a cold night with no leak reads no leak', () => {
  const temperatures = [30, 25, 20, 15, 10]
  const readings = temperatures.map((c, i) =>
    at(i * 3, ((90 * psi + 101_325) * (c + 273.15)) / 303.15 - 101_325, c),
  )
  expect(readings.at(-1)!.pressure / psi).toBeCloseTo(83.1, 1)
  const r = leakRate(0.002, readings, { resolution: 100, thermometer: 0 }, 3500 / 86_400)
  expect(Math.abs(r.leak)).toBeLessThan(1e-12)
  expect(r.verdict).toBe('tight')
})

test('slope by least squares, against simple-statistics 7', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          t: fc.integer({ min: 0, max: 90_000 }),
          p: fc.double({ min: 1e5, max: 7e5, noNaN: true }),
        }),
        { minLength: 3, maxLength: 30 },
      ),
      (rows) => {
        fc.pre(new Set(rows.map((r) => r.t)).size > 1)
        const r = leakRate(
          0.003,
          rows.map((x) => ({ t: x.t, pressure: x.p, temperature: 293.15, barometer: null })),
          { resolution: 1000, thermometer: 0 },
          1,
        )
        const { m } = linearRegression(rows.map((x) => [x.t, x.p + 101_325]))
        expect(r.lossRate).toBeCloseTo(-m, 6)
      },
    ),
  )
})

test('the barometer is taken out as well', () => {
  const readings = [0, 6, 12].map((h, i) => ({ ...at(h, 600_000 + i * 1000), barometer: 101_325 - i * 1000 }))
  expect(Math.abs(leakRate(0.002, readings, { resolution: 100, thermometer: 0 }, 1).leak)).toBeLessThan(1e-12)
})

test('two readings close together cannot tell, and waiting as long as it says would', () => {
  const readings = [at(0, 600_000), at(0.1, 600_000), at(0.2, 600_000)]
  const allowed = 3500 / 86_400
  const r = leakRate(0.002, readings, { resolution: 1000, thermometer: 0 }, allowed)
  expect(r.verdict).toBe('cannot tell')
  expect(r.waitMore).toBeGreaterThan(0)
  const count = 3 + Math.ceil(r.waitMore / 360) + 1
  const waited = Array.from({ length: count }, (_, i) => at(i * 0.1, 600_000))
  expect(leakRate(0.002, waited, { resolution: 1000, thermometer: 0 }, allowed).verdict).toBe('tight')
})

test('leaking only when its lower end is above what is allowed, tight only when its upper end is within; 0.3 K are 718 Pa', () => {
  const readings = [at(0, 600_000), at(12, 594_000), at(24, 588_000)]
  const doubt = { resolution: 100, thermometer: 0.3 }
  const r = leakRate(0.002, readings, doubt, 1)
  // √(100²/12 + (p·0.3/T)²), Student’s t at one degree of freedom, Σ(t − t̄)² = 2·(12 h)².
  const p = (600_000 + 594_000 + 588_000) / 3 + 101_325
  const half = (12.7062 * Math.hypot(100 / Math.sqrt(12), (p * 0.3) / 293.15)) / (Math.SQRT2 * 12 * 3600)
  expect((r.high - r.low) / 2 / 0.002 / half).toBeCloseTo(1, 3)
  expect(leakRate(0.002, readings, doubt, r.high / 0.002).verdict).toBe('tight')
  expect(leakRate(0.002, readings, doubt, (r.high / 0.002) * 0.999).verdict).toBe('cannot tell')
  const good = { resolution: 1, thermometer: 0 }
  const g = leakRate(0.002, readings, good, 1)
  expect(leakRate(0.002, readings, good, (g.low / 0.002) * 0.999).verdict).toBe('leaking')
  expect(leakRate(0.002, readings, good, (g.low + g.high) / 2 / 0.002).verdict).toBe('cannot tell')
})

test('the interval never claims more than the gauge can show', () => {
  const r = leakRate(0.002, [at(0, 600_000), at(12, 600_000)], { resolution: 1000, thermometer: 0 }, 1)
  expect((r.high - r.low) / 2).toBeGreaterThan(smallestLeak(0.002, 1000 / Math.sqrt(12), 12 * 3600))
})

test('Student’s t, two-sided 95 %: published tables at whole degrees, and a statistics package at any', () => {
  for (const [degrees, t] of [
    [1, 12.706],
    [2, 4.303],
    [5, 2.571],
    [10, 2.228],
    [30, 2.042],
    [120, 1.98],
  ] as const)
    expect(studentT95(degrees)).toBeCloseTo(t, 3)
  for (const degrees of [0.2, 0.5, 1, 1.3, 2, 3.7, 5, 9, 17.5, 40, 99, 333.3, 2500])
    expect(Math.abs(studentT95(degrees) / tQuantile(0.975, degrees) - 1)).toBeLessThan(1e-12)
})

describe('judged with everything that may deceive', () => {
  const allowed = 3500 / 86_400
  const judged = (readings: HoldReading[], rest: Partial<Parameters<typeof judgeHold>[0]> = {}) =>
    judgeHold(
      { readings, resolution: 500, thermometer: 0.3, rested: 36_000, lag: 1800, ...rest },
      0.004,
      allowed,
    )
  const every = (
    hours: number,
    count: number,
    pressure: (h: number) => number,
    celsius = (_h: number) => 20,
  ) => Array.from({ length: count }, (_, i) => at(i * hours, pressure(i * hours), celsius(i * hours)))
  test('surely tight, surely leaking, and neither while the interval holds what is allowed', () => {
    expect(judged(every(2, 25, () => 600_000)).leak.verdict).toBe('tight')
    expect(judged(every(2, 25, (h) => 600_000 - 400 * h)).leak.verdict).toBe('leaking')
    const near = judged(every(2, 13, (h) => 600_000 - 146 * h))
    expect(near.leak.verdict).toBe('cannot tell')
    expect(near.leak.low).toBeLessThan(allowed * 0.004)
    expect(near.leak.high).toBeGreaterThan(allowed * 0.004)
  })
  test('the thermometer counts: the same readings are told with a good one and not with a poor one', () => {
    const readings = every(2, 13, () => 600_000)
    expect(judged(readings, { thermometer: 0.05 }).leak.verdict).toBe('tight')
    expect(judged(readings, { thermometer: 1 })).toMatchObject({ why: 'temperature' })
  })
  test('warm from filling and nobody was asked: no leak is told of it; rested, or read on, it is told', () => {
    const cooling = (h: number) => 600_000 + 28_000 * Math.exp(-h / 0.5)
    const early = every(0.25, 4, cooling)
    expect(judged(early, { rested: null })).toMatchObject({
      why: 'settling',
      leak: { verdict: 'cannot tell' },
    })
    expect(judged(early, { rested: 0 }).leak.verdict).toBe('cannot tell')
    expect(judged(every(1, 40, cooling), { rested: null }).leak.verdict).toBe('tight')
  })
  test('a bend that no steady leak makes is noticed, unless the later half loses as much by itself', () => {
    const bent = every(1, 13, (h) => 600_000 + 12_000 * Math.exp(-h / 3))
    expect(judged(bent)).toMatchObject({ why: 'bends' })
    expect(judged(every(1, 13, (h) => 600_000 + 12_000 * Math.exp(-h / 3) - 4000 * h)).leak.verdict).toBe(
      'leaking',
    )
  })
  test('what bends at first and then loses by itself what is too much leaks; what stands later is not told', () => {
    const fine = { thermometer: 0.05, resolution: 100 }
    const settling = (count: number, perHour: number) =>
      every(1, count, (h) => 600_000 + 4000 * Math.exp(-h) - perHour * h)
    expect(judged(settling(13, 500), fine).leak.verdict).toBe('leaking')
    expect(
      judged(
        every(1, 13, (h) => 600_000 + 12_000 * Math.exp(-h / 3)),
        fine,
      ),
    ).toMatchObject({
      why: 'bends',
    })
    // Three readings of the later half are enough, two are not.
    expect(judged(settling(5, 1200), { ...fine, thermometer: 0.02 }).leak.verdict).toBe('leaking')
  })
  test('two readings of one time make no loss without end', () => {
    const twice = [at(0, 600_000), at(0, 500_000), ...[1, 2, 3, 4].map((h) => at(h, 500_000))]
    const { leak } = judged(twice)
    expect(leak.verdict).toBe('leaking')
    expect(Number.isFinite(leak.low) && Number.isFinite(leak.lossRate)).toBe(true)
  })
  test('a steep loss hides no bend, and makes none', () => {
    const bending = (perReading: number, bend: number) => {
      const readings = every(1, 12, () => 0)
      return bends(
        readings,
        readings.map((_, i) => 600_000 - perReading * i + bend * i * i),
        5,
      )
    }
    for (const perReading of [0, 5000]) {
      expect(bending(perReading, 0.5)).toBe(true)
      expect(bending(perReading, 0.2)).toBe(false)
    }
  })
  test('no side gains by itself: where that fits best nothing is cleared, though it loses five times what is allowed', () => {
    // Falls fast for a third of the time, as a bag that stretches or cools, then loses steadily.
    const third = (80 / 60 / 3) * 3600
    const falling = (later: number) =>
      every(1 / 6, 9, (h) => {
        const t = h * 3600
        return 500_000 - allowed * (t < third ? 50 * t : 50 * third + later * (t - third))
      })
    const how = { thermometer: 0.05, resolution: 100, rested: 0, lag: 3600 }
    const { leak } = judged(falling(5), how)
    expect(leak.high).toBeLessThan(allowed * 0.004)
    expect(leak.lossRate).toBeLessThan(-allowed)
    expect(leak.verdict).toBe('cannot tell')
    // Straight over two days: a gain of slightly less than the allowed loss is still tight, slightly more is
    // not.
    const gaining = (share: number) => judged(every(2, 25, (h) => 600_000 + share * allowed * 3600 * h)).leak
    expect(gaining(0.98).verdict).toBe('tight')
    expect(gaining(1.02).verdict).toBe('cannot tell')
    expect(gaining(1.02).high).toBeGreaterThan(-allowed * 0.004)
  })
  test('how much longer: as often as one reads, over no more readings or days than anybody waits for', () => {
    const wait = (hours: number, count: number, resolution: number, from = 0) =>
      judged(
        every(hours, count, () => 600_000).map((r) => ({ ...r, t: r.t + from })),
        { resolution },
      ).leak.waitMore
    expect(wait(0.1, 5, 500)).toBeGreaterThan(0)
    expect(wait(0.1, 5, 500, 1e6)).toBeCloseTo(wait(0.1, 5, 500), 6)
    // 395 more readings; at a quicker pace it would be more than 400.
    expect(wait(0.02, 5, 500)).toBeCloseTo(395 * 72, 6)
    expect(wait(0.015, 5, 500)).toBe(0)
    // Eleven days more; with a gauge twice as coarse more than three weeks.
    expect(wait(24, 4, 30_000)).toBeCloseTo(11 * 86_400, 6)
    expect(wait(24, 4, 60_000)).toBe(0)
    // An apparent gain does not continue, otherwise there would never be a verdict.
    const gaining = judged(
      every(0.1, 5, (h) => 600_000 + 2000 * h),
      { resolution: 500 },
    ).leak
    expect(gaining.lossRate).toBeLessThan(-allowed)
    expect(gaining.waitMore).toBeGreaterThan(0)
  })
  test('a coarse gauge says so', () => {
    expect(
      judged(
        every(3, 5, () => 600_000),
        { resolution: 7000, thermometer: 0.05 },
      ).why,
    ).toBe('gauge')
    expect(judged(every(0.1, 5, () => 600_000)).why).toBe('short')
  })
})

test('one reading, or all at one time, is refused with a reason', () => {
  expect(() => leakRate(0.002, [at(0, 1)], { resolution: 100, thermometer: 0 }, 1)).toThrow(
    'at least two readings',
  )
  expect(() => leakRate(0.002, [at(1, 1), at(1, 2)], { resolution: 100, thermometer: 0 }, 1)).toThrow(
    'same time',
  )
})

test('a vessel of 10 L that loses 100 Pa in 600 s at one temperature: 1.67e-3 Pa·m³/s (EN 1779, technique D; memory)', () => {
  const at = (t: number, pressure: number) => ({ t, pressure, temperature: 293.15, barometer: 101_325 })
  const { leak } = leakRate(0.01, [at(0, 50_000), at(600, 49_900)], { resolution: 1, thermometer: 0.001 }, 1)
  expect(leak).toBeCloseTo(1.667e-3, 6)
})

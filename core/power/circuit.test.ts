import fc from 'fast-check'
import { AWG_SIZES, FUSE_CURVE, METRIC_SIZES } from '../catalog/electrical'
import { areaOfAwg } from '../quantity/units'
import {
  chooseFuse,
  deratedAmpacity,
  fuseHolds,
  fuseOpensBy,
  standbyDays,
  wireDrop,
  wireResistance,
  wireSize,
} from './circuit'

test('resistance of solid copper per metre at 20 °C, NBS Handbook 100: 18, 16, 14, 12, 10, 8, 6, 4, 2 AWG', () => {
  const published: [number, number][] = [
    [18, 20.95],
    [16, 13.17],
    [14, 8.28],
    [12, 5.21],
    [10, 3.277],
    [8, 2.061],
    [6, 1.296],
    [4, 0.815],
    [2, 0.513],
  ]
  for (const [awg, milliohm] of published)
    expect(Math.abs((wireResistance(areaOfAwg(awg), 1, 293.15) * 1000) / milliohm - 1)).toBeLessThan(0.002)
})

test('30 A, 5.5 m one way, 10 AWG both ways, 12 V: 1.08 V, 9 % (reference sheet)', () => {
  const r = wireDrop(30, 5.5, areaOfAwg(10), null, 293.15, 12)
  expect(r.drop).toBeCloseTo(1.08, 2)
  expect(r.ratio).toBeCloseTo(0.09, 3)
  expect(r.heat).toBeCloseTo(30 * r.drop, 9)
})

test('more wire never less drop, thicker never more, hotter never less', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 100, noNaN: true }),
      fc.double({ min: 0.1, max: 20, noNaN: true }),
      fc.constantFrom(...AWG_SIZES.slice(0, -1)),
      fc.double({ min: 1, max: 3, noNaN: true }),
      (current, length, size, more) => {
        const base = wireDrop(current, length, size.area, null, 293.15, 12).drop
        expect(wireDrop(current, length * more, size.area, null, 293.15, 12).drop).toBeGreaterThanOrEqual(
          base,
        )
        expect(wireDrop(current, length, size.area * more, null, 293.15, 12).drop).toBeLessThanOrEqual(base)
        expect(wireDrop(current, length, size.area, null, 293.15 + more * 10, 12).drop).toBeGreaterThan(base)
      },
    ),
  )
})

test('the size chosen serves on both counts, and the next thinner does not', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('awg' as const, 'mm2' as const),
      fc.double({ min: 1, max: 60, noNaN: true }),
      fc.double({ min: 0.3, max: 12, noNaN: true }),
      fc.integer({ min: 1, max: 8 }),
      fc.boolean(),
      (system, current, length, bundle, hot) => {
        const r = wireSize(system, current, length, null, 313.15, 12, 0.05, bundle, hot)
        const sizes = system === 'awg' ? AWG_SIZES : METRIC_SIZES
        const serves = (area: number) =>
          wireDrop(current, length, area, null, 313.15, 12).ratio <= 0.05 &&
          deratedAmpacity(area, bundle, hot) >= current
        if (r === null) {
          expect(sizes.some((s) => serves(s.area))).toBe(false)
          return
        }
        expect(serves(r.size.area)).toBe(true)
        const i = sizes.indexOf(r.size)
        if (i > 0) expect(serves(sizes[i - 1]!.area)).toBe(false)
      },
    ),
  )
})

test('ampacity: ABYC E-11 (memory) rows and factors; a metric size never looks stronger than the AWG row under it', () => {
  expect(deratedAmpacity(areaOfAwg(10), 1, false)).toBe(60)
  expect(deratedAmpacity(areaOfAwg(10), 3, true)).toBeCloseTo(60 * 0.7 * 0.85, 9)
  for (const metric of METRIC_SIZES)
    for (const awg of AWG_SIZES)
      if (awg.area > metric.area) expect(metric.ampacity).toBeLessThanOrEqual(awg.ampacity)
})

describe('fuse', () => {
  test('holds at least the table of ISO 8820-3 (memory) at its own rows', () => {
    expect(fuseHolds(1.35)).toBeCloseTo(0.75, 9)
    expect(fuseHolds(2)).toBeCloseTo(0.15, 9)
    expect(fuseHolds(6)).toBeCloseTo(0.02, 9)
    expect(fuseHolds(1)).toBe(Infinity)
  })

  test('smallest blade at 80 % that lets the inrush pass and guards the wire', () => {
    expect(chooseFuse(12, 30, 0.1, 60).rating).toBe(15)
    expect(chooseFuse(12.1, 30, 0.1, 60).rating).toBe(20)
    expect(chooseFuse(12, 60, 0.1, 60).rating).toBe(30)
    expect(chooseFuse(28, 90, 0.1, 20)).toMatchObject({ rating: null })
    expect(chooseFuse(35, 90, 0.1, 200).rating).toBeNull()
  })

  test('whatever is chosen protects the wire and carries the load', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        fc.double({ min: 1, max: 6, noNaN: true }),
        fc.double({ min: 5, max: 100, noNaN: true }),
        (load, factor, ampacity) => {
          const { rating } = chooseFuse(load, load * factor, 0.1, ampacity)
          if (rating === null) return
          expect(rating).toBeLessThanOrEqual(ampacity)
          expect(load / rating).toBeLessThanOrEqual(0.8 + 1e-9)
          expect(fuseHolds((load * factor) / rating)).toBeGreaterThanOrEqual(0.1)
        },
      ),
    )
  })
})

test('70 Ah, half usable, 2 mA: 729 days', () => {
  expect(standbyDays(70 * 3600, 0.5, 0.002)).toBeCloseTo(729.17, 2)
})

describe('sizes and fuses at their edges', () => {
  const size = (current: number, oneWay: number, maxDrop: number) =>
    wireSize('awg', current, oneWay, null, 293.15, 12, maxDrop, 1, false)
  test('what governs is told: a long run the drop, a short one with much current the ampacity', () => {
    expect(size(10, 8, 0.03)).toMatchObject({ governedBy: 'drop' })
    expect(size(60, 0.3, 0.1)).toMatchObject({ governedBy: 'ampacity' })
  })
  test('a drop exactly at its limit, and a current exactly at its ampacity, still serve', () => {
    const chosen = size(20, 3, 0.03)!
    expect(size(20, 3, chosen.drop.ratio)!.size).toBe(chosen.size)
    const short = size(20, 0.1, 0.5)!
    expect(size(short.ampacity, 0.1, 0.5)!.size).toBe(short.size)
    expect(size(short.ampacity * 1.0001, 0.1, 0.5)!.size).not.toBe(short.size)
  })
  test('none fits: by drop alone, and by ampacity alone', () => {
    expect(size(50, 400, 0.001)).toBeNull()
    expect(size(5000, 0.001, 0.9)).toBeNull()
  })
  test('the fuse’s curve: its own rows, log–log between them, the square law beyond the last, for ever at 110 %', () => {
    for (const { multiple, least } of FUSE_CURVE.slice(1)) expect(fuseHolds(multiple)).toBeCloseTo(least, 9)
    expect([fuseHolds(1), fuseHolds(1.1)]).toEqual([Infinity, Infinity])
    const between = fuseHolds(Math.sqrt(2 * 3.5))
    expect(between).toBeCloseTo(Math.sqrt(0.15 * 0.04), 9)
    expect(fuseHolds(12)).toBeCloseTo(0.02 / 4, 9)
  })
  test('it opens by the longest time of its rows; under the first of them nobody says that it opens at all', () => {
    const rows = FUSE_CURVE.filter(({ most }) => Number.isFinite(most))
    for (const { multiple, most } of rows) expect(fuseOpensBy(multiple)).toBeCloseTo(most, 9)
    expect(fuseOpensBy(rows[0]!.multiple - 1e-9)).toBe(Infinity)
    for (const { multiple } of rows) expect(fuseOpensBy(multiple)).toBeGreaterThanOrEqual(fuseHolds(multiple))
  })
  test('the reason of a fuse in figures: its share of the rating, the smaller one that would blow, the thinnest wire', () => {
    expect(chooseFuse(16, 16, 0.1, 40)).toEqual({
      rating: 20,
      why: '16.0 A is 80 % of 20 A (80 % at most); the thinnest wire carries 40.0 A.',
    })
    const { rating, why } = chooseFuse(16, 90, 0.1, 60)
    expect(rating).toBeGreaterThan(20)
    expect(why).toContain(`${((100 * 16) / rating!).toFixed(0)} % of ${rating} A`)
    expect(why).toContain('a 20 A fuse would not pass the inrush')
    expect(chooseFuse(16, 16, 0.1, 20).rating).toBe(20)
    expect(chooseFuse(16, 16, 0.1, 19.9)).toMatchObject({
      rating: null,
      why: expect.stringContaining('thicker wire'),
    })
    expect(chooseFuse(500, 500, 0.1, 900).why).toMatch(/^No blade fuse up to \d+ A carries 500.0 A/)
  })
})

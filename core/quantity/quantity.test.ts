import fc from 'fast-check'
import { findRoot, findRootOfRising } from './root'
import { integrate, interpolate } from './interpolate'
import { parseQuantity } from './parse'
import { randomNumbers } from './random'
import {
  METRIC_UNITS,
  QUANTITIES,
  US_UNITS,
  areaOfAwg,
  awgOfArea,
  formatNumber,
  fromSi,
  show,
  shownUnit,
  showText,
  toSi,
  unitFor,
  type Quantity,
} from './units'

const read = (text: string, quantity: Quantity, units = METRIC_UNITS) =>
  parseQuantity(text, quantity, unitFor(quantity, units))
const value = (text: string, quantity: Quantity, units = METRIC_UNITS) => {
  const r = read(text, quantity, units)
  if (!r.ok) throw new Error(r.message)
  return r.value
}

test('what people type: feet, inches and fractions, metric, any pressure unit', () => {
  expect(value('3 ft 4 1/2 in', 'length')).toBeCloseTo(40.5 * 0.0254, 12)
  expect(value('3\' 4 1/2"', 'length')).toBeCloseTo(40.5 * 0.0254, 12)
  expect(value('1.2m', 'length')).toBeCloseTo(1.2, 12)
  expect(value('½ in', 'length')).toBeCloseTo(0.0127, 12)
  expect(value('14 bar', 'pressure', US_UNITS)).toBeCloseTo(1.4e6, 6)
  expect(value('58', 'pressure', US_UNITS)).toBeCloseTo(58 * 6894.757, 6)
  expect(value('2 940 kg', 'mass')).toBe(2940)
  expect(value('−620', 'length')).toBeCloseTo(-0.62, 12)
  expect(value('-3 ft 6 in', 'length')).toBeCloseTo(-42 * 0.0254, 12)
  expect(value('20 °C', 'temperature', US_UNITS)).toBeCloseTo(293.15, 9)
  expect(value('10 awg', 'wireArea')).toBeCloseTo(areaOfAwg(10), 12)
  expect(value('6 mm2', 'wireArea', US_UNITS)).toBeCloseTo(6e-6, 12)
  expect(value('1,5 m', 'length')).toBeCloseTo(1.5, 12)
})

test.each([
  ['1,020.5 mm', 1.0205],
  ['1.020,5 mm', 1.0205],
  ['1.020,500 mm', 1.0205],
  ['1,234,567 mm', 1234.567],
  ['-1.234.567 mm', -1234.567],
])('thousands and fraction told apart by their signs: %s', (text, metres) => {
  expect(value(text, 'length')).toBeCloseTo(metres, 9)
})

test('what is not sure is refused, with what to type instead', () => {
  for (const [text, quantity, hint] of [
    ['1,200', 'length', 'Type 1200 or 1.200'],
    ['2,350 lb', 'mass', 'Type 2350 lb or 2.350 lb'],
    ['soon', 'pressure', 'Type a number'],
    ['12 parsec', 'length', 'not a unit'],
    ['5 6 7', 'pressure', 'two figures'],
    ['', 'mass', 'Nothing typed'],
    ['1/0 in', 'length', 'divides by nothing'],
    ['14 bar 2 psi', 'pressure', 'two figures'],
  ] as const) {
    const r = read(text, quantity)
    expect(r.ok ? `${text} was read as ${r.value}` : r.message).toContain(hint)
  }
})

test('what is shown reads back to itself in every unit of every quantity', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...(Object.keys(QUANTITIES) as Quantity[]).filter((q) => q !== 'wireArea')),
      fc.double({ min: 0.01, max: 1e5, noNaN: true }),
      (quantity, number) => {
        for (const unit of Object.values(QUANTITIES[quantity])) {
          const si = toSi(number, unit)
          expect(fromSi(si, unit)).toBeCloseTo(number, 6)
          const r = parseQuantity(`${number.toFixed(6)} ${unit.symbol}`, quantity, unit)
          expect(
            r.ok && Math.abs(r.value - toSi(Number(number.toFixed(6)), unit)) <= 1e-9 * Math.abs(si),
          ).toBe(true)
        }
      },
    ),
  )
})

test('no text makes the reader throw or return a number that is not one', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'grapheme', maxLength: 20 }),
      fc.constantFrom(...(Object.keys(QUANTITIES) as Quantity[])),
      (text, quantity) => {
        const r = read(text, quantity)
        return r.ok ? Number.isFinite(r.value) : r.message.length > 0
      },
    ),
  )
})

test('conversions of NIST SP 811', () => {
  expect(toSi(1, QUANTITIES.pressure.psi)).toBe(6894.757)
  expect(toSi(1, QUANTITIES.mass.lb)).toBe(0.45359237)
  expect(toSi(1, QUANTITIES.volume.gal)).toBeCloseTo(3.785411784e-3, 12)
  expect(toSi(32, QUANTITIES.temperature['°F'])).toBeCloseTo(273.15, 9)
  expect(toSi(1, QUANTITIES.flow.cfm)).toBeCloseTo(4.719474e-4, 9)
})

test('AWG by ASTM B258: 36 is 0.127 mm, 10 is 5.261 mm²; and back', () => {
  expect(areaOfAwg(36)).toBeCloseTo((Math.PI / 4) * 0.127e-3 ** 2, 15)
  expect(areaOfAwg(10) * 1e6).toBeCloseTo(5.261, 3)
  for (const n of [18, 14, 10, 6, 2]) expect(awgOfArea(areaOfAwg(n))).toBe(n)
})

test('figures as printed', () => {
  expect(formatNumber(12_345.678, 1)).toBe('12 345.7')
  expect(formatNumber(-0.2, 0)).toBe('0')
  expect(formatNumber(-25.2, 0)).toBe('−25')
  expect(formatNumber(NaN, 1)).toBe('—')
  expect(showText(0.205, 'length', US_UNITS)).toBe('8.1 in')
  expect(show(5400, 'time', METRIC_UNITS)).toEqual({ text: '90.0', unit: 'min' })
})

test('tables: straight between, held beyond, integral exact', () => {
  const table = [
    [0, 0],
    [2, 4],
    [4, 4],
  ] as const
  expect(interpolate(table, 1)).toBe(2)
  expect(interpolate(table, -5)).toBe(0)
  expect(interpolate(table, 9)).toBe(4)
  expect(integrate(table, 0, 6)).toBeCloseTo(4 + 8 + 8, 12)
  expect(integrate(table, 6, 0)).toBeCloseTo(-20, 12)
})

test('roots: of a cubic, and the place of a jump', () => {
  expect(findRoot((x) => x ** 3 - 2, 0, 2)).toBeCloseTo(Math.cbrt(2), 10)
  expect(findRoot((x) => (x < 0.7 ? -1 : 5), 0, 1)).toBeCloseTo(0.7, 10)
})

test.each([
  [
    'in',
    'lb',
    {
      force: 'lbf',
      springRate: 'lbf/in',
      temperature: '°F',
      run: 'ft',
      volume: 'gal',
      flow: 'cfm',
      area: 'in²',
    },
  ],
  [
    'in',
    'kg',
    { force: 'N', springRate: 'N/mm', temperature: '°C', run: 'ft', volume: 'gal', flow: 'cfm', area: 'in²' },
  ],
  [
    'mm',
    'lb',
    {
      force: 'lbf',
      springRate: 'N/mm',
      temperature: '°C',
      run: 'm',
      volume: 'L',
      flow: 'L/min',
      area: 'cm²',
    },
  ],
  [
    'mm',
    'kg',
    { force: 'N', springRate: 'N/mm', temperature: '°C', run: 'm', volume: 'L', flow: 'L/min', area: 'cm²' },
  ],
] as const)('a shop that measures in %s and weighs in %s', (length, mass, expected) => {
  const units = { ...METRIC_UNITS, length, mass }
  for (const [quantity, symbol] of Object.entries(expected))
    expect([quantity, unitFor(quantity as Quantity, units).symbol]).toEqual([quantity, symbol])
})

test('numbers as printed: groups of three from five digits on, a minus only where a digit shows it, a dash for none', () => {
  expect([1234, 12345, 1234567].map((v) => formatNumber(v, 0).replace(/\D/g, '_'))).toEqual([
    '1234',
    '12_345',
    '1_234_567',
  ])
  expect([formatNumber(-0.04, 1), formatNumber(-0.06, 1), formatNumber(0, 1)]).toEqual(['0.0', '−0.1', '0.0'])
  expect([formatNumber(null, 1), formatNumber(NaN, 1), formatNumber(Infinity, 1)]).toEqual(['—', '—', '—'])
  expect([show(null, 'mass', METRIC_UNITS), show(NaN, 'mass', METRIC_UNITS)]).toEqual([
    { text: '—', unit: '' },
    { text: '—', unit: '' },
  ])
})

test('a root at an end is taken at once, one between in few looks, and the bracket of a rising function grows to it', () => {
  const counted = (f: (x: number) => number) => {
    const looks: number[] = []
    return { looks, f: (x: number) => f((looks.push(x), x)) }
  }
  for (const [a, b, root] of [
    [2, 5, 2],
    [0, 2, 2],
  ] as const) {
    const { f, looks } = counted((x) => x - 2)
    expect([findRoot(f, a, b), looks.length]).toEqual([root, 2])
  }
  // A straight line is solved by the first step. On a curve the Illinois form takes about twelve steps, plain
  // regula falsi about a hundred.
  const straight = counted((x) => 3 * x - 1.5)
  expect(findRoot(straight.f, 0, 4)).toBeCloseTo(0.5, 14)
  expect(straight.looks.length).toBeLessThanOrEqual(4)
  const bent = counted((x) => Math.exp(x) - 50)
  expect(findRoot(bent.f, 0, 12)).toBeCloseTo(Math.log(50), 12)
  expect(bent.looks.length).toBeLessThanOrEqual(40)
  expect(findRootOfRising((x) => x - 700, 1)).toBeCloseTo(700, 8)
  expect(findRootOfRising((x) => x + 700, 1)).toBeCloseTo(-700, 8)
})

test('a field says the unit that its figure is shown in: from two minutes on not seconds', () => {
  expect(shownUnit(119.9, 'time', METRIC_UNITS).symbol).toBe('s')
  expect(shownUnit(120, 'time', METRIC_UNITS).symbol).toBe('min')
  expect(shownUnit(null, 'time', METRIC_UNITS).symbol).toBe('s')
  for (const value of [0.5, 119, 120, 240, 7200, 200_000]) {
    const { text, unit } = show(value, 'time', METRIC_UNITS, 1)
    expect(unit).toBe(shownUnit(value, 'time', METRIC_UNITS).symbol)
    // The shown text, typed again, gives the same time.
    const read = parseQuantity(text, 'time', shownUnit(value, 'time', METRIC_UNITS))
    expect(read.ok && Math.abs(read.value / value - 1)).toBeLessThan(0.06)
  }
})

test('numbers of a seed: mulberry32 as published (its first of seed 1 from memory), even, and the same again', () => {
  const random = randomNumbers(1)
  const first = random()
  expect(first).toBeCloseTo(0.6270739405881613, 15)
  const many = [first, ...Array.from({ length: 9999 }, random)]
  expect(Math.min(...many)).toBeGreaterThanOrEqual(0)
  expect(Math.max(...many)).toBeLessThan(1)
  expect(many.reduce((a, b) => a + b, 0) / many.length).toBeCloseTo(0.5, 2)
  // Variance of an even spread from 0 to 1: 1/12.
  expect(many.reduce((sum, v) => sum + (v - 0.5) ** 2, 0) / many.length).toBeCloseTo(1 / 12, 2)
  expect(randomNumbers(1)()).toBe(first)
  expect(randomNumbers(2)()).not.toBe(first)
})

import fc from 'fast-check'
import { findRoot } from './root'
import { integrate, interpolate } from './interpolate'
import { parseQuantity } from './parse'
import {
  METRIC_UNITS,
  QUANTITIES,
  US_UNITS,
  areaOfAwg,
  awgOfArea,
  formatNumber,
  fromSi,
  show,
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

test('what is not sure is refused, with what to type instead', () => {
  for (const [text, quantity, hint] of [
    ['1,200', 'length', 'Type 1200 or 1.200'],
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

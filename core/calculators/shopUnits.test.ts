import { METRIC_UNITS, US_UNITS, toSi } from '../quantity/units'
import { CALCULATORS, inputFields } from './index'
import { inUnit, quantityOfUnit, resultText } from './shopUnits'

test('every input that has a unit with a shop’s counterpart is found by it, and comes back exactly', () => {
  const units = new Set(CALCULATORS.flatMap((c) => inputFields(c.schema).map((f) => f.unit)).filter(Boolean))
  expect([...units]).toEqual(expect.arrayContaining(['kPa', 'mm', 'kg', '°C']))
  for (const name of [
    'kPa',
    'mm',
    'm',
    'kg',
    'L',
    'L/min',
    'N/mm',
    '°C',
    'A',
    'V',
    'Ah',
    'kPa/day',
    's',
    'days',
  ]) {
    const { unit } = quantityOfUnit(name)!
    for (const value of [0, 0.1, 7, 123.456, 6895]) expect(inUnit(toSi(value, unit), unit)).toBe(value)
  }
  expect(quantityOfUnit('sccm')).toBeNull()
})

test('results read in the shop’s units, at a precision one can use', () => {
  expect(resultText(689.4757, 'kPa', US_UNITS)).toBe('100 psi')
  expect(resultText(25.4, 'mm', US_UNITS)).toBe('1.0 in')
  expect(resultText(729.1667, 'days', METRIC_UNITS)).toBe('729 days')
  expect(resultText(3.26, 'days', METRIC_UNITS)).toBe('3.3 days')
  expect(resultText(-8.4e-35, 'sccm', METRIC_UNITS)).toBe('0 sccm')
  expect(resultText(-0.0000213, 'Pa·m³/s', METRIC_UNITS)).toBe('−2.13e−5 Pa·m³/s')
  expect(resultText(20.5234, '/min', METRIC_UNITS)).toBe('20.52 /min')
})

test('every calculator says its formula', () => {
  for (const { name, formula } of CALCULATORS)
    expect({ name, long: formula.length > 8 }).toEqual({ name, long: true })
})

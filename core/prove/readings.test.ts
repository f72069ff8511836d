import { METRIC_UNITS, US_UNITS } from '../quantity/units'
import { readRows } from './readings'

const read = (text: string, units = US_UNITS) => {
  const r = readRows(text, units)
  if (r.problem !== null) throw new Error(r.problem)
  return r.readings
}

test('plain rows: minutes, and the shop’s own units', () => {
  expect(read('0, 60, 68\n10, 59, 68')).toEqual([
    {
      t: 0,
      pressure: expect.closeTo(60 * 6894.757, 3),
      temperature: expect.closeTo(293.15, 6),
      barometer: null,
    },
    {
      t: 600,
      pressure: expect.closeTo(59 * 6894.757, 3),
      temperature: expect.closeTo(293.15, 6),
      barometer: null,
    },
  ])
})

test('a head row names columns in any order and their units; semicolons and decimal commas', () => {
  expect(read('temperature (°C);pressure (bar);time (h)\n20;4,1;0\n18,5;4,05;1,5', US_UNITS)).toEqual([
    { t: 0, pressure: expect.closeTo(410_000, 3), temperature: expect.closeTo(293.15, 6), barometer: null },
    {
      t: 5400,
      pressure: expect.closeTo(405_000, 3),
      temperature: expect.closeTo(291.65, 6),
      barometer: null,
    },
  ])
})

test('clock times run past midnight, from the first; out of order is put in order', () => {
  expect(read('17:00, 60 psi, 16 °C\n23:30, 59 psi, 10 °C\n06:15, 58 psi, 8 °C').map((r) => r.t)).toEqual([
    0,
    6.5 * 3600,
    13.25 * 3600,
  ])
  expect(read('30, 60, 60\n0, 61, 60').map((r) => r.t)).toEqual([0, 1800])
})

test('a barometer column, where there is one', () => {
  expect(
    read('time,pressure,temperature,barometer (kPa)\n0,4,20,101.2\n5,4,20,', METRIC_UNITS).map(
      (r) => r.barometer,
    ),
  ).toEqual([expect.closeTo(101_200, 6), null])
})

test('what cannot be read says which row and why', () => {
  const problem = (text: string) => readRows(text, US_UNITS).problem
  expect(problem('')).toContain('no rows')
  expect(problem('0, 60, 68\n10, sixty, 68')).toMatch(/Row 2, pressure: “sixty”/)
  expect(problem('0, 60')).toMatch(/Row 1/)
  expect(problem('time,pressure\n0,60')).toContain('no temperature column')
})

import { READING_UNSAID } from '../document/types'
import { METRIC_UNITS, US_UNITS } from '../quantity/units'
import { besideReadings, readRows } from './readings'

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
      ...READING_UNSAID,
    },
    {
      t: 600,
      pressure: expect.closeTo(59 * 6894.757, 3),
      temperature: expect.closeTo(293.15, 6),
      ...READING_UNSAID,
    },
  ])
})

test('a head row names columns in any order and their units; semicolons and decimal commas', () => {
  expect(read('temperature (°C);pressure (bar);time (h)\n20;4,1;0\n18,5;4,05;1,5', US_UNITS)).toEqual([
    { t: 0, pressure: expect.closeTo(410_000, 3), temperature: expect.closeTo(293.15, 6), ...READING_UNSAID },
    {
      t: 5400,
      pressure: expect.closeTo(405_000, 3),
      temperature: expect.closeTo(291.65, 6),
      ...READING_UNSAID,
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
  // Seconds count. Two readings at the same time are of the same day, and the first has no day before it.
  expect(read('17:00:15, 60, 60\n17:00:45, 60, 60\n17:00:45, 61, 60').map((r) => r.t)).toEqual([0, 30, 30])
  expect(read('next day 07:00, 60, 60\n08:00, 60, 60').map((r) => r.t)).toEqual([0, 3600])
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
  expect(problem('0')).toMatch(/Row 1, pressure: Nothing typed/)
  expect(problem('0, 60')).toBeNull()
  expect(problem('time,pressure\n0,60')).toContain('no temperature column')
})

describe('rows beside those that a test has', () => {
  const units = { pressure: 'kPa', length: 'mm', mass: 'kg', wire: 'mm2', temperature: '°C' } as never
  const rows = (text: string) => {
    const read = readRows(text, units)
    if (read.problem !== null) throw new Error(read.problem)
    return read
  }
  const there = [{ t: 0, pressure: 400_000, temperature: 293.15, ...READING_UNSAID }]
  const SEVEN_PM = 19 * 3600
  test('a clock goes by when the test began, over midnight too', () => {
    const read = rows('22:00, 399 kPa, 15 °C\n07:10, 398 kPa, 10 °C')
    expect(read.first).toEqual({ clock: true, at: 22 * 3600 })
    const all = besideReadings(there, read, SEVEN_PM)
    expect(all.map(({ t }) => t / 3600)).toEqual([0, 3, expect.closeTo(12 + 1 / 6, 9)])
    expect(all[0]).toBe(there[0])
    const morning = besideReadings(there, rows('07:00, 398 kPa, 10 °C\n08:00, 398 kPa, 10 °C'), SEVEN_PM)
    expect(morning.map(({ t }) => t / 3600)).toEqual([0, 12, 13])
  })
  test('minutes count from the first reading of the test', () => {
    const all = besideReadings(there, rows('30, 399 kPa, 15 °C\n90, 398 kPa, 14 °C'), SEVEN_PM)
    expect(all.map(({ t }) => t)).toEqual([0, 1800, 5400])
  })
  test('“next day 07:00” is the day after, though the clock has not passed midnight', () => {
    const { readings } = rows('06:00, 400 kPa, 15 °C\nnext day 07:00, 399 kPa, 15 °C\n09:00, 398 kPa, 15 °C')
    expect(readings.map(({ t }) => t / 3600)).toEqual([0, 25, 27])
  })
})

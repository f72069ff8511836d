import { newHold } from '../prove/newHold'
import { READING_UNSAID } from './types'
import { appendByDevice, gaugeOfSide, stampReading } from './appendReading'

const test_ = () => newHold('Night', 1, 'left', 1000, 'Bram')
const reading = { pressure: 400_000, temperature: 293.15, ...READING_UNSAID }

test('the first reading begins the test; later ones are stamped from there, and never before the last', () => {
  const of = test_()
  expect(stampReading(of, new Date('2026-06-09T17:00:00Z'))).toBe(0)
  expect(of.startedAt).toBe('2026-06-09T17:00:00.000Z')
  of.readings.push({ ...reading, t: 0 })
  expect(stampReading(of, new Date('2026-06-09T17:10:00Z'))).toBe(600)
  of.readings.push({ ...reading, t: 900 })
  expect(stampReading(of, new Date('2026-06-09T17:10:00Z'))).toBe(901)
})

test('devices go by their own clock; the same moment is not read twice', () => {
  const of = test_()
  const began = { device: 50, test: 0 }
  for (const at of [50, 50, 110, 110, 3650]) appendByDevice(of, reading, at, began)
  expect(of.readings.map(({ t }) => t)).toEqual([0, 60, 3600])
})

test('a side reads its own spring, both their mean, the supply its tank or nothing', () => {
  const gauge = { left: 1, right: 3, tank: null }
  expect((['left', 'right', 'both', 'supply'] as const).map((side) => gaugeOfSide(side, gauge))).toEqual([
    1,
    3,
    2,
    null,
  ])
})

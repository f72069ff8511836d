import fc from 'fast-check'
import { niceTicks } from './niceTicks'

test('round steps around what is drawn', () => {
  expect(niceTicks(58.2, 61.1, 5)).toEqual([58, 59, 60, 61, 62])
  expect(niceTicks(0, 15, 5)).toEqual([0, 5, 10, 15])
  expect(niceTicks(19.92, 20.08, 4)).toEqual([19.9, 19.95, 20, 20.05, 20.1])
  expect(niceTicks(7, 7, 5)).toEqual([7, 7.2])
})

test('whatever is drawn lies between the first and the last, which are never the same', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -1e6, max: 1e6, noNaN: true }),
      fc.double({ min: 0, max: 1e6 }),
      (low, span) => {
        fc.pre(!Number.isNaN(span) && (span === 0 || span > 1e-6 + Math.abs(low) * 1e-9))
        const ticks = niceTicks(low, low + span, 5)
        const room = 1e-9 * Math.max(1, Math.abs(low) + span)
        expect(ticks[0]!).toBeLessThanOrEqual(low + room)
        expect(ticks.at(-1)!).toBeGreaterThanOrEqual(low + span - room)
        expect(ticks.at(-1)!).toBeGreaterThan(ticks[0]!)
      },
    ),
  )
})

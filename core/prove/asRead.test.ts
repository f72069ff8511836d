import { PRACTICE } from '../catalog/practice'
import { READING_UNSAID, type Reading } from '../document/types'
import { asJudged } from './asRead'
import { judgeHold } from './judge'

const HOUR = 3600
const at = (hours: number, over: Partial<Reading> = {}): Reading => ({
  t: hours * HOUR,
  pressure: 414_000,
  temperature: 293.15,
  ...READING_UNSAID,
  ...over,
})
const judged = (readings: Reading[]) => asJudged({ readings }, 100_000)

test('in order of time, those left out gone, each knowing where it stands; the air around where no barometer was read', () => {
  const read = judged([at(2), at(0, { barometer: 99_000 }), at(1, { out: true })])
  expect(read.map(({ t, index, barometer }) => [t / HOUR, index, barometer])).toEqual([
    [0, 1, 99_000],
    [2, 0, 100_000],
  ])
})

test('two thermometers: their mean, and half of what they differ as doubt; either alone stands for both', () => {
  const [both] = judged([at(0, { temperature: 290, second: 294 })])
  expect(both).toMatchObject({ temperature: 292, unsure: 2 })
  expect(judged([at(0, { temperature: null, second: 294 })])[0]).toMatchObject({
    temperature: 294,
    unsure: 0,
  })
})

test('a temperature nobody read lies between those before and after, and is the less sure the farther they are', () => {
  const read = judged([
    at(0, { temperature: 290 }),
    at(1, { temperature: null }),
    at(4, { temperature: 286 }),
    at(6, { temperature: null }),
  ])
  expect(read.map(({ temperature }) => temperature)).toEqual([290, 289, 286, 286])
  const unsure = (hours: number) => (PRACTICE.nightRate.value * hours * HOUR) / Math.sqrt(3)
  expect(read.map((r) => r.unsure)).toEqual([0, unsure(1), 0, unsure(2)])
  expect(() => judged([at(0, { temperature: null })])).toThrow('No reading has a temperature')
  expect(judged([])).toEqual([])
})

test('thermometers that differ make it less sure, and so do readings too far apart to see a swing between them', () => {
  const width = (readings: Reading[]) => {
    const how = { resolution: 100, thermometer: 0.1, rested: 36_000, lag: PRACTICE.gasLag.value }
    const { leak } = judgeHold({ ...how, readings: judged(readings) }, 0.002, 0.04)
    return leak.high - leak.low
  }
  const through = (every: number, over: Partial<Reading> = {}) =>
    Array.from({ length: 24 / every + 1 }, (_, i) => at(i * every, over))
  expect(width(through(1, { second: 297.15 }))).toBeGreaterThan(2 * width(through(1)))
  // A gap of three hours is seen; with a longer one the doubt comes at once.
  const seen = width(through(3))
  const unseen = width(through(3).map((r) => ({ ...r, t: r.t * 1.01 })))
  expect(unseen).toBeGreaterThan(1.5 * seen)
})

test('how much longer: read on for just so long as it goes, it is told; one reading less and it is not', () => {
  const every = 2 * HOUR
  const how = { resolution: 689, thermometer: 0.3, rested: 36_000, lag: PRACTICE.gasLag.value }
  for (const [perDay, verdict] of [
    [0, 'tight'],
    [14_000, 'leaking'],
  ] as const) {
    const read = (count: number) =>
      judged(
        Array.from({ length: count }, (_, i) => {
          const loss = (perDay * i * every) / 86_400
          return at((i * every) / HOUR, { pressure: Math.round((414_000 - loss) / 689) * 689 })
        }),
      )
    const told = (count: number) => judgeHold({ ...how, readings: read(count) }, 0.002, 3500 / 86_400).leak
    const first = told(4)
    expect(first.verdict).toBe('cannot tell')
    expect(first.waitMore).toBeGreaterThan(0)
    const more = first.waitMore / every
    expect(Number.isInteger(more)).toBe(true)
    // It looked different by one step of the gauge: close, and on the safe side.
    const needed = Array.from({ length: 400 }, (_, i) => i).find((i) => told(4 + i).verdict === verdict)!
    expect(Math.abs(more - needed)).toBeLessThanOrEqual(Math.max(2, 0.3 * needed))
  }
})

test('a side that empties at once and then stands at nothing leaks, though no straight line fits it; cooling after a fill does not', () => {
  const how = { resolution: 689, thermometer: 0.3, lag: PRACTICE.gasLag.value }
  const verdict = (pressures: number[], rested: number | null, every = 60) =>
    judgeHold(
      { ...how, rested, readings: judged(pressures.map((p, i) => at((i * every) / HOUR, { pressure: p }))) },
      0.002,
      3500 / 86_400,
    ).leak
  const emptied = [163_000, 85_000, 29_000, 2000, ...Array.from({ length: 20 }, () => 0)]
  const told = verdict(emptied, 600)
  expect(told.verdict).toBe('leaking')
  // At first it lost 78 kPa a minute.
  expect(told.lossRate / (78_000 / 60)).toBeCloseTo(1, 1)
  expect(told.low).toBeGreaterThan(0.5 * told.leak)
  // One misread reading makes no leak, nor does the last one alone; two in a row at the end do.
  const steady = Array.from({ length: 8 }, () => 414_000)
  const misread = (at: number[]) =>
    verdict(
      steady.map((p, i) => (at.includes(i) ? 300_000 : p)),
      36_000,
      600,
    )
  expect(misread([4]).verdict).not.toBe('leaking')
  expect(misread([7]).verdict).not.toBe('leaking')
  expect(misread([6, 7]).verdict).toBe('leaking')
  // Just filled, and warm from filling: it falls as it cools, and no verdict is given.
  const warm = PRACTICE.fillWarmth.value
  const cooling = Array.from({ length: 30 }, (_, i) => {
    const above = warm * Math.exp((-i * 300) / PRACTICE.gasLag.value)
    return ((414_000 + 100_000) * (293.15 + above)) / 293.15 - 100_000
  })
  expect(verdict(cooling, 0, 300).verdict).not.toBe('leaking')
})

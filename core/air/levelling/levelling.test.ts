import fc from 'fast-check'
import { runLoop } from './closedLoop'
import { Swings } from './swings'
import type { Corner, Drive, Electronic, Mechanical, Supply } from './types'
import { roadHeights, ROUGHNESS, washboard, type RoadClass } from './road'

const corner: Corner = {
  mass: 500,
  steelAtRide: 0,
  steelRate: 40_000,
  damping: 5000,
  motionRatio: 1,
  areaAt: () => 0.016,
  volumeAt: (h) => 0.016 * h,
  rideHeight: 0.2,
  droop: 0.08,
  bump: 0.08,
}
const supply: Supply = {
  volume: 0.01,
  pressure: 900_000,
  freeAir: () => 40 / 60_000,
  cutIn: 690_000,
  cutOut: 830_000,
  atmosphere: 101_325,
  temperature: 293.15,
}
const still: Drive = { seconds: 60, road: () => 0, force: () => 0 }
const loaded = (newtons: number, seconds = 60): Drive => ({
  seconds,
  road: () => 0,
  force: (t) => (t < 1 ? 0 : newtons),
})
/** A lever with an arm, m, that opens from its dead band to wide open, rad. */
const valve = (
  over: Partial<{ arm: number; deadBand: number; fullOpen: number; delay: number; c: number }> = {},
): Mechanical => {
  const { arm = 0.15, deadBand = 0.03, fullOpen = 0.25, delay = 0, c = 2e-9 } = over
  return {
    kind: 'valve',
    delay,
    conductance: c,
    criticalRatio: 0.3,
    openingAt: (travel) => {
      const angle = Math.asin(Math.min(Math.max(travel / arm, -1), 1))
      const open = Math.min(Math.max((Math.abs(angle) - deadBand) / (fullOpen - deadBand), 0), 1)
      return -Math.sign(angle) * open
    },
  }
}
const control = (over: Partial<Electronic> = {}): Electronic => ({
  kind: 'controller',
  driving: 30,
  band: 0.01,
  wait: 5,
  filter: 0.5,
  timeOut: 120,
  conductance: 1e-9,
  criticalRatio: 0.3,
  senses: (travel) => travel,
  ...over,
})

describe('roads (ISO 8608, from memory)', () => {
  /** Mean spectrum of a road around a wave number, from Fourier sums over pieces of it. */
  function spectrum(road: RoadClass, n: number): number {
    const [step, length] = [0.05, 20_000]
    const heights = roadHeights(road, length, step, 3)
    const piece = 40
    const points = Math.round(piece / step)
    let [sum, count] = [0, 0]
    for (let begin = 0; begin + points < heights.length; begin += points) {
      let [re, im] = [0, 0]
      const mean = heights.slice(begin, begin + points).reduce((a, b) => a + b, 0) / points
      for (let i = 0; i < points; i++) {
        const window = 1 - Math.cos((2 * Math.PI * i) / points)
        const x = 2 * Math.PI * n * i * step
        re += (heights[begin + i]! - mean) * window * Math.cos(x)
        im += (heights[begin + i]! - mean) * window * Math.sin(x)
      }
      // One-sided: twice |X|²·step²/piece, over the window's own mean square of 1.5.
      sum += (2 * (re ** 2 + im ** 2) * step ** 2) / piece / 1.5
      count++
    }
    return sum / count
  }
  test('level at n₀ and a slope of −2 in n', () => {
    for (const road of ['A', 'C'] as const) {
      expect(spectrum(road, 0.1) / ROUGHNESS[road]).toBeGreaterThan(0.75)
      expect(spectrum(road, 0.1) / ROUGHNESS[road]).toBeLessThan(1.35)
      const slope = Math.log(spectrum(road, 0.8) / spectrum(road, 0.1)) / Math.log(8)
      expect(slope).toBeGreaterThan(-2.2)
      expect(slope).toBeLessThan(-1.8)
    }
  })
  test('a seed makes the same road again, another another; washboard is as high as told', () => {
    expect(roadHeights('B', 50, 0.1, 7)).toEqual(roadHeights('B', 50, 0.1, 7))
    expect(roadHeights('B', 50, 0.1, 7)).not.toEqual(roadHeights('B', 50, 0.1, 8))
    expect(washboard(0.15, 0.6, 0.03)).toBeCloseTo(0.015, 12)
  })
})

describe('a height valve holds its corner', () => {
  test('at rest nothing moves and no air goes', () => {
    const { filled, vented, off, hunting, levelAt } = runLoop(corner, supply, valve(), still)
    expect([filled, vented, hunting, levelAt]).toEqual([0, 0, null, 0])
    expect(off).toBeCloseTo(0, 9)
  })
  test('a load put on is lifted to within the dead band, by as much air as it takes by hand', () => {
    const { off, filled, levelAt, rows } = runLoop(corner, supply, valve(), loaded(1500, 120), 0.006)
    // Dead band 0.03 rad at an arm of 150 mm: 4.5 mm.
    expect(off).toBeLessThan(0)
    expect(off).toBeGreaterThan(-0.0046)
    expect(levelAt).not.toBeNull()
    // Pressure from the load over the area, less what the steel takes by standing lower; air in a volume that
    // high.
    const last = rows.at(-1)!
    expect(last.spring).toBeCloseTo((500 * 9.80665 + 1500 + 40_000 * last.travel) / 0.016, -2)
    const volume = (h: number) => 0.016 * h
    const before = ((500 * 9.80665) / 0.016 + 101_325) * volume(0.2)
    const after = (last.spring + 101_325) * volume(0.2 + last.travel)
    expect(filled).toBeCloseTo((after - before) / 101_325, 4)
  })
  test('a load taken off is let down again', () => {
    const drive: Drive = { seconds: 200, road: () => 0, force: (t) => (t > 1 && t < 80 ? 1500 : 0) }
    const { off, vented } = runLoop(corner, supply, valve(), drive)
    expect(off).toBeGreaterThan(0)
    expect(off).toBeLessThan(0.0046)
    expect(vented).toBeGreaterThan(0)
  })
  test('a longer arm is less angle for the same travel: it comes less near', () => {
    const far = (arm: number) => -runLoop(corner, supply, valve({ arm }), loaded(1500, 120)).off
    expect(far(0.25)).toBeGreaterThan(far(0.1))
  })
  test('a valve that lags and passes much hunts; a wider dead band never hunts more', () => {
    const hunting = (deadBand: number) => {
      const wild = valve({ deadBand, fullOpen: deadBand + 0.02, delay: 3, c: 6e-8, arm: 0.08 })
      return runLoop(corner, supply, wild, loaded(1500, 120)).hunting
    }
    const all = [0.005, 0.02, 0.05, 0.1, 0.2].map(hunting)
    expect(all[0]!.amplitude).toBeGreaterThan(0.002)
    expect(all.at(-1)).toBeNull()
    // A cycle must reach past its band: it swings wider and less often, until there is none.
    const often = all.map((h) => (h ? 1 / h.period : 0))
    often.forEach((rate, i) => i > 0 && expect(rate).toBeLessThanOrEqual(often[i - 1]! * 1.02))
  })
  test('a swing that comes less than twice in the time looked at is told all the same, with its period', () => {
    for (const wait of [40, 60]) {
      const slow = control({ band: 0.004, filter: 5, wait, conductance: 2e-9 })
      const { hunting, levelAt, rows, off } = runLoop(corner, supply, slow, loaded(1500, 120))
      // Each swing waits twice.
      expect(hunting!.period).toBeGreaterThan(2 * wait)
      expect(levelAt).toBeNull()
      // As read off the rows: last crest and last trough of a whole period.
      const last = rows.filter(({ t }) => t >= rows.at(-1)!.t - hunting!.period).map(({ travel }) => travel)
      const [low, high] = [Math.min(...last), Math.max(...last)]
      expect(high - low).toBeGreaterThan(0.02)
      expect(hunting!.amplitude / ((high - low) / 2)).toBeGreaterThan(0.95)
      expect(hunting!.amplitude / ((high - low) / 2)).toBeLessThan(1.05)
      expect(off).toBeGreaterThan(low)
      expect(off).toBeLessThan(high)
    }
  })
  test('crests and troughs: an even swing lasts, one that dies away rests, a drift is no swing', () => {
    const seen = (travel: (t: number) => number, seconds = 900) => {
      const swings = new Swings()
      for (let t = 0; t <= seconds; t += 0.1) swings.at(t, travel(t))
      return { last: swings.last(seconds), rests: swings.rests(seconds, 60) }
    }
    const even = seen((t) => 0.004 + 0.015 * Math.sin((2 * Math.PI * t) / 200))
    expect(even.last!.amplitude).toBeCloseTo(0.015, 4)
    expect(even.last!.period).toBeCloseTo(200, 0)
    expect(even.last!.middle).toBeCloseTo(0.004, 4)
    expect(even).toMatchObject({ rests: false, last: { lasts: true } })
    expect(seen((t) => Math.exp(-t / 40) * 0.05 * Math.sin(t / 3))).toEqual({ last: null, rests: true })
    expect(seen((t) => Math.exp(-t / 200) * 0.05 * Math.sin(t / 3), 120).last!.lasts).toBe(false)
    expect(seen((t) => t * 1e-5)).toEqual({ last: null, rests: true })
    expect(seen((t) => t * 1e-3)).toEqual({ last: null, rests: false })
    expect(seen((t) => 0.0004 * Math.sin(t)).rests).toBe(true)
  })
  test('whatever the road and the valve, no pressure is under nothing, and no spring of one at rest over its source', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.06, max: 0.3, noNaN: true }),
        fc.double({ min: -2000, max: 3000, noNaN: true }),
        fc.constantFrom<RoadClass>('A', 'C', 'D'),
        (arm, newtons, road) => {
          const heights = roadHeights(road, 400, 0.05, 5)
          const drive: Drive = {
            seconds: 20,
            road: (t) => heights[Math.min(Math.round((t * 15) / 0.05), heights.length - 1)]!,
            force: () => newtons,
          }
          const { rows } = runLoop(corner, supply, valve({ arm }), drive)
          for (const { spring, tank } of rows) {
            expect(spring + 101_325).toBeGreaterThan(0)
            expect(tank).toBeLessThanOrEqual(900_000)
          }
        },
      ),
      { numRuns: 15 },
    )
  })
})

test('without a tank the compressor gives what it gives, and runs only while it is asked to', () => {
  const straight = { ...supply, volume: 0 }
  const { filled, duty, off, rows } = runLoop(corner, straight, control({ filter: 0 }), loaded(1500, 60))
  expect(filled / rows.at(-1)!.t).toBeCloseTo((duty * 40) / 60_000, 9)
  expect(duty).toBeLessThan(0.5)
  expect(off).toBeGreaterThan(-0.01)
})
test('steel that carries its part leaves the air the rest', () => {
  const { rows } = runLoop({ ...corner, steelAtRide: 2000 }, supply, valve(), still)
  expect(rows[0]!.spring).toBeCloseTo((500 * 9.80665 - 2000) / 0.016, 3)
  expect(rows.at(-1)!.travel).toBeCloseTo(0, 9)
})

describe('a controller holds its corner', () => {
  test('it waits, then lifts until a quarter of its band is left', () => {
    const { rows, off, levelAt } = runLoop(corner, supply, control({ filter: 0 }), loaded(1500))
    const sunk = rows.find(({ t }) => t > 3)!.travel
    expect(sunk).toBeLessThan(-0.015)
    // Nothing flows before the wait is over.
    expect(rows.find(({ t }) => t > 5.5)!.travel).toBeCloseTo(rows.find(({ t }) => t > 5)!.travel, 4)
    expect(off).toBeGreaterThan(-0.01)
    expect(off).toBeLessThan(0.01)
    expect(levelAt).not.toBeNull()
  })
  test('what it does not see for its filter it overshoots: v·τ less a quarter of the band, by hand', () => {
    // A ramp at speed v is seen v·τ late, so it stops that much too high.
    const slow = control({ band: 0.02, filter: 3, conductance: 4e-10 })
    const { rows } = runLoop(corner, supply, slow, loaded(2500, 90))
    const peak = rows.filter(({ t }) => t > 5).reduce((a, b) => (b.travel > a.travel ? b : a))
    const before = rows.find(({ t }) => t > peak.t - 4)!
    const speed = (peak.travel - before.travel) / (peak.t - before.t)
    expect(peak.travel).toBeCloseTo(speed * 3 - 0.005, 2)
  })
  test('a slow filter and a quick valve on a narrow band hunt, a wider band does not', () => {
    const hunts = (band: number) =>
      runLoop(corner, supply, control({ band, filter: 3, wait: 1, conductance: 6e-9 }), loaded(1500, 120))
        .hunting
    expect(hunts(0.004)).not.toBeNull()
    expect(hunts(0.06)).toBeNull()
  })
  test('left and right swapped, or an arm reversed, it drives itself to its stop and gives up after its time', () => {
    const reversed = control({ senses: (travel) => -travel, timeOut: 20 })
    const { off } = runLoop(corner, supply, reversed, loaded(800, 60))
    expect(Math.abs(off)).toBeGreaterThan(0.03)
  })
  test('a sensor that is unplugged and reads level leaves all as it is', () => {
    const { filled, vented } = runLoop(corner, supply, control({ senses: () => 0 }), loaded(1500))
    expect([filled, vented]).toEqual([0, 0])
  })
})

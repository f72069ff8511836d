import { runBoth, type Arrangement, type PairDrive } from './bothCorners'
import { runLoop } from './closedLoop'
import type { Corner, Electronic, Supply } from './types'

/**
 * Both corners without a frame: half a tonne each on steel and a bag of 160 cm², a small tank behind a valve.
 */
const corner: Corner = {
  mass: 500,
  steelAtRide: 0,
  steelRate: 40_000,
  damping: 4000,
  motionRatio: 1,
  areaAt: () => 0.016,
  volumeAt: (height) => 0.016 * height,
  rideHeight: 0.2,
  droop: 0.08,
  bump: 0.08,
}
const supply: Supply = {
  volume: 0.01,
  pressure: 1_000_000,
  freeAir: () => 40 / 60_000,
  cutIn: 700_000,
  cutOut: 900_000,
  atmosphere: 101_325,
  temperature: 293.15,
}
const control: Electronic = {
  kind: 'controller',
  driving: 30,
  band: 0.006,
  wait: 3,
  filter: 0.5,
  timeOut: 60,
  conductance: 1e-9,
  criticalRatio: 0.3,
  senses: (travel) => travel,
}
const flat = () => ({ left: 0, right: 0 })
const BAR = 20_000
const run = (arrangement: Arrangement, drive: PairDrive, bar = BAR) =>
  runBoth(corner, supply, control, arrangement, drive, bar)
const loaded = (left: number, right: number): PairDrive => ({
  seconds: 120,
  road: flat,
  force: (t) => (t < 2 ? flat() : { left, right }),
})
/** A kerb of 80 mm under the left wheel from 5 to 60 s. */
const kerb: PairDrive = {
  seconds: 160,
  road: (t) => ({ left: t > 5 && t < 60 ? 0.08 : 0, right: 0 }),
  force: flat,
}

test('at rest nothing moves and no air goes', () => {
  const { filled, vented, off, lean, restAt } = run('sides', { seconds: 20, road: flat, force: flat })
  expect([filled, vented, restAt]).toEqual([0, 0, 0])
  expect(Math.abs(off) + Math.abs(lean)).toBeLessThan(1e-9)
})

test('loaded alike it is two of the single corner: the bar does nothing', () => {
  const pair = run('sides', loaded(1500, 1500))
  const alone = runLoop(corner, { ...supply, volume: 0.1 }, control, {
    seconds: 120,
    road: () => 0,
    force: (t) => (t < 2 ? 0 : 1500),
  })
  expect(Math.abs(pair.lean)).toBeLessThan(1e-5)
  expect(pair.off).toBeCloseTo(alone.off, 3)
  expect(pair.filled / 2 / alone.filled).toBeCloseTo(1, 1)
})

test('one heavy side: a valve a side takes the lean away, one in the middle leaves it', () => {
  const [sides, middle] = [run('sides', loaded(2500, 0)), run('middle', loaded(2500, 0))]
  expect(Math.abs(sides.lean)).toBeLessThan(0.013)
  expect(middle.lean).toBeLessThan(-0.02)
  // By hand: with one pressure in both bags, steel and bar alone share the difference: F = (k + 2·bar)·Δ.
  expect(middle.lean).toBeCloseTo(-2500 / (40_000 + 2 * BAR), 2)
})

test('what is put on the right does on the right what the same does on the left: each lever reads its own wheel', () => {
  for (const arrangement of ['sides', 'middle', 'swapped'] as const) {
    const [onLeft, onRight] = [run(arrangement, loaded(1500, 400)), run(arrangement, loaded(400, 1500))]
    expect(onRight.lean).toBeCloseTo(-onLeft.lean, 5)
    expect(onRight.off).toBeCloseTo(onLeft.off, 5)
    expect(onRight.filled).toBeCloseTo(onLeft.filled, 5)
    const last = (r: typeof onLeft) => r.rows.at(-1)!
    expect(last(onRight).right).toBeCloseTo(last(onLeft).left, 5)
  }
  // A lever that reads the other wheel would leave the heavy side down.
  expect(Math.abs(run('sides', loaded(0, 1500)).rows.at(-1)!.right)).toBeLessThan(0.008)
})

test('on a kerb a valve a side fights: it spends air going up and coming down; one in the middle does not', () => {
  const [sides, middle] = [run('sides', kerb), run('middle', kerb)]
  expect(sides.filled + sides.vented).toBeGreaterThan(5 * (middle.filled + middle.vented))
  // Off the kerb, both come level again.
  expect(Math.abs(sides.lean)).toBeLessThan(0.013)
})

test('left and right swapped: each side answers for the other, and one heavy side is driven to its stops', () => {
  const swapped = run('swapped', loaded(2500, 0))
  expect(Math.abs(swapped.lean)).toBeGreaterThan(0.03)
  // With equal loads nobody notices.
  expect(Math.abs(run('swapped', loaded(1500, 1500)).lean)).toBeLessThan(1e-6)
})

test('a stiffer bar leans less under one valve', () => {
  const lean = (bar: number) => Math.abs(run('middle', loaded(2000, 0), bar).lean)
  expect(lean(60_000)).toBeLessThan(lean(10_000))
})

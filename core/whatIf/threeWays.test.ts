import { demoPlan } from '../demo/demoShop'
import { levellingWay, onWay, WAY_IDS, wayOf } from './threeWays'

/** Three ways side by side on the demo's jobs. */

test('each of the demo’s jobs is what it is; hand-filled ones are none of the three', () => {
  const ways = ['estuary-flatbed', 'ridge-tender', 'kiln-trailer', 'star-wagon'].map((id) =>
    wayOf(demoPlan(id)),
  )
  expect(ways).toEqual(['presets', 'valve', 'electronic', null])
})

test('put on a job it is that way, the hauls stay, and the job itself is left alone', () => {
  const plan = demoPlan('estuary-flatbed')
  const before = structuredClone(plan)
  for (const id of WAY_IDS) {
    const on = onWay(plan, id)
    expect([wayOf(on), on === plan]).toEqual([id, id === 'presets'])
    expect(on.hauls).toEqual(plan.hauls)
  }
  expect(plan).toEqual(before)
})

test('every way runs on every one of them, with figures that are figures', () => {
  for (const job of ['estuary-flatbed', 'star-wagon'])
    for (const id of WAY_IDS) {
      const { seconds, air, airPerKm, amps, off, parts } = levellingWay(demoPlan(job), id)!
      for (const value of [air, airPerKm, amps, off, parts]) expect(value).toBeGreaterThanOrEqual(0)
      expect(seconds === null || seconds > 0).toBe(true)
    }
})

test('a week is as many changes as there are; not said, it is not known', () => {
  const plan = demoPlan('estuary-flatbed')
  const { seconds, perWeek } = levellingWay({ ...plan, job: { ...plan.job, changes: 4 } }, 'electronic')!
  expect(perWeek).toBeCloseTo(4 * seconds!, 9)
  expect(levellingWay({ ...plan, job: { ...plan.job, changes: null } }, 'electronic')!.perWeek).toBeNull()
})

test('the trade’s order: what levels itself spends air on the road with a valve, none with a controller that waits', () => {
  const [valve, electronic] = (['valve', 'electronic'] as const).map((id) =>
    levellingWay(demoPlan('ridge-tender'), id)!,
  )
  expect(valve!.airPerKm).toBeGreaterThan(0)
  expect(electronic!.airPerKm).toBe(0)
  // A valve stands off by its dead band: 0.04 rad on its arm.
  const arm = 0.2
  expect(valve!.off).toBeLessThan(0.04 * arm + 1e-3)
})

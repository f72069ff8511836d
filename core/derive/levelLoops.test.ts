import { demoJobs } from '../demo/demoShop'
import type { Plan } from '../document/types'
import { createDeriver } from './derive'
import { bestLevers, levelCsv, levelLoopOf, LEVER_TRIES, runLevel, tryLever } from './levelLoops'

const jobOf = (id: string) => demoJobs().find((j) => j.id === id)!.plan
const loopOf = (plan: Plan, haul: string) => levelLoopOf(plan, createDeriver()(plan), haul)!

test('nothing levels itself where there is neither valve nor controller, or no such haul', () => {
  const flatbed = jobOf('estuary-flatbed')
  expect(levelLoopOf(flatbed, createDeriver()(flatbed), 'totes')).toBeNull()
  const ridge = jobOf('ridge-tender')
  expect(levelLoopOf(ridge, createDeriver()(ridge), 'ghost')).toBeNull()
})

test('what the corner stands on at first is what Load found for the lightest haul, and what it ends on for this one', () => {
  const ridge = jobOf('ridge-tender')
  const derived = createDeriver()(ridge)
  const loop = loopOf(ridge, 'water')
  const { rows } = runLevel(loop, 'load')
  const { hauls } = derived.stages.load.result
  const dry = hauls.dry!.left
  // Left springs, each carrying its side: the pressure Load asks, within what the sides differ.
  expect(rows[0]!.spring / dry.pressure).toBeGreaterThan(0.7)
  expect(rows[0]!.spring / dry.pressure).toBeLessThan(1.4)
  expect(rows.at(-1)!.spring).toBeGreaterThan(3 * rows[0]!.spring)
})

test('the hoist empties what a height valve holds: it vents until the bag is slack', () => {
  const { vented, rows } = runLevel(loopOf(jobOf('ridge-tender'), 'water'), 'hoist')
  expect(vented).toBeGreaterThan(0.005)
  expect(rows.at(-1)!.spring).toBeLessThan(5000)
})

test('a controller waits out a pothole and a rough road; a height valve spends air on it', () => {
  const kiln = loopOf(jobOf('kiln-trailer'), 'kiln')
  expect(runLevel(kiln, 'pothole').filled).toBe(0)
  expect(runLevel(kiln, 'rough').filled).toBeLessThan(0.001)
  expect(runLevel(loopOf(jobOf('ridge-tender'), 'water'), 'rough').filled).toBeGreaterThan(0.001)
})

test('of what was tried what hunts comes last, then what never comes level, then by its air; the plan is left alone', () => {
  const ridge = jobOf('ridge-tender')
  const before = structuredClone(ridge)
  const derived = createDeriver()(ridge)
  const one = tryLever(ridge, derived, 'water', LEVER_TRIES[0]!)!
  expect(one).toMatchObject(LEVER_TRIES[0]!)
  expect(ridge).toEqual(before)
  const tried = { ...one, hunts: false, levelAt: 10, airPerKm: 2 }
  const list = [{ ...tried, hunts: true }, { ...tried, levelAt: null }, tried, { ...tried, airPerKm: 1 }]
  expect(bestLevers(list)).toEqual([list[3], list[2], list[1], list[0]])
  expect(tryLever(jobOf('kiln-trailer'), derived, 'kiln', LEVER_TRIES[0]!)).toBeNull()
})

test('a run as CSV has a line for every row', () => {
  const result = runLevel(loopOf(jobOf('ridge-tender'), 'half'), 'brake')
  const lines = levelCsv(result).trimEnd().split('\n')
  expect(lines).toHaveLength(result.rows.length + 1)
  expect(lines[0]).toBe('t_s,travel_mm,spring_kPa,tank_kPa')
})

import { demoPlan } from '../../demo/demoShop'
import { createDeriver } from '../../derive/derive'
import type { RunResult } from './types'
import type { Scenario, Plan } from '../../document/types'
import { answerPlan, runFacts, runPlan, scenariosOf } from '../../whatIf/runs'
import { applyEdit } from '../../document/edit'
import { ARCHETYPES } from '../circuit/startingCircuits'
import { circuitPatches } from '../circuit/changeCircuit'
import { replacePart } from '../circuit/operations'
import { newScenario } from './scenarios'
import { runCsv } from './runText'

const PSI = 6894.757
function run(
  plan: Plan,
  id: string,
  change: (s: Scenario) => void = () => {},
): { scenario: Scenario; result: RunResult } {
  const derived = createDeriver()(plan)
  const scenario = structuredClone(scenariosOf(plan, derived).find((s) => s.id === id)!)
  change(scenario)
  return { scenario, result: runPlan(plan, derived, scenario) }
}
const last = (r: RunResult, id: string) => r.rows.at(-1)![r.columns.findIndex((c) => c.id === id)]!
const all = (r: RunResult, id: string) => r.rows.map((row) => row[r.columns.findIndex((c) => c.id === id)]!)

test.each(ARCHETYPES.map((a) => a.id).filter((a) => a !== 'height-valve' && a !== 'electronic'))(
  '%s comes to its pressures within the block’s own 2 psi, and keeps every gram',
  (archetype) => {
    const start = demoPlan('estuary-flatbed')
    const plan = { ...start, air: applyEdit(start, circuitPatches(start.air, archetype)).air }
    const { scenario, result } = run(plan, 'up-totes')
    const { left, right } = scenario.steps[0] as { left: number; right: number }
    expect(result.brought[0]).not.toBeNull()
    // Read on arrival: afterwards the warm air cools, and it sinks slightly by itself.
    const then = all(result, 't').findIndex((t) => t >= result.brought[0]!)
    expect(Math.abs(all(result, 'spring-left')[then]! - left)).toBeLessThan(2 * PSI)
    expect(Math.abs(all(result, 'spring-right')[then]! - right)).toBeLessThan(2 * PSI)
    expect(left - last(result, 'spring-left')).toBeLessThan(3 * PSI)
    expect(result.massError).toBeLessThan(1e-8)
  },
)

test('a tank starts at what its supply can fill; boost of 207 kPa never shows a haul of 327', () => {
  const start = demoPlan('estuary-flatbed')
  const { air } = applyEdit(start, circuitPatches(start.air, 'engine-driven'))
  const plan = { ...start, air: replacePart('belt', 'boost')(air) }
  const { result } = run(plan, 'up-totes', (s) => {
    s.steps = [{ do: 'bring', left: 327_000, right: 327_000 }]
  })
  expect(all(result, 'tank')[0]! / 202_000).toBeCloseTo(1, 6)
  expect(result.brought).toEqual([null])
  expect(Math.max(result.extremes.left.pressure, result.extremes.right.pressure)).toBeLessThan(207_000)
  expect(createDeriver()(plan).notes.map((n) => n.rule)).toContain('supply-short')
})

test('what a run finds of a tank, a tube or a valve is judged, not of springs alone', () => {
  const start = demoPlan('estuary-flatbed')
  const patches = circuitPatches(start.air, 'tank-wireless')
  const plan = structuredClone(applyEdit(start, patches))
  plan.air.scenarios.weld = {
    ...newScenario('Switch welded', 1, 40_000, 40_000),
    steps: [
      { do: 'fault', what: 'switch-welded', part: 'switch' },
      { do: 'fault', what: 'relief-shut', part: 'relief' },
      { do: 'wait', seconds: 1200 },
    ],
  }
  const over = answerPlan(plan, createDeriver()(plan)).notes.filter((n) => n.rule === 'run-part-over')
  expect(over.map((n) => n.subject)).toEqual(expect.arrayContaining(['block', 'supply', 'to-dryer']))
  // Parts on the intake's side, or behind a shut valve, are not.
  expect(over.map((n) => n.subject)).not.toContain('intake')
  for (const n of over) expect(n.value!).toBeGreaterThan(n.limit!)
})

test.each(['height-valve', 'electronic'] as const)(
  '%s comes to its height by itself, within its own dead band',
  (archetype) => {
    const plan = demoPlan('estuary-flatbed')
    Object.assign(plan, { air: applyEdit(plan, circuitPatches(plan.air, archetype)).air })
    const { result } = run(plan, 'up-totes')
    const { levelAt } = runFacts(plan, createDeriver()(plan))
    expect(result.brought[0]).not.toBeNull()
    // Arm of 200 mm, 0.04 rad of dead band and a tenth of the way to 0.3 rad; or a band of 6 mm: as their classes say.
    expect(
      Math.abs((last(result, 'height-left') + last(result, 'height-right')) / 2 - levelAt.left),
    ).toBeLessThan(archetype === 'electronic' ? 0.007 : 0.0138)
  },
)

test('takes about as long as the quasi-static estimate says: between it and twice it: a block looks again and tops up, side by side', () => {
  for (const [id, haul] of [
    ['shell-runner', 'regatta'],
    ['shell-runner', 'camp'],
    ['estuary-flatbed', 'totes'],
    ['estuary-flatbed', 'trailer'],
  ] as const) {
    const plan = demoPlan(id)
    const estimate = createDeriver()(plan).stages.air.result.times[haul]!
    const seconds = run(plan, `up-${haul}`).result.brought[0]!
    expect(seconds / estimate).toBeGreaterThan(0.95)
    expect(seconds / estimate).toBeLessThan(2)
  }
})

test('5 to 10 psi from a small compressor takes of the order of 10 to 15 s (common practice; a third to double)', () => {
  const plan = demoPlan('shell-runner')
  const { result } = run(plan, 'up-regatta', (s) => {
    s.haul = null
    s.steps = [{ do: 'bring', left: 10 * PSI, right: 10 * PSI }]
  })
  expect(result.brought[0]!).toBeGreaterThan(10 / 3)
  expect(result.brought[0]!).toBeLessThan(30)
})

test('teed springs end at one pressure, whatever the side load', () => {
  const { result } = run(demoPlan('shell-runner'), 'up-camp')
  expect(Math.abs(last(result, 'spring-left') - last(result, 'spring-right'))).toBeLessThan(100)
})

test('a spring rises while it fills and sinks while it is let down', () => {
  const up = all(run(demoPlan('estuary-flatbed'), 'up-totes').result, 'height-left')
  expect(up.at(-1)!).toBeGreaterThan(up[0]! + 0.05)
  const down = run(demoPlan('estuary-flatbed'), 'down-totes').result
  expect(all(down, 'height-left').at(-1)!).toBeLessThan(all(down, 'height-left')[0]!)
  expect(Math.abs(last(down, 'spring-left') - 34_470)).toBeLessThan(2 * PSI)
  // Air is let out by the block alone: the motor only runs to put back what was too much.
  const t = all(down, 't')
  expect(
    all(down, 'current')
      .filter((_, i) => t[i]! < 1)
      .every((a) => a === 0),
  ).toBe(true)
})

test('a cold night takes the pressure down and the morning gives it back, less what weeps', () => {
  const still = run(demoPlan('star-wagon'), 'night-show', (s) => {
    s.leak = 0
  }).result
  const weeping = run(demoPlan('star-wagon'), 'night-show').result
  const p = all(still, 'spring-left')
  expect(Math.min(...p)).toBeLessThan(p[0]! * 0.97)
  expect(p.at(-1)! / p[0]!).toBeCloseTo(1, 3)
  // At the height that the truck allows, not at constant volume: less than the gas law alone would give.
  const alone = ((p[0]! + 101_325) * 277.15) / 289.15 - 101_325
  expect(Math.min(...p)).toBeGreaterThan(alone)
  expect(last(weeping, 'spring-left')).toBeLessThan(p.at(-1)!)
})

test('the motor never draws more than its class does at the pressures seen, plus nothing when off', () => {
  const { result } = run(demoPlan('estuary-flatbed'), 'up-totes')
  const current = all(result, 'current')
  expect(Math.max(...current)).toBeLessThanOrEqual(20)
  expect(Math.max(...current)).toBeGreaterThan(10)
  expect(current.at(-1)).toBe(0)
})

test('as CSV: what it came to, a heading with units, one column a heading', () => {
  const { scenario, result } = run(demoPlan('shell-runner'), 'up-regatta')
  const lines = runCsv(scenario, result).trim().split('\n')
  expect(lines[1]).toMatch(/^# \d+ s to \d+ kPa left/)
  const head = lines.find((l) => !l.startsWith('#'))!
  expect(head).toContain('kPa gauge')
  expect(lines.at(-1)!.split(',')).toHaveLength(result.columns.length)
})

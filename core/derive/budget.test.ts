import { OverBudgetError, StuckError } from '../air/dynamics/rosenbrock'
import { runScenario } from '../air/run/run'
import { demoPlan } from '../demo/demoShop'
import { NoBalanceError } from '../load/body'
import { createDeriver } from './derive'
import { answerPlan, runFacts, runFailure, scenariosOf } from '../whatIf/runs'
import { samplesFor } from '../whatIf/sample'

/** A switch that opens a pascal above where it closes, on a tank: it works for ever. One haul is enough to see it. */
function chattering() {
  const plan = demoPlan('festival-rig')
  plan.hauls = { towers: plan.hauls.towers! }
  for (const c of Object.values(plan.air.components))
    if (c.kind === 'pressureSwitch') c.sheet = { cutIn: 600_000, cutOut: 600_001 }
  return { plan, derived: createDeriver()(plan) }
}

test('runs that would not end are given up, named and counted; the others still answer', () => {
  const { plan, derived } = chattering()
  const { figures, notes } = answerPlan(plan, derived)
  const failed = notes.filter((n) => n.rule === 'run-failed')
  expect(failed).toHaveLength(1)
  expect(failed[0]).toMatchObject({ rank: 'fix', subject: 'work' })
  expect(failed[0]!.text).toMatch(
    /^“First fill, empty truck, to the minimum”, .* more work than a run is given/,
  )
  const asked = scenariosOf(plan, derived).length
  expect(failed[0]!.value).toBeGreaterThan(1)
  expect(failed[0]!.value).toBeLessThan(asked)
  expect(figures['towers.down']!.value).toEqual(expect.any(Number))
  expect(figures['towers.run']).toBeUndefined()
})

test('what one run by itself throws is told by its reason', () => {
  const { plan, derived } = chattering()
  const first = scenariosOf(plan, derived).find((s) => s.id === 'first-fill')!
  const thrown = (run: () => void): unknown => {
    try {
      return void run()
    } catch (error) {
      return error
    }
  }
  // A truck that finds no balance under what is put on it in the run.
  const facts = runFacts(plan, derived)
  const springs: typeof facts.springs = (haul) => {
    if (haul === first.haul) return facts.springs(haul)
    throw new NoBalanceError('no balance')
  }
  const loading = { ...first, steps: [{ do: 'load' as const, haul: 'towers' }] }
  expect(runFailure(thrown(() => runScenario(plan.air, { ...facts, springs }, loading)))).toBe('balance')
  expect(runFailure(new StuckError('x'))).toBe('stuck')
  expect(runFailure(new OverBudgetError('x'))).toBe('work')
  expect(runFailure(new Error('x'))).toBeNull()
})

test('samples: as many as ever for a usual job, fewer where there is a great deal to move, never too few', () => {
  expect(samplesFor([20, 20, 20])).toBe(10_000)
  expect(samplesFor(Array.from({ length: 4 }, () => 100))).toBe(1500)
  expect(samplesFor(Array.from({ length: 40 }, () => 104))).toBe(200)
  expect(samplesFor([])).toBe(10_000)
})

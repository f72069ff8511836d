import { demoPlan } from '../../demo/demoShop'
import { createDeriver } from '../../derive/derive'
import { runPlan, scenariosOf } from '../../whatIf/runs'
import { checkPlan, planSchema } from '../../document/schema'
import { jsonSchemaOf } from '../../document/jsonSchema'
import { US_UNITS } from '../../quantity/units'
import type { Plan, Scenario } from '../../document/types'
import { faultsOf, newScenario, plannedScenarios } from './scenarios'
import { faultWords } from './faults'
import { runCsv, runSummary } from './runText'

const plan = demoPlan('festival-rig')
const derived = createDeriver()(plan)
const run = (s: Scenario) => runPlan(plan, derived, s)

describe('what a run came to, in words', () => {
  test('brought, aired up, run out of breath; in the shop’s units', () => {
    const up = scenariosOf(plan, derived).find((s) => s.id === 'up-towers')!
    expect(runSummary(up, run(up))[0]).toMatch(/^\d+ s to \d+ kPa left, \d+ kPa right/)
    expect(runSummary(up, run(up), US_UNITS)[0]).toMatch(/^\d+ s to \d+ psi left/)
    const tyres: Scenario = {
      ...newScenario('Tyres', 1, 34_474, 34_474),
      steps: [{ do: 'tyre', volume: 0.02, from: 100_000, to: 200_000, count: 2 }],
    }
    expect(runSummary(tyres, run(tyres))[0]).toMatch(/^2 tyres in .*, [\d.]+ an hour\.$/)
    const tool: Scenario = {
      ...newScenario('Tool', 1, 34_474, 34_474),
      steps: [{ do: 'tool', demand: 0.02, needed: 620_000, seconds: 120 }],
    }
    expect(runSummary(tool, run(tool))[0]).toMatch(/^The tool ran .* in full, then slowed\.$/)
  })
  test('a run that does not get there says so', () => {
    const never: Scenario = {
      ...newScenario('Never', 1, 34_474, 34_474),
      steps: [
        { do: 'fault', what: 'valve-shut', part: 'paddle-left' },
        { do: 'bring', left: 300_000, right: 300_000 },
      ],
    }
    expect(runSummary(never, run(never))[0]).toBe('Does not come to 300 kPa left, 300 kPa right.')
  })
  test('the CSV has a column a heading, and its last time is how long the run lasted', () => {
    const s: Scenario = {
      ...newScenario('Wait, and look', 1, 100_000, 100_000),
      steps: [{ do: 'wait', seconds: 60 }],
    }
    const result = run(s)
    const lines = runCsv(s, result).trim().split('\n')
    const head = lines.findIndex((l) => !l.startsWith('#'))
    expect(lines.slice(head + 1).every((l) => l.split(',').length === result.columns.length)).toBe(true)
    expect(Number(lines.at(-1)!.split(',')[0])).toBeCloseTo(60, 6)
  })
})

describe('scenarios', () => {
  test('what can fail is what is there: no relief to stick without a tank, no line off a circuit without lines', () => {
    const whats = (p: Plan) => new Set(faultsOf(p.air).map((f) => f.what))
    expect(whats(plan)).toEqual(
      new Set([
        'compressor-on',
        'compressor-off',
        'valve-open',
        'valve-shut',
        'line-off',
        'leak',
        'check-missing',
        'check-reversed',
        'relief-shut',
        'relief-open',
        'switch-welded',
        'teed',
      ]),
    )
    const star = demoPlan('star-wagon')
    expect(whats(star)).toEqual(new Set(['line-off', 'leak', 'teed']))
    for (const f of faultsOf(plan.air)) expect(faultWords(f.what)).not.toContain('{')
  })
  test('each haul up, down, on and off, and through a night; what the circuit has; ids told apart', () => {
    const list = plannedScenarios(plan.air, [{ id: 'a', label: 'A', left: 200_000, right: 250_000 }], 34_474)
    const ids = list.map((s) => s.id)
    expect(ids).toEqual(
      expect.arrayContaining([
        'first-fill',
        'up-a',
        'down-a',
        'load-a',
        'night-a',
        'hold',
        'tyres',
        'tool',
        'horn',
      ]),
    )
    expect(new Set(ids).size).toBe(ids.length)
  })
  test('written by hand they are saved with the job; a step that is none is refused with its place', () => {
    const own = structuredClone(plan)
    own.air.scenarios.mine = {
      ...newScenario('Mine', 1, 1, 2),
      steps: [
        { do: 'wait', seconds: 5 },
        { do: 'load', haul: null },
        { do: 'press', part: 'paddle-left', way: 'up', seconds: 1 },
      ],
    }
    expect(checkPlan(own).problems).toBeNull()
    expect(scenariosOf(own, createDeriver()(own)).at(-1)!.id).toBe('mine')
    const wrong = structuredClone(own) as unknown as {
      air: { scenarios: { mine: { steps: Record<string, unknown>[] } } }
    }
    wrong.air.scenarios.mine.steps[1] = { do: 'dance' }
    expect(checkPlan(wrong).problems![0]!.message).toMatch(/steps\[1\]\.do must be one of/)
    wrong.air.scenarios.mine.steps[1] = { do: 'wait', seconds: '5' }
    expect(checkPlan(wrong).problems![0]!.path).toContain('steps[1].seconds')
  })
  test('the JSON Schema tells the steps apart too', () => {
    const schema = jsonSchemaOf(planSchema) as {
      properties: {
        air: {
          properties: {
            scenarios: {
              additionalProperties: {
                properties: { steps: { items: { anyOf: { properties: { do: { enum: string[] } } }[] } } }
              }
            }
          }
        }
      }
    }
    expect(
      schema.properties.air.properties.scenarios.additionalProperties.properties.steps.items.anyOf.map(
        (s) => s.properties.do.enum[0],
      ),
    ).toEqual(['bring', 'wait', 'load', 'press', 'tyre', 'tool', 'fault'])
  })
})

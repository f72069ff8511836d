import { PRACTICE } from '../../catalog/practice'
import { demoJobs } from '../../demo/demoShop'
import { answerPlan, runPlan, scenariosOf } from '../../whatIf/runs'
import { createDeriver } from '../../derive/derive'
import type { Derived } from '../../derive/types'
import { applyEdit } from '../../document/edit'
import { report } from '../../papers/report'
import type { Answers } from './answers'
import { answeredScenarios, answersFromRuns } from './answers'
import { circuitPatches } from '../circuit/changeCircuit'
import { springOf } from '../parts/parts'
import { newScenario } from './scenarios'

const jobs = demoJobs()
const job = (id: string) => jobs.find((j) => j.id === id)!.plan
const known = new Map<string, Answers>()
/** Answers of runs for a demo job, computed once. */
function answersOf(id: string): Answers {
  const plan = job(id)
  const answers = known.get(id) ?? answerPlan(plan, createDeriver()(plan))
  known.set(id, answers)
  return answers
}

describe('answers drawn from runs', () => {
  const plan = job('hive-hauler')
  const derived = createDeriver()(plan)
  const { figures } = answersOf('hive-hauler')
  test('each haul: up, past, down; tyres, tool and lifts of a tank', () => {
    for (const id of Object.keys(plan.hauls))
      for (const what of ['run', 'past', 'down'])
        expect(figures[`${id}.${what}`]!.value).toEqual(expect.any(Number))
    expect(figures.liftsFlat!.value!).toBeGreaterThanOrEqual(figures.liftsRestart!.value!)
    expect(figures.tyres!.value!).toBeGreaterThan(1)
    expect(figures.duty!.value!).toBeLessThanOrEqual(1)
  })
  test('the same as the run itself says, and in the report', () => {
    const up = scenariosOf(plan, derived).find((s) => s.id === 'up-hives')!
    expect(figures['hives.run']!.value).toBe(runPlan(plan, derived, up).brought[0])
    expect(
      report(plan, createDeriver()(plan, { figures, notes: [], levels: {} })).figures.air!['hives.run']!
        .value,
    ).toBe(figures['hives.run']!.value)
  })
  test('an engine’s belt takes no charge from the battery; two motors take both of theirs', () => {
    const wagon = job('ridge-tender')
    const belt = applyEdit(wagon, circuitPatches(wagon.air, 'engine-driven'))
    expect(
      Object.keys(answerPlan(belt, createDeriver()(belt)).figures).filter((id) =>
        /\.(charge|amps|hottest|rest)$/.test(id),
      ),
    ).toEqual([])
    const two = { a: 30, b: 12 }
    const used = (on: number, charge: number, hottest: number) => ({
      on,
      charge,
      hottest,
      discharge: 400,
      starts: 1,
    })
    const base = answeredScenarios(plan.air, scenariosOf(plan, derived)).find((s) => s.id === 'up-hives')!
    const up = runPlan(plan, derived, base)
    const air = {
      ...plan.air,
      components: {
        ...plan.air.components,
        second: { ...plan.air.components.compressor!, label: 'Second compressor' },
      },
    }
    const sets = [{ id: 'hives', label: 'Hives', left: 100_000, right: 100_000 }]
    const motors = { compressor: used(two.a, 500, 340), second: used(two.b, 200, 330) }
    const { figures: both } = answersFromRuns({
      air,
      spring: springOf(plan.air)!,
      sets,
      scenarios: [base],
      runs: { 'up-hives': { ...up, used: motors } },
      failures: {},
      springVolume: { left: 0.002, right: 0.002 },
      plannedCurrent: 20,
    })
    expect(both['hives.charge']!.value).toBe(700)
    expect(both['hives.hottest']!.value).toBe(340)
    expect(both['hives.discharge']!.value).toBe(400)
  })
  test('a spring driven past its limit in a run is a Stop with its figures', () => {
    const bold = structuredClone(job('core-sampler'))
    bold.air.sheet = { area: 0.006, minPressure: 68_940, maxPressure: 120_000, maxLoad: 340 }
    bold.air.components['paddle-left']!.sheet = { conductance: 4e-8 }
    bold.air.components['paddle-right']!.sheet = { conductance: 4e-8 }
    const derive = createDeriver()
    const before = derive(bold)
    const after = derive(bold, answerPlan(bold, before))
    const note = after.notes.find((n) => n.rule === 'run-over-pressure' && n.subject === 'spring-left')!
    expect(note).toMatchObject({ rank: 'stop', limit: 120_000 })
    // Of several runs over the limit, the furthest.
    const each = answeredScenarios(bold.air, scenariosOf(bold, before))
      .map((s) => runPlan(bold, before, s).extremes.left.pressure)
      .filter((p) => p > 123_447)
    expect(each.length).toBeGreaterThan(1)
    expect(note.value).toBe(Math.max(...each))
    // It blocks the hand-over like any other Stop.
    const stops = (d: Derived) => d.notes.filter((n) => n.rank === 'stop').length
    expect(stops(after)).toBeGreaterThan(stops(before))
    expect(after.stages.air.state).toBe('stop')
    expect(after.stages.handover.result.open[0]!.text).toContain(`${stops(after)} Stop note`)
    // Without the answers it is as before.
    expect(derive(bold).notes).toEqual(before.notes)
  })
  test('a scenario written by hand is looked at too', () => {
    const bold = structuredClone(job('core-sampler'))
    bold.air.scenarios.hold = {
      ...newScenario('Held on', 1, 68_940, 68_940),
      steps: [{ do: 'press', part: 'paddle-left', way: 'up', seconds: 60 }],
    }
    const note = answerPlan(bold, createDeriver()(bold)).notes.find(
      (n) => n.rule === 'run-over-pressure' && n.text.includes('Held on'),
    )
    expect(note).toMatchObject({ rank: 'stop', subject: 'spring-left', limit: 552_000 })
  })
  test('the bore the note names keeps a run close to the limit too', () => {
    const whole = job('estuary-flatbed')
    const base = { ...whole, hauls: { totes: whole.hauls.totes! } }
    const six = structuredClone(applyEdit(base, circuitPatches(base.air, 'tank-wireless')))
    six.air.components.switch!.sheet = { cutIn: 758_000, cutOut: 1_000_000 }
    const note = createDeriver()(six).notes.find((n) => n.rule === 'tank-feeds-block')!
    const mended = applyEdit(six, note.remedy!.patches)
    const past = (p: typeof six) =>
      Math.max(
        ...Object.entries(answerPlan(p, createDeriver()(p)).figures)
          .filter(([id]) => id.endsWith('.past'))
          .map(([, f]) => f.value!),
      )
    // Filling one side also moves the other, which no bore prevents: at most two and a half times the limit,
    // and less than without.
    expect(past(mended)).toBeLessThan(PRACTICE.presetTolerance.value * 2.5)
    expect(past(mended)).toBeLessThan(past(six))
  })
})

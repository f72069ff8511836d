import { PRACTICE } from '../../catalog/practice'
import { demoJobs } from '../../demo/demoShop'
import { answerPlan, runPlan, scenariosOf } from '../../derive/runs'
import { createDeriver } from '../../derive/derive'
import type { Derived } from '../../derive/types'
import { applyEdit } from '../../document/edit'
import { report } from '../../derive/report'
import { goldenDifferences, goldenFigures, goldenNote } from '../../../tests/golden'
import type { Answers } from './answers'
import { answeredScenarios, answersFromRuns } from './answers'
import { circuitPatches } from '../circuit/changeCircuit'
import { compressorOf, springOf } from '../parts/parts'
import { newScenario } from './scenarios'

const jobs = demoJobs()
const job = (id: string) => jobs.find((j) => j.id === id)!.plan
const known = new Map<string, Answers>()
/** What runs answer for a demo job, run once. */
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
    expect(report(plan, createDeriver()(plan, { figures, notes: [] })).figures.air!['hives.run']!.value).toBe(
      figures['hives.run']!.value,
    )
  })
  test('every figure of every demo job says why, is finite and is the golden one; charge, heat and rest agree with one another', () => {
    for (const { id: jobId, plan: p } of jobs) {
      const { figures: all, notes } = answersOf(jobId)
      expect(goldenDifferences(jobId, 'answers', goldenFigures(all))).toEqual([])
      expect(goldenDifferences(jobId, 'answerNotes', notes.map(goldenNote))).toEqual([])
      for (const [id, f] of Object.entries(all)) {
        expect({ id, finite: f.value === null || Number.isFinite(f.value) }).toEqual({ id, finite: true })
        expect({ id, why: f.formula !== '' && f.source !== '' && f.inputs.length > 0 }).toEqual({
          id,
          why: true,
        })
      }
      for (const haul of Object.keys(p.hauls)) {
        const of = (what: string) => all[`${haul}.${what}`]
        const [charge, amps, hottest, rest] = [of('charge'), of('amps'), of('hottest'), of('rest')]
        if (!charge || !amps) continue
        // Never more than the largest current all along, and not a tenth of it: a motor near stall draws some times its idle current.
        const on = charge.inputs.find((i) => i.label.endsWith(' ran'))!.value as number
        expect(charge.value!).toBeLessThanOrEqual(amps.value! * on * (1 + 1e-9))
        expect(charge.value!).toBeGreaterThan(amps.value! * on * 0.1)
        if (!hottest || !rest) continue
        // Newton's cooling (textbook): rest long enough brings the rise down to a fifth of the room to the cut-out, 20 °C about it.
        const { thermal } = compressorOf(
          p.air,
          Object.keys(p.air.components).find((c) => p.air.components[c]!.kind === 'compressor')!,
        )!
        const left = (hottest.value! - 293.15) * Math.exp(-rest.value! / thermal.constant)
        const fifth = (thermal.cutOut - 293.15) * 0.2
        if (rest.value! > 0) expect(left).toBeCloseTo(fifth, 6)
        else expect(left).toBeLessThanOrEqual(fifth)
      }
    }
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
    // It holds the hand-over up like any other Stop.
    const stops = (d: Derived) => d.notes.filter((n) => n.rank === 'stop').length
    expect(stops(after)).toBeGreaterThan(stops(before))
    expect(after.stages.air.state).toBe('stop')
    expect(after.stages.handover.result.open[0]!.text).toContain(`${stops(after)} Stop note`)
    // Without the answers it is as it was.
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
    const base = job('estuary-flatbed')
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
    // One side's filling moves the other too, which no bore prevents: two and a half times the limit at most, and less than without.
    expect(past(mended)).toBeLessThan(PRACTICE.presetTolerance.value * 2.5)
    expect(past(mended)).toBeLessThan(past(six))
  })
})

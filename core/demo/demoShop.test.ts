import { compressorOf } from '../air/parts/parts'
import { goldenDifferences, goldenFigures, goldenNote } from '../../tests/golden'
import { FaultBench } from '../devices/faultBench'
import { readingsThatStand, seenVerdict } from '../prove/diagnosis'
import { createDeriver } from '../derive/derive'
import { newPlan } from '../jobs/newPlan'
import { answerPlan } from '../whatIf/runs'
import { TRUCK_KIND_IDS } from '../document/types'
import { demoJobs, demoPlan } from './demoShop'

/** The demo shows what a real shop has, and no unintended Stop. */
const shop = Object.fromEntries(
  demoJobs().map(({ id, plan }) => {
    const derive = createDeriver()
    const answers = answerPlan(plan, derive(plan))
    return [id, { plan, answers, ...derive(plan, answers) }]
  }),
)
const stops = (id: string) => shop[id]!.notes.filter((n) => n.rank === 'stop').map((n) => n.rule)
const open = (id: string) => shop[id]!.stages.handover.result.open.map((o) => o.text)

test('two handed over: nothing is open, what stands as it is was accepted by name', () => {
  for (const id of ['star-wagon', 'festival-rig']) expect({ id, open: open(id) }).toEqual({ id, open: [] })
})
test('one in proof: built, a night held, some joints still to be looked at', () => {
  const { stages } = shop['estuary-flatbed']!
  expect(stages.build.result.ticks['first-fill']).toBeDefined()
  expect(Object.values(stages.prove.result.holds).map((h) => h.verdict)).toEqual(['tight'])
  // Steps, soap, functions and the road.
  expect(open('estuary-flatbed')).toHaveLength(4)
})
test('one in build', () => {
  const { state, result } = shop['shell-runner']!.stages.build
  expect([state, result.done > 0, result.left.length > result.done]).toEqual(['begun', true, true])
})
test('two planned: no Stop, and no Fix but what the kit’s sheet says', () => {
  for (const id of ['hive-hauler', 'core-sampler'])
    expect(shop[id]!.notes.filter((n) => n.rank !== 'know').map((n) => `${id} ${n.rank} ${n.rule}`)).toEqual([
      `${id} fix torque-missing`,
    ])
})
test('one surveyed and planned through to its lever, nothing of it built, without a Stop', () => {
  const { stages } = shop['ridge-tender']!
  expect([stages.truck.state, stages.tune.state, stages.build.state]).toEqual(['clear', 'clear', 'none'])
  expect(stops('ridge-tender')).toEqual([])
})
test('one with Stops that are meant: the spacer is the customer’s to decide, the earth is wrong in the first draft', () => {
  expect(stops('kiln-trailer')).toEqual([
    'spring-height',
    'spring-height-at-target',
    'spring-height-at-target',
    'earth-not-steel',
  ])
})
test.each(TRUCK_KIND_IDS)('a new job of a %s opens with no Stop of the program’s own making', (kind) => {
  const plan = newPlan(kind, 'New')
  const derived = createDeriver()(plan)
  const { notes } = createDeriver()(plan, answerPlan(plan, derived))
  expect(notes.filter((n) => n.rank === 'stop')).toEqual([])
  // Anything shielded without measurements says so.
  const shields = Object.values(plan.lay.shields).filter(Boolean)
  expect(notes.filter((n) => n.rule === 'shield-planned')).toHaveLength(shields.length)
})

test('what was read of the jobs handed over is of their functions as they are pressed now, and as expected', () => {
  for (const id of ['star-wagon', 'festival-rig']) {
    const plan = demoPlan(id)
    const { expected } = new FaultBench(plan)
    const seen = readingsThatStand(expected, plan.prove.functions)
    expect(Object.keys(seen)).toHaveLength(Object.keys(plan.prove.functions).length)
    for (const sight of expected.flatMap(({ sights }) => sights))
      if (sight.id in seen)
        expect([sight.id, seenVerdict(sight, seen[sight.id]!)]).toEqual([sight.id, 'as expected'])
  }
})

test('every answer to every demo job says why, is finite and is the golden one; charge, heat and rest agree with one another', () => {
  for (const [jobId, { plan: p, answers }] of Object.entries(shop)) {
    const { figures: all, notes } = answers
    expect(goldenDifferences(jobId, 'answers', goldenFigures(all))).toEqual([])
    expect(goldenDifferences(jobId, 'answerNotes', notes.map(goldenNote))).toEqual([])
    for (const [id, f] of Object.entries(all)) {
      expect({ id, finite: f.value === null || Number.isFinite(f.value) }).toEqual({ id, finite: true })
      const why = f.formula !== '' && f.source !== '' && f.inputs.length > 0
      expect({ id, why }).toEqual({ id, why: true })
    }
    for (const haul of Object.keys(p.hauls)) {
      const of = (what: string) => all[`${haul}.${what}`]
      const [charge, amps, hottest, rest] = [of('charge'), of('amps'), of('hottest'), of('rest')]
      if (!charge || !amps) continue
      // Never more than the largest current throughout, and not a tenth of it: a motor near stall draws several
      // times its idle current.
      const on = charge.inputs.find((i) => i.label.endsWith(' ran'))!.value as number
      expect(charge.value!).toBeLessThanOrEqual(amps.value! * on * (1 + 1e-9))
      expect(charge.value!).toBeGreaterThan(amps.value! * on * 0.1)
      if (!hottest || !rest) continue
      // Newton's cooling (textbook): a long enough rest lowers the rise to a fifth of the way to the cut-out,
      // from 20 °C.
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

import { FaultBench, readingsThatStand, seenVerdict } from '../derive/diagnosis'
import { createDeriver } from '../derive/derive'
import { newPlan } from '../derive/newPlan'
import { answerPlan } from '../derive/runs'
import { TRUCK_KIND_IDS } from '../document/types'
import { demoJobs, demoPlan } from './demoShop'

/** The demo shows what a real shop has, and no Stop that it did not mean. */
const shop = Object.fromEntries(
  demoJobs().map(({ id, plan }) => {
    const answers = answerPlan(plan, createDeriver()(plan))
    return [id, createDeriver()(plan, answers)]
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
  // What is guarded without having been measured says so.
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

import { demoPlan } from '../demo/demoShop'
import { PRACTICE } from '../catalog/practice'
import type { Plan } from '../document/types'
import type { StageName } from '../quantity/figure'
import { createDeriver } from './derive'
import { tryRemedy } from '../whatIf/tryRemedy'

/** A stage reads clear for what somebody measured, typed or inspected, never for silence. */
const base = demoPlan('festival-rig')
const changed = (change: (plan: Plan) => void): Plan => {
  const plan = structuredClone(base)
  change(plan)
  return plan
}
const derived = (plan: Plan) => createDeriver()(plan)

test('the job these begin from is clear at every stage', () => {
  const { stages } = derived(base)
  expect(Object.values(stages).map(({ state }) => state)).toEqual(Array(9).fill('clear'))
})

const anItem = (plan: Plan) =>
  Object.values(Object.values(plan.hauls).find((h) => Object.keys(h.items).length)!.items)[0]!
test.each([
  [
    'weights of nothing',
    'truck',
    'weightless',
    (p) => void (p.truck.unladen = { frontLeft: 0, frontRight: 0, rearLeft: 0, rearRight: 0 }),
  ],
  [
    'a rear axle of nothing',
    'truck',
    'weightless',
    (p) => void Object.assign(p.truck.unladen, { rearLeft: 0, rearRight: 0 }),
  ],
  ['no rating of its tyres', 'truck', 'tyre-not-rated', (p) => void (p.truck.ratings.tyre = null)],
  ['no exhaust traced', 'lay', 'exhaust-not-traced', (p) => void (p.truck.exhaust.points = [])],
  ['one place of the exhaust', 'lay', 'exhaust-not-traced', (p) => void p.truck.exhaust.points.splice(1)],
  [
    'an item of 0 kg',
    'load',
    'item-weighs-nothing',
    (p) => void Object.assign(anItem(p), { mass: 0, liquid: null }),
  ],
  [
    'a circuit without parts',
    'air',
    'no-parts',
    (p) => void Object.assign(p.air, { components: {}, lines: {} }),
  ],
] satisfies [string, StageName, string, (plan: Plan) => void][])(
  '%s is told at %s and keeps it from clear',
  (_, stage, rule, change) => {
    const { stages, notes } = derived(changed(change))
    const note = notes.find((n) => n.rule === rule)
    expect(note?.stage).toBe(stage)
    expect(['fix', 'stop']).toContain(note!.rank)
    expect(stages[stage].state).not.toBe('clear')
    expect(derived(base).notes.some((n) => n.rule === rule)).toBe(false)
  },
)

test('ratings that nobody read keep Truck from clear, and the job from being handed over: nothing says that everything is done', () => {
  for (const how of ['unknown', 'guess'] as const) {
    const { stages } = derived(changed((p) => void (p.truck.survey.ratings.how = how)))
    expect(stages.handover.state).not.toBe('clear')
    expect(stages.handover.result.open.map(({ text }) => text)).toContain(
      'The truck’s ratings are a guess: read them off its plate.',
    )
    if (how === 'unknown') expect(stages.truck.state).not.toBe('clear')
  }
})

test('weights known within less than what is in hand are clear, within more they are not: both sides of it', () => {
  const haul = Object.keys(base.hauls)[0]!
  const at = (inHand: number, tolerance: number) => {
    const { rearAxle } = derived(base).stages.load.result.hauls[haul]!
    return derived(
      changed((p) => {
        for (const id of Object.keys(p.hauls)) if (id !== haul) Reflect.deleteProperty(p.hauls, id)
        p.truck.ratings.rearAxle = rearAxle + inHand
        p.truck.survey.rearAxle = { how: 'guess', tolerance }
      }),
    )
  }
  const noted = (inHand: number, tolerance: number) =>
    at(inHand, tolerance).stages.load.notes.find(({ rule }) => rule === 'too-near-to-tell')
  expect(noted(10, 157)).toMatchObject({ rank: 'fix', value: expect.closeTo(10, 6) })
  expect(at(10, 157).stages.load.state).not.toBe('clear')
  const doubt = noted(10, 157)!.limit!
  expect(doubt).toBeGreaterThan(10)
  expect(noted(doubt - 0.01, 157)).toBeDefined()
  expect(noted(doubt + 0.01, 157)).toBeUndefined()
  expect(noted(2000, PRACTICE.publicScale.value)).toBeUndefined()
})

test('a free truck’s test is not made tight by one press: the readings are asked for again, and stay written down', () => {
  const plan = changed((p) => {
    for (const hold of Object.values(p.prove.holds)) hold.heightHeld = hold.side === 'supply'
  })
  const derive = createDeriver()
  const before = derive(plan)
  const notes = before.notes.filter(({ rule }) => rule === 'height-not-held')
  expect(notes.length).toBeGreaterThan(0)
  for (const note of notes) {
    const tried = tryRemedy(derive, plan, before, note)!
    const hold = derive({ ...plan, prove: structuredClone(plan.prove) }).stages.prove.result.holds[
      note.subject!
    ]!
    expect(hold.verdict).not.toBe('tight')
    expect(note.remedy!.label).toMatch(/read again/)
    const after = note.remedy!.patches.reduce((p, { path, value }) => {
      const [, , id, field, i, out] = path as [string, string, string, string, number, string]
      const test = p.prove.holds[id]!
      if (field === 'heightHeld') test.heightHeld = value as boolean
      else Object.assign(test.readings[i]!, { [out]: value })
      return p
    }, structuredClone(plan))
    const { prove } = createDeriver()(after).stages
    expect(prove.result.holds[note.subject!]!.verdict).toBeNull()
    expect(prove.state).not.toBe('clear')
    expect(after.prove.holds[note.subject!]!.readings).toHaveLength(
      plan.prove.holds[note.subject!]!.readings.length,
    )
    expect(tried).not.toBeNull()
  }
})

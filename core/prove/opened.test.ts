import { demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { listWord, summarise } from '../jobs/summary'
import { NOTHING_RECORDED, type Plan } from '../document/types'
import { partsTried, provedAfter } from './opened'

/** A proof counts until its joint is opened. Times are made up. */
const derive = createDeriver()
const JANUARY = '2026-01-12T08:00:00.000Z'
const LATE_JANUARY = '2026-01-14T08:00:00.000Z'
const FEBRUARY = '2026-02-03T10:00:00.000Z'

/** The demo's handed-over wagon and flatbed, with all proof made in January and nothing ticked since. */
function proved(id: string, change: (plan: Plan) => void = () => {}) {
  const plan = structuredClone(demoPlan(id))
  for (const tick of Object.values(plan.build.ticks)) tick.at = JANUARY
  for (const repair of Object.values(plan.prove.repairs)) repair.at = JANUARY
  for (const hold of Object.values(plan.prove.holds)) hold.startedAt = LATE_JANUARY
  for (const group of [plan.prove.soap, plan.prove.functions, plan.prove.road])
    for (const found of Object.values(group)) found.at = LATE_JANUARY
  change(plan)
  return { plan, derived: derive(plan) }
}
const HANDED_OVER = ['star-wagon', 'core-sampler'].filter(
  (id) => proved(id).derived.stages.handover.state === 'clear',
)
const openedRules = ['proved-before-opened', 'hold-opened']
const openedNotes = (derived: ReturnType<typeof derive>) =>
  derived.notes.filter(({ rule }) => openedRules.includes(rule))

test('there are handed-over demo jobs to try it on, and nothing of them is opened', () => {
  expect(HANDED_OVER.length).toBeGreaterThan(0)
  for (const id of HANDED_OVER) {
    const { derived } = proved(id)
    expect(openedNotes(derived)).toEqual([])
    expect(derived.stages.prove.state).toBe('clear')
  }
})

test.each(HANDED_OVER)('%s: a spring replaced and ticked in February unproves its side, by name', (id) => {
  const { plan, derived } = proved(id, (p) => {
    for (const part of Object.values(p.air.components)) {
      part.state = 'kept'
      part.found.condition = 'good'
    }
    for (const line of Object.values(p.air.lines)) line.state = 'kept'
    const [left] = Object.keys(p.air.components).filter(
      (key) => p.air.components[key]!.kind === 'spring' && p.air.components[key]!.side === 'left',
    )
    p.air.components[left!]!.state = 'replaced'
    p.build.ticks['spring-left'] = { who: 'Bram', at: FEBRUARY, ...NOTHING_RECORDED }
  })
  const { prove, handover } = derived.stages
  expect(prove.state).not.toBe('clear')
  expect(handover.state).not.toBe('clear')
  const titles = openedNotes(derived).map(({ title }) => title)
  expect(titles.join('; ')).toMatch(/Opened after it was proved: (Set|Push) the left/)
  expect(prove.result.sides).toContainEqual({ side: 'left', held: false, nextDay: false })
  const open = handover.result.open.map(({ text }) => text).join(' ')
  expect(open).toContain('The left side has no hold test that reads tight.')
  expect(open).toMatch(/places? to soap (is|are) not looked at yet/)
  expect(listWord(summarise(plan, derived, true))).toMatch(/^prove again: (Set|Push) the left/)
  // The right side has its own line: what was not touched stays proved, unless one test covered both.
  const right = Object.keys(plan.prove.soap).find((key) => key.startsWith('fill-line-right'))
  if (right) expect(prove.result.soap[right]).toBe('dry')
})

test.each([
  [
    'a repair',
    (p: Plan, place: string) => {
      p.prove.repairs.again = { order: 9, retest: null, place, kind: 'push', who: 'Bram', at: FEBRUARY }
    },
  ],
  [
    'a new cut',
    (p: Plan, place: string) => {
      p.lay.recut = { [place.split(':')[0]!]: FEBRUARY }
    },
  ],
])('%s opens what it touches, and proof made after it closes it again', (_, open) => {
  const id = HANDED_OVER[0]!
  const place = Object.keys(demoPlan(id).prove.soap).find((key) => key.endsWith(':from'))!
  const touched = proved(id, (p) => open(p, place))
  expect(touched.derived.stages.prove.result.opened.places.map((o) => o.id)).toContain(place)
  expect(touched.derived.stages.prove.result.soap[place]).toBeUndefined()
  const again = proved(id, (p) => {
    open(p, place)
    for (const hold of Object.values(p.prove.holds)) hold.startedAt = FEBRUARY
    for (const group of [p.prove.soap, p.prove.functions, p.prove.road])
      for (const found of Object.values(group)) found.at = FEBRUARY
  })
  expect(openedNotes(again.derived)).toEqual([])
  expect(again.derived.stages.prove.result.soap[place]).toBe('dry')
})

test.each([
  ['relief', 'relief-PART:stamped', 'mount-PART'],
  ['pressureSwitch', 'cut-in:starts', 'mount-PART'],
  ['compressor', 'charge:amps', 'mount-PART'],
  ['paddle', 'up-left:left', 'mount-PART'],
])('what was tried of a %s is unproved by opening it, and by opening nothing else', (kind, sight, step) => {
  const plan = structuredClone(demoPlan('festival-rig'))
  const part = Object.keys(plan.air.components).find((key) => plan.air.components[key]!.kind === kind)!
  expect(part).toBeDefined()
  const id = sight.replace('PART', part)
  plan.build.ticks = {}
  plan.prove.functions = { [id]: { value: 1, who: 'Bram', at: JANUARY, of: '' } }
  expect(partsTried(plan.air, id)).toContain(part)
  expect(derive(plan).stages.prove.result.functionsStand).toBe(1)
  const ticked = (name: string) => ({
    ...plan,
    build: { ...plan.build, ticks: { [name]: { who: 'Bram', at: FEBRUARY, ...NOTHING_RECORDED } } },
  })
  const { steps } = derive(plan).stages.build.result
  const own = steps.find(({ opens }) => opens?.parts?.includes(part))
  // A part that is screwed in has no step of its own, only that of its line.
  const stepOf = own?.id ?? step.replace('PART', part)
  const after = derive(ticked(stepOf)).stages.prove.result
  expect(after.functionsStand).toBe(own ? 0 : 1)
  expect(own).toBeDefined()
  expect(after.opened.tests[0]).toMatchObject({ id, part })
  const elsewhere = steps.find(
    ({ opens }) => opens?.parts?.length && !opens.parts.some((p) => partsTried(plan.air, id).includes(p)),
  )
  expect(derive(ticked(elsewhere!.id)).stages.prove.result.functionsStand).toBe(1)
})

test('moments: the same moment and the same day prove, an earlier one and none at all do not', () => {
  expect(provedAfter(FEBRUARY, FEBRUARY)).toBe(true)
  expect(provedAfter(JANUARY, FEBRUARY)).toBe(false)
  expect(provedAfter(FEBRUARY, JANUARY)).toBe(true)
  expect(provedAfter('2026-02-03', FEBRUARY)).toBe(true)
  expect(provedAfter('2026-02-02', FEBRUARY)).toBe(false)
  expect(provedAfter('', FEBRUARY)).toBe(false)
  expect(provedAfter('', '')).toBe(true)
})

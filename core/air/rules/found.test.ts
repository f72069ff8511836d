import { demoPlan } from '../../demo/demoShop'
import { createDeriver } from '../../derive/derive'
import { beginJob } from '../../jobs/jobKinds'
import { answerPlan } from '../../whatIf/runs'
import { newPlan } from '../../jobs/newPlan'
import { applyEdit } from '../../document/edit'
import { isPlateDate } from '../../catalog/partStates'
import { sheetBlocks } from '../../handover/sheetText'
import { US_UNITS } from '../../quantity/units'
import type { Plan, ComponentKind } from '../../document/types'

/** Figures of a kept part come from the part, not from its class. */
const derive = createDeriver()
/** A tank system with paddle valves that is already on the truck; all of it stays. */
function kept(change: (plan: Plan) => void = () => {}): Plan {
  const begun = newPlan('light-leaf-pickup', 'Kept')
  const plan = structuredClone(
    applyEdit(begun, beginJob(begun.air, 'leak', 'tank-paddles', 'tank-paddles').patches),
  )
  change(plan)
  return plan
}
const partsOf = (plan: Plan, kind: ComponentKind) =>
  Object.entries(plan.air.components).filter(([, c]) => c.kind === kind)
const rulesOf = (plan: Plan) => derive(plan).notes.map(({ rule, subject }) => `${rule} ${subject}`)

test.each([
  ['spring', (plan: Plan, id: string) => void (plan.air.components[id]!.found.rating = 600_000)],
  ['relief', (plan: Plan, id: string) => void (plan.air.components[id]!.sheet.set = 1.1e6)],
  [
    'pressureSwitch',
    (plan: Plan, id: string) =>
      void Object.assign(plan.air.components[id]!.sheet, { cutIn: 7e5, cutOut: 9e5 }),
  ],
] satisfies [ComponentKind, (plan: Plan, id: string) => void][])(
  'a kept %s is not known until it is read, and Air is not clear',
  (kind, read) => {
    const plan = kept()
    const ids: string[] = partsOf(plan, kind).map(([id]) => id)
    expect(ids.length).toBeGreaterThan(0)
    for (const id of ids) expect(rulesOf(plan)).toContain(`kept-not-known ${id}`)
    expect(derive(plan).stages.air.state).not.toBe('clear')
    const known = kept((p) => ids.forEach((id) => read(p, id)))
    for (const id of ids) expect(rulesOf(known)).not.toContain(`kept-not-known ${id}`)
    // A new one has it on its box.
    const anew = kept((p) => ids.forEach((id) => (p.air.components[id]!.state = 'replaced')))
    for (const id of ids) expect(rulesOf(anew)).not.toContain(`kept-not-known ${id}`)
  },
)

test('a switch of which one point alone is read is not known', () => {
  const half = kept((p) => partsOf(p, 'pressureSwitch').forEach(([, c]) => (c.sheet.cutIn = 7e5)))
  expect(rulesOf(half).some((r) => r.startsWith('kept-not-known') && r.includes('switch'))).toBe(true)
})

test('a spring whose plate says 300 kPa is driven to 300 kPa: in Load, in Tune, in every run and on the sheet', () => {
  const PLATE = 300_000
  const plan = kept((p) => {
    partsOf(p, 'spring').forEach(([, c]) => (c.found.rating = 690_000))
    partsOf(p, 'spring')[0]![1].found.rating = PLATE
    Object.values(p.hauls)[0]!.ballLoad = 400
  })
  const derived = derive(plan)
  expect(derived.stages.load.result.spring!.maxPressure).toBe(PLATE)
  for (const { left, right } of Object.values(derived.stages.load.result.hauls)) {
    expect(left.pressure).toBeLessThanOrEqual(PLATE)
    expect(right.pressure).toBeLessThanOrEqual(PLATE)
  }
  expect(derived.stages.handover.result.maximum).toBe(PLATE)
  expect(derived.stages.air.result.firstFill!.pressure).toBeLessThanOrEqual(PLATE)
  const typed = structuredClone(plan)
  const [haul] = Object.keys(plan.hauls)
  typed.tune.presets[haul!] = { left: 500_000, right: 200_000 }
  expect(derive(typed).stages.tune.notes.find(({ limit }) => limit === PLATE)).toBeDefined()
  const answers = answerPlan(plan, derived)
  expect(JSON.stringify(answers)).not.toBe(JSON.stringify(answerPlan(kept(), derive(kept()))))
})

test('the driver’s sheet says that the maximum is not known while no plate was read', () => {
  const most = (plan: Plan) => sheetBlocks(derive(plan).stages.handover.result, US_UNITS).most
  expect(most(kept())).toBe('not known: read its plate')
  expect(most(kept((p) => partsOf(p, 'spring').forEach(([, c]) => (c.found.rating = 690_000))))).toBe(
    '100 psi',
  )
  expect(most(demoPlan('estuary-flatbed'))).toBe('100 psi')
})

test('look and age of lines that stay are asked for; one that has failed is a Stop, and run anew by its remedy', () => {
  const plan = kept()
  const note = derive(plan).notes.find(({ rule }) => rule === 'lines-not-looked-at')!
  const lines = Object.entries(plan.air.lines).filter(([, l]) => l.tube !== 'direct')
  expect(note.value).toBe(lines.length)
  const seen = (year: number | null, condition: 'good' | 'failed' = 'good') =>
    kept((p) => Object.values(p.air.lines).forEach((l) => (l.found = { condition, year })))
  expect(rulesOf(seen(2019)).join()).not.toContain('lines-not-looked-at')
  expect(rulesOf(seen(null)).join()).toContain('lines-not-looked-at')
  const failed = derive(seen(2019, 'failed')).notes.filter(({ rule }) => rule === 'line-failed-and-kept')
  expect(failed).toHaveLength(lines.length)
  const mended = applyEdit(seen(2019, 'failed'), failed[0]!.remedy!.patches)
  expect(rulesOf(mended)).not.toContain(`line-failed-and-kept ${failed[0]!.subject}`)
})

test('a plate’s date is a date', () => {
  for (const text of ['2019', '05/2019', '2019-05', 'made 2019', '5/19', '05.19'])
    expect([text, isPlateDate(text)]).toEqual([text, true])
  for (const text of ['', 'rust', 'not read', '20195', '13/19', '19'])
    expect([text, isPlateDate(text)]).toEqual([text, false])
  const tank = (dated: string) =>
    rulesOf(
      kept((p) => partsOf(p, 'tank').forEach(([, c]) => Object.assign(c.found, { rating: 1.2e6, dated }))),
    ).some((rule) => rule.startsWith('tank-no-plate'))
  expect([tank('rust'), tank('2019')]).toEqual([true, false])
})

import { createDeriver } from '../derive/derive'
import { demoJobs, demoPlan } from '../demo/demoShop'
import { applyEdit } from '../document/edit'
import { beginJob } from '../jobs/jobKinds'
import { newPlan } from '../jobs/newPlan'
import { jobPack } from './jobPack'
import type { PackBlock, PackSheet } from './packBlocks'
import { METRIC_UNITS, US_UNITS } from '../quantity/units'
import { fieldNamed } from '../truck/guessed'

const sheetsOf = (id: string, units = METRIC_UNITS) => {
  const plan = demoPlan(id)
  const derived = createDeriver()(plan)
  return { plan, derived, sheets: jobPack(plan, derived, units) }
}
const named = (sheets: PackSheet[], title: string) => sheets.find((s) => s.title === title)!
const blocksOf = <K extends PackBlock['kind']>(sheet: PackSheet, kind: K) =>
  sheet.blocks.filter((b): b is Extract<PackBlock, { kind: K }> => b.kind === kind)

test('every job of the demo has all its sheets in the order of the work, one of Load for each haul', () => {
  for (const { plan } of demoJobs()) {
    const titles = jobPack(plan, createDeriver()(plan), METRIC_UNITS).map((s) => s.title)
    const hauls = titles.filter((t) => t.startsWith('Load: '))
    expect(hauls).toHaveLength(Object.keys(plan.hauls).length)
    expect(titles.filter((t) => !hauls.includes(t))).toEqual([
      'Survey',
      'Circuit and parts',
      'Cut in this order',
      'Wiring',
      'Presets',
      'Build',
      'Proof',
      'For the driver',
    ])
  }
})

test('the pack has every step, every cut and every joint, and ticks what is done', () => {
  const { derived, sheets } = sheetsOf('shell-runner')
  const { build, lay, prove } = derived.stages
  const steps = blocksOf(named(sheets, 'Build'), 'checks').flatMap((b) => b.rows)
  expect(steps).toHaveLength(build.result.steps.length)
  expect(steps.filter((s) => s.done)).toHaveLength(Object.keys(build.result.ticks).length)
  expect(blocksOf(named(sheets, 'Cut in this order'), 'table')[0]!.rows).toHaveLength(lay.result.cuts.length)
  expect(blocksOf(named(sheets, 'Proof'), 'checks')[0]!.rows).toHaveLength(prove.result.places.length)
})

test('the survey of a new job is all guesses in brackets; what is typed is none', () => {
  const plan = newPlan('leaf-flatbed', 'Fresh')
  const rows = () =>
    blocksOf(jobPack(plan, createDeriver()(plan), US_UNITS)[0]!, 'fields').flatMap((b) => b.rows)
  const row = (label: string) => rows().find((r) => r.label === label)!
  expect(row('Wheelbase')).toMatchObject({ guess: true })
  fieldNamed('Wheelbase').put(plan.truck, 3.81)
  fieldNamed('Wheel, rear left').put(plan.truck, 600)
  expect(row('Wheelbase')).toEqual({ label: 'Wheelbase', value: '150.0 in', guess: false })
  expect(row('Wheel, rear left').guess).toBe(false)
  expect(row('Wheel, front left').guess).toBe(true)
  expect(row('Battery, from the centre line').value).toMatch(/^\d[\d.]* in (left|right) of centre$/)
})

test('figures are those of the screen, in the shop’s units', () => {
  const { derived, sheets } = sheetsOf('estuary-flatbed')
  const load = named(sheets, 'Load: Totes full')
  const [left] = blocksOf(load, 'table').find((t) => t.title.startsWith('Pressure to'))!.rows[0]!
  expect(left).toBe(`${Math.round(derived.stages.load.figures['totes.left']!.value! / 1000) / 100} bar`)
  const aboard = blocksOf(load, 'table')[0]!.rows
  expect(aboard.find((r) => r[0] === 'Tote 2')).toEqual([
    'Tote 2',
    '310 kg',
    '380 mm behind axle',
    '0 mm left of centre',
  ])
})

test('the parts list says what becomes of each, and what is taken out stands beside what comes in its place', () => {
  const plan = newPlan('leaf-flatbed', 'x')
  const begun = applyEdit(plan, beginJob(plan.air, 'control', 'hand-two', 'wireless-single').patches)
  const sheets = jobPack(begun, createDeriver()(begun), METRIC_UNITS)
  const [parts] = blocksOf(named(sheets, 'Circuit and parts'), 'table')
  const becomes = Object.fromEntries(parts!.rows.map((row) => [row[0], row[3]]))
  expect(becomes).toMatchObject({
    'Left spring': '= there, kept',
    'Left fill valve': '× there, taken out',
    Compressor: '+ new',
  })
  const both = structuredClone(begun)
  both.air.gone.components.compressor = { ...both.air.components.compressor!, label: 'Old one', state: 'out' }
  const rows = blocksOf(
    named(jobPack(both, createDeriver()(both), METRIC_UNITS), 'Circuit and parts'),
    'table',
  )[0]!.rows
  expect(rows.filter((row) => row[0] === 'Old one' || row[0] === 'Compressor')).toHaveLength(2)
})

test('with everything taken out there is no pressure on paper', () => {
  const plan = newPlan('leaf-flatbed', 'x')
  const begun = applyEdit(plan, beginJob(plan.air, 'all-out', 'hand-two', 'hand-two').patches)
  const sheets = jobPack(begun, createDeriver()(begun), METRIC_UNITS)
  expect(blocksOf(named(sheets, 'Presets'), 'text')[0]!.text).toContain('no pressure to set')
  expect(JSON.stringify(named(sheets, 'For the driver'))).not.toMatch(/\b0 kPa/)
})

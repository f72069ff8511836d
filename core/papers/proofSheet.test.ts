import { demoPlan } from '../demo/demoShop'
import { METRIC_UNITS, US_UNITS } from '../quantity/units'
import { createDeriver } from '../derive/derive'
import type { PackBlock } from './packBlocks'
import { proofSheet, proofTable } from './proofSheet'

const sourceOf = (id: string, units = METRIC_UNITS) => {
  const plan = demoPlan(id)
  return { plan, derived: createDeriver()(plan), units }
}
const rig = sourceOf('festival-rig')
const blocks = <K extends PackBlock['kind']>(kind: K, source = rig) =>
  proofSheet(source).blocks.filter((b): b is Extract<PackBlock, { kind: K }> => b.kind === kind)
const rowsOf = (title: string, source = rig) => blocks('table', source).find((b) => b.title === title)!.rows

test('each test has its verdict, who made it, with which gauge and when that was checked; what nobody said says so', () => {
  const said = Object.fromEntries(rowsOf('Left side, overnight')) as Record<string, string>
  expect(said).toMatchObject({ Verdict: 'tight', Who: 'Bram', Height: 'held, frame on supports' })
  expect(said.Gauge).toBe('The shop’s digital gauge, to 0.01 bar; last checked: 2026-01-05')
  expect(said.Temperature).toBe('9.0 °C to 16.0 °C')
  const unsaid = sourceOf('festival-rig')
  Object.assign(unsaid.plan.prove.holds.left!, { gauge: '', gaugeChecked: '', who: '', rested: null })
  const empty = Object.fromEntries(rowsOf('Left side, overnight', unsaid)) as Record<string, string>
  expect(empty.Gauge).toMatch(/^not said, .* not said$/)
  expect([empty.Who, empty['Stood before']]).toEqual(['not said', 'not said'])
})

test('the curve is what was read, the same at 20 °C, and what may be lost, in the shop’s unit', () => {
  const [curve] = blocks('curve')
  const { readings } = rig.plan.prove.holds.left!
  expect(curve!.up).toBe('bar')
  expect(curve!.courses.map(({ name }) => name)).toEqual(['as read', 'brought to 20 °C', 'may be lost'])
  const [read, corrected] = curve!.courses
  expect(read!.points).toHaveLength(readings.length)
  expect(read!.points[0]![1]).toBeCloseTo(readings[0]!.pressure / 1e5, 9)
  const warm = ((readings[0]!.pressure + 101_325) * 293.15) / readings[0]!.temperature!
  expect(Math.abs(corrected!.points[0]![1] - (warm - 101_325) / 1e5)).toBeLessThan(0.05)
  expect(blocks('curve', sourceOf('festival-rig', US_UNITS))[0]!.up).toBe('psi')
})

test('functions stand in the order they are pressed, yes and no in words; the road says what nobody looked at', () => {
  const functions = rowsOf('Functions, as read')
  expect(functions[0]![0]).toContain('Wait until the compressor stops')
  expect(functions.find((row) => row[1] === 'lamp lit')![2]).toBe('yes')
  expect(rowsOf('After the road').every(([, found]) => found === 'fine')).toBe(true)
  const flatbed = sourceOf('estuary-flatbed')
  expect(rowsOf('After the road', flatbed).every(([, found]) => found === 'not looked at')).toBe(true)
  expect(blocks('text', flatbed).map(({ text }) => text)).toContain('Functions: none was tried.')
  const open = blocks('list', flatbed).flatMap(({ lines }) => lines)
  expect(open.filter((line) => line.startsWith('Still open:'))).toHaveLength(3)
  expect(blocks('list')[0]!.lines).toEqual(['Nothing of it is open.'])
})

test('the table has every reading with its time, and comes to the same figures', () => {
  const { head, rows } = proofTable(rig)
  expect(head).toHaveLength(7)
  expect(rows.every((row) => row.length === 7)).toBe(true)
  const { left } = rig.plan.prove.holds
  const pressures = rows.filter((r) => r[0] === 'reading' && r[1] === left!.label && r[2] === 'pressure')
  expect(pressures.map((r) => Number(r[3]) * 1e5)).toEqual(
    left!.readings.map(({ pressure }) => expect.closeTo(pressure, 0)),
  )
  expect(pressures[1]![6]).toBe('2026-01-14T18:15:00.000Z')
  expect(rows.filter((r) => r[0] === 'soap')).toHaveLength(Object.keys(rig.plan.prove.soap).length)
  expect(rows.filter((r) => r[0] === 'function')).toHaveLength(Object.keys(rig.plan.prove.functions).length)
  expect(rows.filter((r) => r[0] === 'after the road')).toHaveLength(7)
  expect(rows.find((r) => r[0] === 'after the road')!.slice(3, 5)).toEqual([19, 'mm'])
})

test('what was put right says who, and what the test after it said; without one, that it was not held again yet', () => {
  const source = sourceOf('festival-rig')
  const place = source.derived.stages.prove.result.places[0]!
  const repair = { place: place.id, kind: place.kind, who: 'Odile', at: '2026-01-14T16:30:00.000Z' }
  source.plan.prove.repairs = {
    a: { ...repair, order: 1, retest: 'left' },
    b: { ...repair, order: 2, retest: null },
  }
  expect(rowsOf('Put right', source)).toEqual([
    [place.label, 'Odile', '2026-01-14 16:30', 'tight'],
    [place.label, 'Odile', '2026-01-14 16:30', 'not yet'],
  ])
})

import fc from 'fast-check'
import { SPRINGS } from '../../catalog/springs'
import { createDeriver } from '../../derive/derive'
import { newPlan } from '../../jobs/newPlan'
import { applyEdit } from '../../document/edit'
import type { Plan } from '../../document/types'
import { GRAVITY } from '../../quantity/constants'
import { springOf } from '../parts/parts'

/** The same sheet typed in the right unit and in a wrong one; factors from NIST SP 811. */
const PSI = 6.894757
const POUND = 0.45359237
const LEAF = 'leaf-helper-double-1130'

/** A plan with the shop's own spring and its table of loads as on its sheet. */
function withTable(load: number, pressure: number, like = LEAF): Plan {
  const plan = structuredClone(newPlan('light-leaf-pickup', 'Own spring'))
  const base = SPRINGS.find(({ id }) => id === like)!
  const table = base.areaByHeight.flatMap(([height, area]) =>
    [0.5, 1].map((part) => {
      const p = base.maxPressure * part
      return [height, p * pressure, ((p * area) / GRAVITY) * load]
    }),
  )
  plan.air.classes = {
    own: { kind: 'spring', label: 'Own spring', like, figures: {}, table, number: '', make: '', price: null },
  }
  plan.air.springClass = 'own'
  return plan
}
const noteOf = (plan: Plan) =>
  createDeriver()(plan).stages.air.notes.find(({ rule }) => rule === 'spring-sheet-unit')

test('every class typed off its own sheet is believed', () => {
  for (const { id } of SPRINGS) expect([id, noteOf(withTable(1, 1, id))]).toEqual([id, undefined])
})

test.each([
  ['newtons for kilograms', GRAVITY, 1, /newtons, typed as kilograms/],
  ['pounds for kilograms', 1 / POUND, 1, /pounds, typed as kilograms/],
  ['psi for kPa', 1, 1 / PSI, /psi, typed as kPa/],
  ['kPa for psi', 1, PSI, /kPa, typed as psi/],
] as const)(
  'a table of loads with %s is told, Air is not clear, and its remedy gives the true pressures back',
  (_, load, pressure, words) => {
    for (const { id } of SPRINGS) {
      const plan = withTable(load, pressure, id)
      const note = noteOf(plan)
      expect([id, note?.remedy?.label]).toEqual([id, expect.stringMatching(words)])
      expect(createDeriver()(plan).stages.air.state).not.toBe('clear')
      const mended = applyEdit(plan, note!.remedy!.patches)
      expect(noteOf(mended)).toBeUndefined()
      const [right, now] = [springOf(withTable(1, 1, id).air)!, springOf(mended.air)!]
      now.areaByHeight.forEach(([, area], i) => expect(area / right.areaByHeight[i]![1]).toBeCloseTo(1, 6))
    }
  },
)

test.each([
  ['area', 2.2, undefined],
  ['maxPressure', 1 / PSI, /Maximum in psi, typed as kPa/],
  ['maxLoad', GRAVITY, /newtons, typed as kilograms/],
  ['maxLoad', 1 / POUND, /pounds, typed as kilograms/],
] as const)('a single figure of the sheet, %s times %f, is told', (figure, by, words) => {
  const plan = structuredClone(newPlan('light-leaf-pickup', 'Own sheet'))
  const spring = springOf(plan.air)!
  const { minPressure, maxPressure, maxLoad } = spring
  plan.air.sheet = { area: (maxLoad * GRAVITY) / maxPressure, minPressure, maxPressure, maxLoad }
  expect(noteOf(structuredClone(plan))).toBeUndefined()
  plan.air.sheet[figure] *= by
  const note = noteOf(plan)
  expect(note).toBeDefined()
  if (words) expect(note!.remedy!.label).toMatch(words)
  if (note!.remedy) expect(noteOf(applyEdit(plan, note!.remedy.patches))).toBeUndefined()
})

test('figures of a true sheet within a third of its class are believed, each and all', () => {
  const within = fc.double({ min: 0.82, max: 1.22, noNaN: true })
  fc.assert(
    fc.property(within, within, (area, load) => {
      const plan = structuredClone(newPlan('light-leaf-pickup', 'Own sheet'))
      const { minPressure, maxPressure, maxLoad } = springOf(plan.air)!
      const of = (maxLoad * GRAVITY) / maxPressure
      plan.air.sheet = { area: of * area, minPressure, maxPressure, maxLoad: maxLoad * load }
      expect(noteOf(plan)).toBeUndefined()
    }),
    { numRuns: 20 },
  )
})

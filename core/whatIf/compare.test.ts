import { produce } from 'immer'
import { demoPlan } from '../demo/demoShop'
import { METRIC_UNITS } from '../quantity/units'
import { changedFigures, changedPlaces } from './compare'
import { createDeriver } from '../derive/derive'

const plan = demoPlan('estuary-flatbed')
const derive = createDeriver()

test('a plan differs from itself in nothing', () => {
  expect(changedPlaces(plan, plan)).toEqual([])
  expect(changedFigures(derive(plan), derive(plan), METRIC_UNITS)).toEqual([])
})

test('a heavier item is one place and every figure that follows from it, each once', () => {
  const now = produce(plan, (draft) => {
    draft.hauls.totes!.items.t1!.mass = 400
  })
  expect(changedPlaces(plan, now)).toEqual([
    { path: ['hauls', 'totes', 'items', 't1', 'mass'], before: 310, now: 400 },
  ])
  const figures = changedFigures(derive(plan), derive(now), METRIC_UNITS)
  expect(figures.find((f) => f.label.includes('Rear axle') && f.before === '2322 kg')).toBeTruthy()
  expect(new Set(figures.map((f) => `${f.stage} ${f.label}`)).size).toBeGreaterThan(3)
  expect(figures.every((f) => f.before !== f.now)).toBe(true)
})

test('what was taken away and what was added are places too', () => {
  const now = produce(plan, (draft) => {
    delete draft.hauls.totes!.items.t1
    draft.hauls.extra = draft.hauls.empty ?? draft.hauls.totes!
  })
  const places = changedPlaces(plan, now)
  expect(places.find((p) => p.path.join('.') === 'hauls.totes.items.t1')).toMatchObject({ now: undefined })
  expect(places.find((p) => p.path.join('.') === 'hauls.extra')).toMatchObject({ before: undefined })
})

import { demoPlan } from '../demo/demoShop'
import { createDeriver } from './derive'
import { controlKind, setUpOf } from './setUp'

test('each circuit is set up its own way', () => {
  const kinds = ['estuary-flatbed', 'star-wagon', 'festival-rig', 'ridge-tender', 'kiln-trailer'].map((id) =>
    controlKind(demoPlan(id)),
  )
  expect(kinds).toEqual(['memories', 'hand', 'paddles', 'lever', 'controller'])
})

test('hauls with one pressure share a step, others have their own', () => {
  const plan = demoPlan('estuary-flatbed')
  const titles = () =>
    setUpOf(plan, createDeriver()(plan)).flatMap(({ title }) => (/^Memory/.test(title) ? [title] : []))
  expect(titles()).toHaveLength(Object.keys(plan.hauls).length)
  const [one, two] = Object.keys(plan.hauls) as [string, string]
  plan.tune.presets[two] = { ...plan.tune.presets[one]! }
  expect(titles()).toHaveLength(Object.keys(plan.hauls).length - 1)
  expect(titles()[0]).toContain(plan.hauls[two]!.label)
})

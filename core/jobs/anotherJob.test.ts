import { demoJobs, demoPlan } from '../demo/demoShop'
import { checkPlan } from '../document/schema'
import { exampleTruck } from '../catalog/trucks'
import { copyOf, likeThis } from './anotherJob'
import { createDeriver } from '../derive/derive'

const derive = createDeriver()

test.each(demoJobs().map(({ id, plan }) => [id, plan] as const))(
  'another job begun from %s is whole, and nothing in it is done or proved',
  (_, plan) => {
    for (const begin of [copyOf, likeThis]) {
      const other = begin(plan, 'Another')
      expect(checkPlan(other).problems ?? null).toBeNull()
      expect(other.job).toMatchObject({ name: 'Another', number: '' })
      expect(other.build.ticks).toEqual({})
      expect(other.build.struck).toEqual({})
      expect(other.prove.holds).toEqual({})
      expect(other.prove.soap).toEqual({})
      expect(other.handover.accepted).toEqual({})
      expect(other.air.components).toEqual(plan.air.components)
      expect(other.lay).toEqual(plan.lay)
    }
  },
)

test('a copy has the same truck and hauls and so the same pressures; one like it has neither', () => {
  const plan = demoPlan('estuary-flatbed')
  const copy = copyOf(plan, 'Sister truck')
  const figures = (p: typeof plan) => derive(p).stages.load.figures
  expect(figures(copy)['totes.left']!.value).toBe(figures(plan)['totes.left']!.value)
  const like = likeThis(plan, 'Next flatbed')
  expect(like.truck).toEqual(exampleTruck(plan.truck.kind))
  expect(like.truck).not.toEqual(plan.truck)
  expect(Object.values(like.hauls).map((h) => Object.keys(h.items))).toEqual([[]])
  expect(like.job.customer).toBe('')
})

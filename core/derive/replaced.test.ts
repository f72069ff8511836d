import { circuitPatches } from '../air/circuit/changeCircuit'
import { demoJobs } from '../demo/demoShop'
import { applyEdit } from '../document/edit'
import { newPlan } from './newPlan'
import { startsAnew, workOnCircuit } from './replaced'

const fresh = newPlan('leaf-flatbed', 'New')

test('nothing is asked of a circuit nobody touched; a part’s own figure, a tick, a reading, a soaped joint is work', () => {
  expect(workOnCircuit(fresh)).toEqual([])
  const worked = structuredClone(fresh)
  worked.air.components.fill!.sheet.conductance = 1e-9
  expect(workOnCircuit(worked)).toEqual([
    'the circuit as it was changed by hand, with every figure typed on its parts',
  ])
  const wagon = demoJobs().find((j) => j.id === 'star-wagon')!.plan
  const { ticks } = wagon.build
  expect(workOnCircuit(wagon)).toEqual(
    expect.arrayContaining([`${Object.keys(ticks).length} steps done`, '1 hold test']),
  )
  const one = structuredClone(fresh)
  one.build.ticks.tape = { who: 'Odile', at: '', did: '' }
  expect(workOnCircuit(one)).toEqual(['1 step done'])
})

test('another starting circuit starts anew; a change of one part does not', () => {
  expect(startsAnew({ patches: circuitPatches(fresh.air, 'wireless-dual') })).toBe(true)
  const patches = [{ op: 'replace' as const, path: ['air', 'components', 'fill', 'label'], value: 'x' }]
  expect(startsAnew({ patches })).toBe(false)
  const next = applyEdit(fresh, circuitPatches(fresh.air, 'wireless-dual'))
  expect(workOnCircuit(next)).toEqual([])
})

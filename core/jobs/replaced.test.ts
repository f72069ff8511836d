import { circuitPatches } from '../air/circuit/changeCircuit'
import { demoPlan } from '../demo/demoShop'
import { applyEdit } from '../document/edit'
import { NOTHING_RECORDED } from '../document/types'
import { newPlan } from './newPlan'
import { beginFrom, startsAnew, workOnCircuit, workOnTruck } from './replaced'

const fresh = newPlan('leaf-flatbed', 'New')

test('nothing is asked of a circuit nobody touched; a part’s own figure, a tick, a reading, a soaped joint is work', () => {
  expect(workOnCircuit(fresh)).toEqual([])
  const worked = structuredClone(fresh)
  worked.air.components.fill!.sheet.conductance = 1e-9
  expect(workOnCircuit(worked)).toEqual([
    'the circuit as it was changed by hand, with every figure typed on its parts',
  ])
  const wagon = demoPlan('star-wagon')
  const { ticks } = wagon.build
  expect(workOnCircuit(wagon)).toEqual(
    expect.arrayContaining([`${Object.keys(ticks).length} steps done`, '1 hold test']),
  )
  const one = structuredClone(fresh)
  one.build.ticks.tape = { who: 'Odile', at: '', ...NOTHING_RECORDED }
  expect(workOnCircuit(one)).toEqual(['1 step done'])
})

test('another starting circuit starts anew; a change of one part does not', () => {
  expect(startsAnew({ patches: circuitPatches(fresh.air, 'wireless-dual') })).toBe(true)
  const patches = [{ op: 'replace' as const, path: ['air', 'components', 'fill', 'label'], value: 'x' }]
  expect(startsAnew({ patches })).toBe(false)
  const next = applyEdit(fresh, circuitPatches(fresh.air, 'wireless-dual'))
  expect(workOnCircuit(next)).toEqual([])
})

test('a truck that somebody measured or weighed is work; another kind’s example is put in whole', () => {
  expect(workOnTruck(fresh)).toEqual([])
  const taped = structuredClone(fresh)
  taped.truck.seatGap.unladen += 0.01
  expect(workOnTruck(taped)).toEqual(['every figure measured on this truck'])
  const wagon = demoPlan('star-wagon')
  expect(workOnTruck(wagon)).toContain('1 scale ticket')
  const { truck } = applyEdit(taped, beginFrom('coil-van').patches)
  expect(truck).toEqual(newPlan('coil-van', 'x').truck)
})

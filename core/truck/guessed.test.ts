import { exampleTruck, TRUCK_KINDS } from '../catalog/trucks'
import { newHaul, newItem } from '../document/newHaul'
import { firstMeasures, isMeasured } from './firstMeasures'
import { fieldNamed, isGuessed } from './guessed'

test.each(TRUCK_KINDS.map((k) => k.id))('of a new %s every one of the five is a guess', (kind) => {
  const truck = exampleTruck(kind)
  const measures = firstMeasures(truck)
  expect(measures).toHaveLength(5)
  for (const m of measures) expect(isMeasured(truck, newHaul('Usual', 1), m)).toBe(false)
  for (const label of measures.flatMap((m) => m.fields))
    expect({ label, is: isGuessed(truck, label) }).toEqual({ label, is: true })
})

test('what is typed is a guess no more, and what was taken over as one still is', () => {
  const truck = exampleTruck('leaf-flatbed')
  fieldNamed('Seat gap, unladen').put(truck, 0.21)
  expect(isGuessed(truck, 'Seat gap, unladen')).toBe(false)
  truck.survey.gap = { how: 'guess', tolerance: null }
  expect(isGuessed(truck, 'Seat gap, unladen')).toBe(true)
  const wheelbase = fieldNamed('Wheelbase')
  wheelbase.put(truck, truck.wheelbase + 0.01)
  expect(isGuessed(truck, 'Wheelbase')).toBe(false)
  wheelbase.put(truck, exampleTruck('leaf-flatbed').wheelbase)
  expect(isGuessed(truck, 'Wheelbase')).toBe(true)
})

test('a load is measured once something is said of it and none of it is guessed', () => {
  const truck = exampleTruck('leaf-flatbed')
  const load = firstMeasures(truck).find((m) => m.id === 'load')!
  const haul = newHaul('Usual', 1)
  haul.items.a = newItem('Load', 1, 400, 0, 0, [1, 1, 1])
  expect(isMeasured(truck, haul, load)).toBe(true)
  haul.items.a.how = 'guessed'
  expect(isMeasured(truck, haul, load)).toBe(false)
  expect(isMeasured(truck, { ...newHaul('Ball', 1), ballLoad: 60 }, load)).toBe(true)
})

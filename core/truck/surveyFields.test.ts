import { exampleTruck } from '../catalog/trucks'
import { TRUCK_KIND_IDS, type Truck } from '../document/types'
import { SUBJECT_OF, SURVEY_GROUPS, groupTitled } from './surveyFields'

const fields = SURVEY_GROUPS.flatMap((group) => group.rows)

/** A value within the field's limits that no example has. */
const between = (min: number, max: number) => min + (max - min) * 0.387

test.each(TRUCK_KIND_IDS)(
  'what is put into a field of the survey of a %s is read there again, and no other moves',
  (kind) => {
    for (const field of fields) {
      const truck: Truck = exampleTruck(kind)
      const value = between(field.min, field.max)
      const others = () => fields.filter((f) => f !== field).map((f) => f.get(truck))
      // Entering one part brings what belongs to it: a leaf's contact and rate, both ends of a pipe.
      field.put(truck, value)
      const before = others()
      field.put(truck, value / 2)
      expect([field.label, field.get(truck)]).toEqual([field.label, value / 2])
      expect([field.label, others()]).toEqual([field.label, before])
    }
  },
)

test('an overload leaf is there with the first of its two figures; the second leaves the first', () => {
  const field = (label: string) => fields.find((f) => f.label.startsWith(label))!
  const truck = exampleTruck('leaf-flatbed')
  truck.suspension.overload = null
  expect(field('Overload leaf adds').get(truck)).toBeNull()
  field('Overload leaf adds').put(truck, 20_000)
  expect(truck.suspension.overload).toEqual({ rate: 20_000, contact: 0 })
  field('Overload leaf touches').put(truck, 0.04)
  field('Overload leaf adds').put(truck, 25_000)
  expect(truck.suspension.overload).toEqual({ rate: 25_000, contact: 0.04 })
})

test('a group is found by its title, and what stands for the subject of a note is a field there is', () => {
  for (const group of SURVEY_GROUPS) expect(groupTitled(group.title)).toBe(group)
  const labels = fields.map((f) => f.label)
  expect(Object.keys(SUBJECT_OF).filter((label) => !labels.includes(label))).toEqual([])
})

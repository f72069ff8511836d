import { ARCHETYPES } from '../../air/circuit/startingCircuits'
import { TRUCK_KINDS } from '../../catalog/trucks'
import { createDeriver } from '../../derive/derive'
import { beginJob } from '../../derive/jobKinds'
import { newPlan } from '../../derive/newPlan'
import { applyEdit } from '../../document/edit'
import type { Point } from '../../document/types'
import { passesThrough } from '../space/shapes'
import { hangsUnderRail } from './hanging'

const truck = TRUCK_KINDS.find(({ id }) => id === 'leaf-flatbed')!.truck
const bottom = truck.frame.top - truck.frame.depth
const along = (z: number): Point[] => [
  { x: 2.5, y: 0.4, z },
  { x: 0.9, y: 0.4, z },
]

test('a run along the rail hangs by as much as it is under its lower edge; its ends go where their parts are', () => {
  expect(hangsUnderRail(along(bottom + 0.02), truck)).toBe(0)
  expect(hangsUnderRail(along(bottom - 0.02), truck)).toBeCloseTo(0.02, 9)
  const ends = [
    { x: 2.5, y: 0.4, z: bottom - 0.3 },
    ...along(bottom + 0.02),
    { x: 0.9, y: 0.4, z: bottom - 0.3 },
  ]
  expect(hangsUnderRail(ends, truck)).toBe(0)
})

test('on every kind of truck with every circuit nothing hangs under the rail without a note, and few runs do', () => {
  let [runs, hanging] = [0, 0]
  for (const { id } of TRUCK_KINDS)
    for (const { id: archetype } of ARCHETYPES) {
      const begun = newPlan(id, 'Laid')
      const plan = applyEdit(begun, beginJob(begun.air, 'whole', null, archetype).patches)
      const { result, notes } = createDeriver()(plan).stages.lay
      const told = new Set(notes.filter(({ rule }) => rule === 'run-hangs-low').map(({ subject }) => subject))
      for (const route of result.routes) {
        runs++
        // Looked at place by place, and not by what the rule goes by: clear of both ends by half a metre.
        let [at, total] = [0, 0]
        const piece = (i: number) =>
          Math.hypot(...(['x', 'y', 'z'] as const).map((k) => route.points[i]![k] - route.points[i - 1]![k]))
        for (let i = 1; i < route.points.length; i++) total += piece(i)
        let lowest = Infinity
        for (let i = 1; i < route.points.length; i++) {
          for (const share of [0, 0.25, 0.5, 0.75, 1]) {
            const place = at + share * piece(i)
            const { x, z } = passesAt(route.points[i - 1]!, route.points[i]!, share)
            const { frame } = plan.truck
            // Where the rails rise over the axle their lower edge is higher: left to the rule.
            if (place > 0.5 && place < total - 0.5 && Math.abs(x) > 1.2 && x < frame.front && x > frame.rear)
              lowest = Math.min(lowest, z - (frame.top - frame.depth))
          }
          at += piece(i)
        }
        if (lowest < -0.002)
          expect([id, archetype, route.id, told.has(route.id)]).toEqual([id, archetype, route.id, true])
        if (told.has(route.id)) hanging++
      }
    }
  // A third of the long ones hung when hanging cost nothing until 30 mm.
  expect(hanging / runs).toBeLessThan(0.08)
})
const passesAt = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
  z: a.z + (b.z - a.z) * t,
})

test('a slanted piece passes through a sheet where it meets it, and not where only its box does', () => {
  const sheet = { shape: 'box' as const, min: { x: 0, y: -1, z: 0.75 }, max: { x: 2, y: 1, z: 0.77 } }
  const through = passesThrough({ x: 1, y: 0, z: 0.5 }, { x: 1.4, y: 0, z: 1 }, sheet)!
  expect(through.z).toBeCloseTo(0.76, 9)
  expect(through.x).toBeCloseTo(1 + (0.4 * 0.26) / 0.5, 9)
  expect(passesThrough({ x: 0.15, y: 0, z: 0.56 }, { x: -0.18, y: 0, z: 0.785 }, sheet)).toBeNull()
  expect(passesThrough({ x: 1, y: 0, z: 0.5 }, { x: 1.4, y: 0, z: 0.74 }, sheet)).toBeNull()
})

import { demoJobs, demoPlan } from '../../demo/demoShop'
import { exampleTruck } from '../../catalog/trucks'
import { layStage } from '../lay'
import { lengthOf } from '../distances'
import { partSize } from '../../catalog/partSizes'
import { partBox, solidsOf, within } from '../space/room'
import { boxToShape } from '../space/shapes'
import { CAB } from '../space/cab'
import { truckSolids } from '../space/solids'
import { stripOf } from './strip'

const truck = exampleTruck('leaf-flatbed')
const solids = truckSolids(truck, null)

test('by hand: back along the left rail, across the cross-member, up through the cab floor', () => {
  const { frame } = truck
  const [y, z] = [frame.spacing / 2 + frame.railWidth / 2 + 0.02, frame.top - 0.04]
  const member = frame.crossMembers.find((x) => x > 1)!
  const beside = member + 0.05
  const inside = -(frame.spacing / 2 - 0.1)
  const points = [
    { x: beside + 0.5, y, z },
    { x: beside, y, z },
    { x: beside, y: inside, z },
  ]
  const strip = stripOf({ points }, solids)
  expect(strip.map((p) => [p.way, p.along])).toEqual([
    ['back', 'the left rail'],
    ['right', 'a cross-member'],
  ])
  expect(strip[0]).toMatchObject({ at: 0, length: expect.closeTo(0.5, 9), through: [] })
  expect(strip[1]).toMatchObject({ at: expect.closeTo(0.5, 9), length: expect.closeTo(y - inside, 9) })
  const up = (x: number) => [
    { x, y: 0.3, z: CAB.floor(truck) - 0.1 },
    { x, y: 0.3, z: CAB.floor(truck) + 0.1 },
  ]
  expect(stripOf({ points: up(2.5) }, solids)[0]).toMatchObject({ way: 'up', through: ['the cab floor'] })
  // Behind the cab there is no such floor.
  expect(stripOf({ points: up(truck.cabRear - 0.3) }, solids)[0]!.through).toEqual([])
})

test('of every run of the demo its pieces add up to it, one after the other, and name every hole', () => {
  for (const { plan } of demoJobs()) {
    const { routes } = layStage(plan.lay, plan.truck, plan.air, { compressor: null, spring: null }).result
    const all = solidsOf(plan.truck, plan.air, plan.lay.solids)
    for (const route of routes) {
      const strip = stripOf(route, all)
      expect(strip.reduce((sum, p) => sum + p.length, 0)).toBeCloseTo(lengthOf(route.points), 9)
      let at = 0
      for (const piece of strip) {
        expect(piece.at).toBeCloseTo(at, 9)
        at += piece.length
      }
      expect(strip.flatMap((p) => p.through)).toHaveLength(route.grommets)
    }
  }
})

test('within reach of a part: what is nearer, nearest first, each once, and not the part itself', () => {
  const plan = demoPlan('estuary-flatbed')
  const { places } = layStage(plan.lay, plan.truck, plan.air, { compressor: null, spring: null }).result
  const all = solidsOf(plan.truck, plan.air, plan.lay.solids)
  const near = within('compressor', plan.air, places, all, 0.15, {})
  const box = partBox(places.compressor!, partSize(plan.air, 'compressor'))
  expect(near.map((n) => n.far)).toEqual(near.map((n) => n.far).sort((a, b) => a - b))
  expect(new Set(near.map((n) => n.id)).size).toBe(near.length)
  expect(near.map((n) => n.label)).toContain('the left rail')
  expect(near.map((n) => n.id)).not.toContain('compressor')
  const expected = new Set(all.filter((s) => boxToShape(box, s.shape) <= 0.15).map((s) => s.id))
  expect(
    near
      .filter((n) => !plan.air.components[n.id])
      .map((n) => n.id)
      .sort(),
  ).toEqual([...expected].sort())
  expect(within('compressor', plan.air, places, all, 0, {}).every((n) => n.far === 0)).toBe(true)
})

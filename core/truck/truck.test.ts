import { SPRINGS, springClass } from '../catalog/springs'
import { TRUCK_KINDS, exampleTruck } from '../catalog/trucks'
import type { Truck } from '../document/types'
import { truckStage } from './truck'

const BARE = { spacer: 0, droop: 'none', sheet: null } as const
const leaf = springClass('leaf-helper-double-2270')!
const coil = springClass('coil-insert-450')!
const rules = (change: (t: Truck) => void, spring = leaf) => {
  const truck = exampleTruck('leaf-flatbed')
  change(truck)
  return truckStage(truck, spring, BARE).notes.map((n) => `${n.rank} ${n.rule}`)
}

test.each(TRUCK_KINDS.map((k) => [k.id, k.truck] as const))(
  '%s is a full example: in order, under its ratings, a spring that fits, nothing to note',
  (_, truck) => {
    const spring = truck.suspension.kind === 'leaf' ? leaf : coil
    const stage = truckStage(truck, spring, BARE)
    expect(stage.notes.map((n) => n.rule)).toEqual(['not-weighed'])
    expect(stage.result.frontAxle).toBeLessThan(truck.ratings.frontAxle)
    expect(stage.result.rearAxle).toBeLessThan(truck.ratings.rearAxle)
    expect(truck.ratings.gross).toBeLessThanOrEqual(truck.ratings.frontAxle + truck.ratings.rearAxle)
    expect(truck.frame.crossMembers.every((x) => x < truck.frame.front && x > truck.frame.rear)).toBe(true)
    expect(SPRINGS.some((s) => s.fits.includes(truck.suspension.kind))).toBe(true)
    expect(truck.bed.front).toBeLessThanOrEqual(truck.cabRear + 0.01)
  },
)

test('each example is a copy of its own', () => {
  const a = exampleTruck('coil-van')
  a.wheelbase = 9
  expect(exampleTruck('coil-van').wheelbase).toBe(3.2)
  expect(() => exampleTruck('zeppelin' as 'coil-van')).toThrow('No truck kind')
})

test('a lifted truck: the spring does not reach; a dropped one: it is too tall', () => {
  expect(
    rules((t) => {
      t.seatGap = { unladen: 0.305, droop: 0.385, bump: 0.2 }
    }),
  ).toContain('stop spring-height')
  expect(
    rules((t) => {
      t.seatGap = { unladen: 0.1, droop: 0.2, bump: 0.05 }
    }),
  ).toContain('stop spring-height')
})

test('droop past the spring’s reach asks for a strap, not a stop', () => {
  expect(
    rules((t) => {
      t.seatGap.droop = 0.32
    }),
  ).toEqual(['know not-weighed', 'fix over-extension'])
})

test('gaps out of order and a truck heavier empty than its plate are told', () => {
  expect(
    rules((t) => {
      t.seatGap = { unladen: 0.2, droop: 0.19, bump: 0.1 }
    }),
  ).toContain('fix gap-order')
  expect(
    rules((t) => {
      t.ratings.gross = 2000
    }),
  ).toContain('stop unladen-over-gross')
})

test('coil inserts on leaves are refused', () => {
  expect(rules(() => {}, coil)).toContain('stop spring-kind')
})

test('a coil insert goes in with the axle hanging: raised by the axle or not at all is told, a leaf spring does not mind', () => {
  const raised = (kind: 'coil-van' | 'leaf-flatbed', raisedBy: Truck['raisedBy']) => {
    const truck = { ...exampleTruck(kind), raisedBy }
    return truckStage(truck, kind === 'coil-van' ? coil : leaf, BARE).notes.map((n) => n.rule)
  }
  for (const by of ['axle', 'not'] as const) {
    expect(raised('coil-van', by)).toContain('raised-too-little')
    expect(raised('leaf-flatbed', by)).not.toContain('raised-too-little')
  }
  for (const by of ['frame', 'hoist'] as const)
    expect(raised('coil-van', by)).not.toContain('raised-too-little')
})

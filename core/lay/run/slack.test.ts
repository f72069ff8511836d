import fc from 'fast-check'
import { wheelTravel } from '../../catalog/truckGeometry'
import { springClass } from '../../catalog/springs'
import { exampleTruck } from '../../catalog/trucks'
import { newPlan } from '../../jobs/newPlan'
import { distance } from '../distances'
import { layStage } from '../lay'
import { lastTie, portAt, sweptReach } from './slack'

const truck = exampleTruck('leaf-flatbed')
const high = springClass('leaf-helper-double-2270')!
const low = { ...high, portLow: true }

test('unladen, the lower port hangs under its last tie by the gap less the lower bracket (worked by hand)', () => {
  const port = portAt(truck, low, { own: 0, other: 0 })
  const tie = lastTie(truck)
  expect(tie.z - port.z).toBeCloseTo(truck.seatGap.unladen - (low.bracketHeight - low.upperBracket), 12)
  expect(port.y - tie.y).toBeCloseTo(low.portOut, 12)
})

test('with its own wheel up the lower port comes up, with the other wheel up alone it comes up less', () => {
  const z = (own: number, other: number) => portAt(truck, low, { own, other }).z
  const unladen = z(0, 0)
  expect(z(0.05, 0.05) - unladen).toBeCloseTo(0.05, 12)
  expect(z(0.05, 0) - unladen).toBeGreaterThan(z(0, 0.05) - unladen)
  // Its seat stands at a share of the track out from the middle: that much more than half of the travel is its own.
  const out = (truck.seat + truck.seats.lower.y + low.portOut) / truck.rearTrack
  expect(z(0.001, 0) - unladen).toBeCloseTo(0.001 * (0.5 + out), 6)
})

test('a port at the upper end stands still', () => {
  expect(sweptReach(truck, { ...low, portLow: false })).toBeNull()
  expect(sweptReach(truck, null)).toBeNull()
})

test('no position of the axle reaches farther: 10 000 of them tried', () => {
  const { droop, bump } = wheelTravel(truck)
  const reach = sweptReach(truck, low)!.reach
  const tie = lastTie(truck)
  let most = 0
  for (let i = 0; i < 100; i++)
    for (let j = 0; j < 100; j++) {
      const own = droop + ((bump - droop) * i) / 99
      const other = droop + ((bump - droop) * j) / 99
      most = Math.max(most, distance(tie, portAt(truck, low, { own, other })))
    }
  expect(reach).toBeGreaterThanOrEqual(most - 1e-12)
  expect(reach).toBeCloseTo(most, 9)
})

test('more droop never wants less line', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 0.3, noNaN: true }), (more) => {
      const further = { ...truck, seatGap: { ...truck.seatGap, droop: truck.seatGap.droop + more } }
      expect(sweptReach(further, low)!.reach).toBeGreaterThanOrEqual(sweptReach(truck, low)!.reach - 1e-12)
    }),
  )
})

test('a line to a port that goes with the axle is cut longer by what its travel takes', () => {
  const { lay, air } = newPlan('leaf-flatbed', 'x')
  const cuts = (spring: typeof low) => layStage(lay, truck, air, { compressor: null, spring }).result.cuts
  const atSpring = (spring: typeof low) => cuts(spring).find(({ to }) => to === 'spring-left')!
  const [still, moved] = [atSpring(high), atSpring(low)]
  const reach = sweptReach(truck, low)!.reach
  expect([still.swept, moved.swept]).toEqual([0, reach])
  expect(moved.slack - still.slack).toBeCloseTo(reach, 12)
  expect(moved.cut - still.cut).toBeGreaterThan(reach - 0.0101)
})

import { springClass } from '../../catalog/springs'
import { railBottom, wheelTravel } from '../../catalog/truckGeometry'
import { exampleTruck } from '../../catalog/trucks'
import { partBox } from './room'
import { boxToShape } from './shapes'
import { truckSolids } from './solids'

const truck = exampleTruck('leaf-flatbed')
const spring = springClass('leaf-helper-double-2270')
const solids = truckSolids(truck, spring)
const gap = (id: string, x: number, y: number, z: number) =>
  Math.min(
    ...solids.filter((s) => s.id === id).map((s) => boxToShape(partBox({ x, y, z }, [0, 0, 0]), s.shape)),
  )

describe('solids of the flatbed, by hand', () => {
  test('a rail from its lower to its upper edge, risen over the axle', () => {
    const { frame } = truck
    const y = frame.spacing / 2
    expect(gap('rail-left', 2, y, frame.top + 0.1)).toBeCloseTo(0.1, 9)
    expect(gap('rail-left', 2, y, frame.top - frame.depth - 0.1)).toBeCloseTo(0.1, 9)
    expect(gap('rail-left', 0, y, railBottom(truck) - 0.1)).toBeCloseTo(0.1, 9)
    expect(gap('rail-left', 2, y + frame.railWidth / 2 + 0.1, frame.top - 0.01)).toBeCloseTo(0.1, 9)
  })
  test('a rear wheel over its travel: above its top at the bump stop, ahead of its tread', () => {
    const { tyre, rearTrack } = truck
    const { bump } = wheelTravel(truck)
    expect(gap('wheel-left', 0, rearTrack / 2, tyre.radius * 2 + bump + 0.1)).toBeCloseTo(0.1, 9)
    expect(gap('wheel-left', tyre.radius + 0.1, rearTrack / 2, tyre.radius)).toBeCloseTo(0.1, 9)
  })
  test('the spare on its way down, the shaft in between, what the survey does not tell is not there', () => {
    const pickup = exampleTruck('light-leaf-pickup')
    const way = truckSolids(pickup, null).find((s) => s.id === 'spare')!
    const { centre } = pickup.spare!
    expect(boxToShape(partBox({ ...centre, z: 0.2 }, [0.01, 0.01, 0.01]), way.shape)).toBe(0)
    expect(truckSolids({ ...pickup, spare: null, driveShaft: 0 }, null).map((s) => s.id)).not.toContain(
      'spare',
    )
    expect(truckSolids({ ...pickup, driveShaft: 0 }, null).map((s) => s.id)).not.toContain('shaft')
  })
})

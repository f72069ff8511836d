import fc from 'fast-check'
import { exampleTruck } from '../../catalog/trucks'
import { partBox } from './room'
import { boxToShape } from './shapes'
import { SNAP, snapped } from './snap'
import { truckSolids } from './solids'

const truck = exampleTruck('leaf-flatbed')
const size = [0.2, 0.12, 0.15] as const
const { frame } = truck
const outside = Math.round(((frame.spacing + frame.railWidth + size[1]) / 2) * 1000) / 1000

test('dragged near the rail a part lies against its outside and hangs from its upper edge; a little farther it stays', () => {
  const face = { x: 1.9, y: outside, z: Math.round((frame.top - size[2]) * 1000) / 1000 }
  const near = { x: 1.9, y: outside + SNAP - 0.001, z: face.z - SNAP + 0.001 }
  expect(snapped(near, size, truck)).toEqual(face)
  const far = { x: 1.9, y: outside + SNAP + 0.001, z: face.z - SNAP - 0.001 }
  expect(snapped(far, size, truck)).toEqual(far)
})

test('a place never goes farther than its reach, and one that lies against steel stays', () => {
  const rail = truckSolids(truck, null).filter(({ id }) => id.startsWith('rail'))
  const anywhere = fc.record({
    x: fc.double({ min: -1, max: 3, noNaN: true }),
    y: fc.double({ min: -1, max: 1, noNaN: true }),
    z: fc.double({ min: 0.3, max: 1, noNaN: true }),
  })
  fc.assert(
    fc.property(anywhere, (place) => {
      const to = snapped(place, size, truck)
      for (const axis of ['x', 'y', 'z'] as const)
        expect(Math.abs(to[axis] - place[axis])).toBeLessThanOrEqual(SNAP + 0.0005)
      expect(snapped(to, size, truck).y).toBe(to.y)
      if (to.y === outside && to.x > 1 && Math.abs(to.z - frame.top + size[2]) < 0.001)
        expect(Math.min(...rail.map(({ shape }) => boxToShape(partBox(to, size), shape)))).toBeLessThan(0.001)
    }),
  )
})

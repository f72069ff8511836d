import { TRUCK_KINDS } from '../../catalog/trucks'
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

test('a slanted piece passes through a sheet where it meets it, and not where only its box does', () => {
  const sheet = { shape: 'box' as const, min: { x: 0, y: -1, z: 0.75 }, max: { x: 2, y: 1, z: 0.77 } }
  const through = passesThrough({ x: 1, y: 0, z: 0.5 }, { x: 1.4, y: 0, z: 1 }, sheet)!
  expect(through.z).toBeCloseTo(0.76, 9)
  expect(through.x).toBeCloseTo(1 + (0.4 * 0.26) / 0.5, 9)
  expect(passesThrough({ x: 0.15, y: 0, z: 0.56 }, { x: -0.18, y: 0, z: 0.785 }, sheet)).toBeNull()
  expect(passesThrough({ x: 1, y: 0, z: 0.5 }, { x: 1.4, y: 0, z: 0.74 }, sheet)).toBeNull()
})

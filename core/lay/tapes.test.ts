import type { Point } from '../document/types'
import { box, type Solid } from './space/solid'
import { tapedPlace } from './tapes'

const at = (x: number, y: number, z: number): Point => ({ x, y, z })
const solid = (id: string, label: string, min: Point, max: Point): Solid => ({
  id,
  label,
  kind: 'structure',
  shape: box(min, max),
})
/** Rails 70 mm wide and 180 mm high from 1.5 m behind the axle, and two cross-members. */
const FRAME: Solid[] = [
  solid('rail-left', 'the left rail', at(-1.5, 0.415, 0.58), at(4, 0.485, 0.76)),
  solid('rail-right', 'the right rail', at(-1.5, -0.485, 0.58), at(4, -0.415, 0.76)),
  solid('member-0', 'a cross-member', at(1, -0.415, 0.68), at(1.06, 0.415, 0.76)),
  solid('member-1', 'a cross-member', at(-0.8, -0.415, 0.68), at(-0.74, 0.415, 0.76)),
]
const placed = (min: Point, max: Point) => {
  const { on, tapes } = tapedPlace(box(min, max), FRAME)
  return { on, tapes: tapes.map(({ of, far, way, from }) => [of, Math.round(far * 1000), way, from]) }
}

test('outside of the left rail: from the nearest cross-member, and up from the rail’s lower edge; by hand', () => {
  expect(placed(at(0.6, 0.485, 0.62), at(0.9, 0.6, 0.72))).toEqual({
    on: 'outside of the left rail',
    tapes: [
      ['front', 100, 'behind', 'the rear of the second cross-member from the rear'],
      ['underside', 40, 'above', 'the lower edge of the rail'],
    ],
  })
})
test('the other rail is its mirror; hanging lower than the rail it is below its edge', () => {
  expect(placed(at(0.6, -0.6, 0.55), at(0.9, -0.485, 0.72))).toEqual({
    on: 'outside of the right rail',
    tapes: [
      ['front', 100, 'behind', 'the rear of the second cross-member from the rear'],
      ['underside', 30, 'below', 'the lower edge of the rail'],
    ],
  })
  expect(placed(at(0.6, 0.3, 0.6), at(0.9, 0.415, 0.7)).on).toBe('inside of the left rail')
  expect(placed(at(0.6, -0.415, 0.6), at(0.9, -0.3, 0.7)).on).toBe('inside of the right rail')
})
test('under a cross-member: across from the inside of the nearest rail', () => {
  expect(placed(at(1.02, 0.2, 0.5), at(1.05, 0.3, 0.68))).toEqual({
    on: 'under the second cross-member from the rear',
    tapes: [
      ['front', 10, 'behind', 'the front of the second cross-member from the rear'],
      ['left side', 115, 'right of', 'the inside of the left rail'],
    ],
  })
})
test('beside a rail and not on it: a third edge, across; on it two are enough', () => {
  const beside = (gap: number) => placed(at(-1.45, 0.3 - gap, 0.6), at(-1.35, 0.415 - gap, 0.7)).tapes
  expect([beside(0.019), beside(0.021)].map((tapes) => tapes.length)).toEqual([2, 3])
  expect(beside(0.1)[2]).toEqual(['left side', 100, 'right of', 'the inside of the left rail'])
})
test('behind all cross-members the end of the rails may be nearest; far from all steel nothing holds it', () => {
  expect(placed(at(-1.45, 0.3, 0.6), at(-1.35, 0.415, 0.7)).tapes[0]).toEqual([
    'rear',
    50,
    'ahead of',
    'the rear end of the rails',
  ])
  expect(placed(at(0.3, -0.05, 1.4), at(0.4, 0.05, 1.5)).on).toBeNull()
  expect(tapedPlace(box(at(0, 0, 0), at(1, 1, 1)), [])).toEqual({ on: null, tapes: [] })
})

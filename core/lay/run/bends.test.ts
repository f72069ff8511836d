import fc from 'fast-check'
import type { Point } from '../../document/types'
import { lengthOf } from '../distances'
import { roundedLength, roundedPath, turnAt } from './bends'

const p = (x: number, y: number, z = 0): Point => ({ x, y, z })

test('one right angle, by hand: 2 m less two radii and a quarter of a circle', () => {
  const { length, tooTight, leastBend } = roundedLength([p(0, 0), p(1, 0), p(1, 1)], 0.1)
  expect(length).toBeCloseTo(2 - 0.2 + (0.1 * Math.PI) / 2, 12)
  expect(tooTight).toEqual([])
  expect(leastBend).toBeCloseTo(1, 12)
})

test('two right angles share their piece: at twice the radius there is room, a hair less and both are too tight', () => {
  const stair = (piece: number) => roundedLength([p(0, 0), p(1, 0), p(1, piece), p(2, piece)], 0.1)
  expect(stair(0.2).tooTight).toEqual([])
  expect(stair(0.1999).tooTight).toEqual([1, 2])
  expect(stair(0.1999).leastBend).toBeCloseTo(0.09995, 9)
})

test('no corner, no bend: straight on, one point, two in one place', () => {
  expect(roundedLength([p(0, 0), p(1, 0), p(2, 0)], 0.3)).toEqual({
    length: 2,
    tooTight: [],
    leastBend: Infinity,
  })
  expect(roundedLength([p(0, 0)], 0.3).length).toBe(0)
  expect(turnAt(p(0, 0), p(0, 0), p(1, 0))).toBe(0)
})

/** The same corner as many short chords along its arc, laid out by rotation about the arc's middle. */
function chorded(before: Point, at: Point, after: Point, radius: number): number {
  const unit = (a: Point, b: Point) => {
    const d = Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z)
    return p((b.x - a.x) / d, (b.y - a.y) / d, (b.z - a.z) / d)
  }
  const add = (a: Point, b: Point, k: number) => p(a.x + b.x * k, a.y + b.y * k, a.z + b.z * k)
  const [u, v] = [unit(at, before), unit(at, after)]
  const open = Math.acos(u.x * v.x + u.y * v.y + u.z * v.z)
  const tangent = radius / Math.tan(open / 2)
  const middle = add(at, unit(p(0, 0), add(u, v, 1)), radius / Math.sin(open / 2))
  const [from, to] = [add(at, u, tangent), add(at, v, tangent)]
  const [a, b] = [add(from, middle, -1), add(to, middle, -1)]
  const sweep = Math.PI - open
  const arc = Array.from({ length: 2001 }, (_, i) => {
    const t = i / 2000
    const [k, l] = [Math.sin((1 - t) * sweep) / Math.sin(sweep), Math.sin(t * sweep) / Math.sin(sweep)]
    return p(middle.x + a.x * k + b.x * l, middle.y + a.y * k + b.y * l, middle.z + a.z * k + b.z * l)
  })
  return lengthOf([before, ...arc, after])
}

test('any corner in space is as long as 2000 chords along its arc', () => {
  const c = fc.double({ min: -1, max: 1, noNaN: true })
  const point = fc.record({ x: c, y: c, z: c })
  fc.assert(
    fc.property(point, point, fc.double({ min: 0.001, max: 0.02, noNaN: true }), (a, b, radius) => {
      const at = p(0, 0)
      const [m, n] = [Math.hypot(a.x, a.y, a.z), Math.hypot(b.x, b.y, b.z)]
      const turn = m > 0 && n > 0 ? turnAt(a, at, b) : 0
      fc.pre(m > 0.3 && n > 0.3 && turn > 0.05 && turn < 2.9)
      const rounded = roundedLength([a, at, b], radius)
      fc.pre(rounded.tooTight.length === 0)
      expect(rounded.length).toBeCloseTo(chorded(a, at, b, radius), 6)
    }),
  )
})

test('drawn, it is as long as it is said to be, and never farther from its corners than its bends', () => {
  const points = [p(0, 0), p(1, 0), p(1, 1, 0.3), p(0.4, 1.2, 1)]
  const drawn = roundedPath(points, 0.08, 64)
  expect(lengthOf(drawn)).toBeCloseTo(roundedLength(points, 0.08).length, 4)
  expect([drawn[0], drawn.at(-1)]).toEqual([points[0], points[3]])
  // Where there is no room it is bent as wide as there is room for: the pieces still follow one another.
  const tight = roundedPath([p(0, 0), p(0.1, 0), p(0.1, 0.1), p(0.3, 0.1)], 1, 8)
  expect(lengthOf(tight)).toBeLessThan(0.4)
  expect(tight.every((at) => Number.isFinite(at.x + at.y + at.z))).toBe(true)
})

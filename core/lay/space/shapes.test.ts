import fc from 'fast-check'
import type { Point } from '../../document/types'
import { boxToShape, shrunk, type Box, type Shape } from './shapes'

const unit: Box = { shape: 'box', min: { x: 0, y: 0, z: 0 }, max: { x: 1, y: 1, z: 1 } }
const p = (x: number, y: number, z: number): Point => ({ x, y, z })

describe('from a box of one metre, by hand', () => {
  test('to a box: along a face 2, over an edge √2, over a corner √3; touching or inside 0', () => {
    const to = (min: Point) =>
      boxToShape(unit, { shape: 'box', min, max: p(min.x + 1, min.y + 1, min.z + 1) })
    expect(to(p(3, 0, 0))).toBe(2)
    expect(to(p(2, 2, 0))).toBeCloseTo(Math.SQRT2, 12)
    expect(to(p(2, 2, 2))).toBeCloseTo(Math.sqrt(3), 12)
    expect([to(p(1, 0, 0)), to(p(0.5, 0.5, 0.5))]).toEqual([0, 0])
  })
  test('to a bar of 0.1: abreast, past its end, and through', () => {
    const to = (a: Point, b: Point) => boxToShape(unit, { shape: 'capsule', a, b, radius: 0.1 })
    expect(to(p(-5, 0.5, 2), p(5, 0.5, 2))).toBeCloseTo(0.9, 12)
    expect(to(p(2, 0.5, 0.5), p(5, 0.5, 0.5))).toBeCloseTo(0.9, 12)
    // Across a corner: the nearest is where the bar is abreast of it.
    expect(to(p(3, 0.5, 0), p(0, 0.5, 3))).toBeCloseTo(Math.SQRT1_2 - 0.1, 12)
    expect(to(p(-1, -1, -1), p(2, 2, 2))).toBe(0)
  })
  test('to a wheel of radius 0.3, 0.2 wide, that comes up by 0.5: aside, ahead, over its corner', () => {
    const wheel = (x: number, y: number): Shape => ({
      shape: 'disc',
      axis: 'y',
      from: p(x, y, 0),
      to: p(x, y, 0.5),
      radius: 0.3,
      half: 0.1,
    })
    expect(boxToShape(unit, wheel(0.5, 2))).toBeCloseTo(0.9, 12)
    expect(boxToShape(unit, wheel(2, 0.5))).toBeCloseTo(0.7, 12)
    expect(boxToShape(unit, wheel(2, 2))).toBeCloseTo(Math.hypot(0.7, 0.9), 12)
    expect(boxToShape(unit, wheel(1.2, 0.5))).toBe(0)
  })
})

test('to any bar it is what 4000 places along it give', () => {
  const coordinate = fc.double({ min: -3, max: 3, noNaN: true })
  const point = fc.record({ x: coordinate, y: coordinate, z: coordinate })
  fc.assert(
    fc.property(point, point, (a, b) => {
      const exact = boxToShape(unit, { shape: 'capsule', a, b, radius: 0 })
      let least = Infinity
      for (let i = 0; i <= 4000; i++) {
        const t = i / 4000
        const at = (k: 'x' | 'y' | 'z') => {
          const v = a[k] + (b[k] - a[k]) * t
          return Math.max(-v, v - 1, 0)
        }
        least = Math.min(least, Math.hypot(at('x'), at('y'), at('z')))
      }
      expect(exact).toBeLessThanOrEqual(least + 1e-12)
      expect(least - exact).toBeLessThan(0.003)
    }),
  )
})

test('made smaller it never turns inside out', () => {
  expect(shrunk(unit, 0.1)).toEqual({ shape: 'box', min: p(0.1, 0.1, 0.1), max: p(0.9, 0.9, 0.9) })
  expect(shrunk(unit, 2)).toEqual({ shape: 'box', min: p(0.5, 0.5, 0.5), max: p(0.5, 0.5, 0.5) })
})

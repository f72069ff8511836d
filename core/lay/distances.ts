import { exhaustPieces } from '../catalog/truckGeometry'
import type { Point, Truck } from '../document/types'

/** Distance of two points, m. */
export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z)

/** Length of a polyline, m. */
export function lengthOf(points: readonly Point[]): number {
  let sum = 0
  for (let i = 1; i < points.length; i++) sum += distance(points[i - 1]!, points[i]!)
  return sum
}

/**
 * A segment shorter than a millionth of a micrometre is a point (m², squared); two are parallel when sin² is
 * under this.
 */
const POINT = 1e-24
const PARALLEL = 1e-12

/** Least distance between two line segments in space, m. Ericson's clamped closest points (memory). */
export function segmentDistance(p1: Point, q1: Point, p2: Point, q2: Point): number {
  const sub = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y, z: a.z - b.z })
  const dot = (a: Point, b: Point) => a.x * b.x + a.y * b.y + a.z * b.z
  const clamp = (v: number) => Math.min(1, Math.max(0, v))
  const d1 = sub(q1, p1)
  const d2 = sub(q2, p2)
  const r = sub(p1, p2)
  const a = dot(d1, d1)
  const e = dot(d2, d2)
  const f = dot(d2, r)
  let s = 0
  let t = 0
  if (a <= POINT && e > POINT) t = clamp(f / e)
  else if (a > POINT) {
    const c = dot(d1, r)
    if (e <= POINT) s = clamp(-c / a)
    else {
      const b = dot(d1, d2)
      const denominator = a * e - b * b
      // Parallel or not is a question of the angle, however short the segments are.
      s = denominator > PARALLEL * a * e ? clamp((b * f - c * e) / denominator) : 0
      t = (b * s + f) / e
      if (t < 0 || t > 1) {
        t = clamp(t)
        s = clamp((b * t - c) / a)
      }
    }
  }
  const on1 = { x: p1.x + d1.x * s, y: p1.y + d1.y * s, z: p1.z + d1.z * s }
  const on2 = { x: p2.x + d2.x * t, y: p2.y + d2.y * t, z: p2.z + d2.z * t }
  return distance(on1, on2)
}

/** Least distance of a polyline (or a point) from the outside of the exhaust, m; Infinity with no exhaust. */
export function heatDistance(points: readonly Point[], exhaust: Truck['exhaust']): number {
  let least = Infinity
  const lines =
    points.length === 1
      ? [[points[0]!, points[0]!] as const]
      : points.slice(1).map((p, i) => [points[i]!, p] as const)
  for (const [a, b] of lines)
    for (const [from, to] of exhaustPieces({ exhaust }))
      least = Math.min(least, segmentDistance(a, b, from, to))
  return Math.max(least - exhaust.radius, 0)
}

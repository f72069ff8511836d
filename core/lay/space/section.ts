import type { Point } from '../../document/types'
import type { Shape } from './shapes'

/** Section of a shape across the truck: an upright rectangle or a circle, by its centre and half sizes, m. */
export interface Cut {
  round: boolean
  y: number
  z: number
  half: { across: number; up: number }
}

const rectangle = (y0: number, y1: number, z0: number, z1: number): Cut => ({
  round: false,
  y: (y0 + y1) / 2,
  z: (z0 + z1) / 2,
  half: { across: (y1 - y0) / 2, up: (z1 - z0) / 2 },
})

/**
 * A shape cut at a position along the truck; null if the cut misses it. A slanted pipe is shown as a circle of
 * its own radius.
 */
export function cutAt(shape: Shape, x: number): Cut | null {
  if (shape.shape === 'box') {
    const { min, max } = shape
    return x < min.x || x > max.x ? null : rectangle(min.y, max.y, min.z, max.z)
  }
  if (shape.shape === 'capsule') {
    const { a, b, radius } = shape
    const [low, high] = [Math.min(a.x, b.x), Math.max(a.x, b.x)]
    const past = Math.max(low - x, x - high, 0)
    if (past > radius) return null
    const t = a.x === b.x ? 0.5 : Math.min(Math.max((x - a.x) / (b.x - a.x), 0), 1)
    const r = Math.sqrt(radius ** 2 - past ** 2)
    return { round: true, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t, half: { across: r, up: r } }
  }
  const { from, to, radius, half, axis } = shape
  const past = Math.max(Math.min(from.x, to.x) - x, x - Math.max(from.x, to.x), 0)
  if (past > radius) return null
  const chord = Math.sqrt(radius ** 2 - past ** 2)
  const [across, up] = axis === 'y' ? [half, chord] : [chord, half]
  return rectangle(
    Math.min(from.y, to.y) - across,
    Math.max(from.y, to.y) + across,
    Math.min(from.z, to.z) - up,
    Math.max(from.z, to.z) + up,
  )
}

/** Pieces of a run closer to the cut than this are shown along their length, m. */
const IN_THE_CUT = 0.06

/** What a cut shows of a run: points where it passes through, and pieces that lie in it. */
export function runAt(points: readonly Point[], x: number): { through: Point[]; along: [Point, Point][] } {
  const through: Point[] = []
  const along: [Point, Point][] = []
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const isInCut = Math.abs(a.x - x) <= IN_THE_CUT && Math.abs(b.x - x) <= IN_THE_CUT
    if (isInCut) along.push([a, b])
    else if ((a.x - x) * (b.x - x) <= 0 && a.x !== b.x) {
      const t = (x - a.x) / (b.x - a.x)
      through.push({ x, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t })
    }
  }
  return { through, along }
}

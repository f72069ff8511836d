import type { Point } from '../../document/types'
import { distance } from '../distances'
import { RUN_SOLVER } from './settings'

/** A run of straight pieces with rounded corners: its length, and which corners have no room for their bend. */
export interface RoundedLength {
  /** Length along the bends, m. */
  length: number
  /** Indices of the corners whose bend needs more of a piece than there is. */
  tooTight: number[]
  /** The tightest radius that any corner has room for, m; Infinity without a corner. */
  leastBend: number
}

/** Turn at the middle of three points, rad; 0 is straight on. Coinciding points have no turn. */
export function turnAt(before: Point, at: Point, after: Point): number {
  const [in_, out] = [distance(before, at), distance(at, after)]
  if (in_ === 0 || out === 0) return 0
  const dot =
    (at.x - before.x) * (after.x - at.x) +
    (at.y - before.y) * (after.y - at.y) +
    (at.z - before.z) * (after.z - at.z)
  return Math.acos(Math.min(Math.max(dot / (in_ * out), -1), 1))
}

/**
 * Length of a polyline whose corners are arcs of one radius, tangent to both pieces: a corner that turns by θ
 * takes r·tan(θ/2) of each piece and adds r·θ. A corner is too tight if it and its neighbours need more of a
 * piece than its length; a piece is shared in proportion to what each corner needs.
 * @param points m
 * @param radius of the bends, m
 * @example roundedLength([{x:0,y:0,z:0},{x:1,y:0,z:0},{x:1,y:1,z:0}], 0.1).length // 1.9571: 2 − 0.2 + 0.1·π/2
 * Source: plane geometry of a tangent arc.
 */
export function roundedLength(points: readonly Point[], radius: number): RoundedLength {
  const half = points.map((p, i) =>
    i === 0 || i === points.length - 1 ? 0 : Math.tan(turnAt(points[i - 1]!, p, points[i + 1]!) / 2),
  )
  let length = 0
  const tight = new Set<number>()
  let leastBend = Infinity
  for (let i = 1; i < points.length; i++) {
    const piece = distance(points[i - 1]!, points[i]!)
    length += piece
    const wanted = half[i - 1]! + half[i]!
    if (wanted === 0) continue
    leastBend = Math.min(leastBend, piece / wanted)
    if (radius * wanted <= piece + RUN_SOLVER.rounding) continue
    for (const corner of [i - 1, i]) if (half[corner]! > 0) tight.add(corner)
  }
  for (const h of half) length -= radius * (2 * h - 2 * Math.atan(h))
  return { length, tooTight: [...tight].sort((a, b) => a - b), leastBend }
}

/**
 * The same run for drawing: its corners as arcs of a number of pieces.
 * @param points m
 * @param radius of the bends, m; a corner without room for it is bent as wide as possible
 */
export function roundedPath(points: readonly Point[], radius: number, pieces: number): Point[] {
  const { leastBend } = roundedLength(points, radius)
  const bend = Math.min(radius, leastBend)
  return points.flatMap((at, i) => {
    const [before, after] = [points[i - 1], points[i + 1]]
    if (!before || !after) return [at]
    const turn = turnAt(before, at, after)
    const [u, v] = [unitTo(at, before), unitTo(at, after)]
    if (turn < RUN_SOLVER.noTurn || Math.PI - turn < RUN_SOLVER.noTurn) return [at]
    const reach = bend * Math.tan(turn / 2)
    // From one tangent point to the other about the centre of the arc, by the sines of a slerp.
    const out = bend / Math.cos(turn / 2)
    const middle = along(at, unitTo(ORIGIN, sum(u, v)), out)
    const [from, to] = [along(at, u, reach), along(at, v, reach)]
    const sine = Math.sin(turn)
    return Array.from({ length: pieces + 1 }, (_, n) => {
      const t = n / pieces
      const [k, l] = [Math.sin((1 - t) * turn) / sine, Math.sin(t * turn) / sine]
      return {
        x: middle.x + (from.x - middle.x) * k + (to.x - middle.x) * l,
        y: middle.y + (from.y - middle.y) * k + (to.y - middle.y) * l,
        z: middle.z + (from.z - middle.z) * k + (to.z - middle.z) * l,
      }
    })
  })
}

const ORIGIN: Point = { x: 0, y: 0, z: 0 }
const sum = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y, z: a.z + b.z })
const along = (from: Point, way: Point, far: number): Point => ({
  x: from.x + way.x * far,
  y: from.y + way.y * far,
  z: from.z + way.z * far,
})
function unitTo(a: Point, b: Point): Point {
  const far = distance(a, b)
  return { x: (b.x - a.x) / far, y: (b.y - a.y) / far, z: (b.z - a.z) / far }
}

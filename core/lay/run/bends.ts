import type { Point } from '../../document/types'
import { distance } from '../distances'

/** A run of straight pieces with its corners rounded: how long it is, and which corner has no room for its bend. */
export interface RoundedLength {
  /** Along the bends, m. */
  length: number
  /** Corners, by their place among the points, whose bend needs more of a piece than there is. */
  tooTight: number[]
  /** The tightest radius that any corner has room for, m; Infinity without a corner. */
  leastBend: number
}

/** Turn at the middle of three points, rad; 0 straight on. Points in one place turn nothing. */
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
 * Length of a polyline whose corners are arcs of one radius, tangent to both pieces: a corner that turns by θ takes
 * r·tan(θ/2) of each piece and gives r·θ. A corner is too tight where it and its neighbours want more of a piece than
 * the piece is long; pieces are shared by how much each corner wants.
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
    if (radius * wanted <= piece + 1e-9) continue
    for (const corner of [i - 1, i]) if (half[corner]! > 0) tight.add(corner)
  }
  for (const h of half) length -= radius * (2 * h - 2 * Math.atan(h))
  return { length, tooTight: [...tight].sort((a, b) => a - b), leastBend }
}

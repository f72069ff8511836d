import type { Point } from '../../document/types'
import { distance } from '../distances'

/**
 * The point at a distance along a run from its first end.
 * @param far m; before the first end or past the last it is that end
 */
export function placeAlong(points: readonly Point[], far: number): Point {
  let left = Math.max(far, 0)
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const length = distance(a, b)
    if (left <= length) {
      const share = length > 0 ? left / length : 0
      return { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share, z: a.z + (b.z - a.z) * share }
    }
    left -= length
  }
  return points.at(-1)!
}

import type { Point } from '../../document/types'
import { distance } from '../distances'
import type { Route } from '../types'

/** Places are laid to the centimetre, m. */
const tidy = (v: number) => Math.round(v * 100) / 100

/** Distance along a polyline of the point nearest to a place, m. */
function alongTo(points: readonly Point[], at: Point): number {
  let [best, least, gone] = [0, Infinity, 0]
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const long = distance(a, b)
    const dot = (b.x - a.x) * (at.x - a.x) + (b.y - a.y) * (at.y - a.y) + (b.z - a.z) * (at.z - a.z)
    const t = long > 0 ? Math.min(Math.max(dot / long ** 2, 0), 1) : 0
    const on = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t }
    if (distance(on, at) < least) [best, least] = [gone + long * t, distance(on, at)]
    gone += long
  }
  return best
}

/**
 * The places a run must pass plus one more, in the middle of its longest piece, in their order along the run.
 */
export function onePlaceMore({ points }: Pick<Route, 'points'>, places: readonly Point[]): Point[] {
  const pieces = points.slice(1).map((to, i) => ({ from: points[i]!, to, long: distance(points[i]!, to) }))
  const { from, to } = pieces.reduce((a, b) => (b.long > a.long ? b : a))
  const middle = (k: 'x' | 'y' | 'z') => tidy((from[k] + to[k]) / 2)
  const more = { x: middle('x'), y: middle('y'), z: middle('z') }
  return [...places, more].sort((a, b) => alongTo(points, a) - alongTo(points, b))
}

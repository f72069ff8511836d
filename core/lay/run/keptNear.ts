import type { Point } from '../../document/types'
import type { Standing } from '../space/standing'
import { nearest, type Nearest } from './pieces'

/** Results among solids, kept while the solids that matter are the same objects. */

const areSame = (a: readonly Standing[], b: readonly Standing[]) =>
  a.length === b.length && a.every((one, i) => one === b[i])

/** Keeps a number of results, each under a key and valid for the solids near a place. */
export function keptNear<T>(most: number) {
  const kept = new Map<string, { near: readonly Standing[]; value: T }>()
  return (key: string, near: readonly Standing[], compute: () => T): T => {
    const before = kept.get(key)
    if (before && areSame(before.near, near)) return before.value
    const value = compute()
    if (kept.size >= most) kept.clear()
    kept.set(key, { near, value })
    return value
  }
}

const isSamePoint = (a: Point, b: Point) => a.x === b.x && a.y === b.y && a.z === b.z

/**
 * Least distance of a run from some solids, m. While the run and its nearest solid are the same, only newly
 * added solids are checked.
 */
export function keptNearest(most: number) {
  const kept = new Map<string, { points: readonly Point[]; solids: ReadonlySet<Standing>; found: Nearest }>()
  return (key: string, points: readonly Point[], solids: readonly Standing[]): number => {
    const before = kept.get(key)
    const now = new Set(solids)
    const isSameRun =
      before?.points.length === points.length && before.points.every((p, i) => isSamePoint(p, points[i]!))
    const nearestStays = before && (before.found.solid === null || now.has(before.found.solid))
    const found =
      isSameRun && nearestStays
        ? nearest(
            points,
            solids.filter((one) => !before.solids.has(one)),
            before.found,
          )
        : nearest(points, solids)
    if (kept.size >= most) kept.clear()
    kept.set(key, { points, solids: now, found })
    return found.far
  }
}

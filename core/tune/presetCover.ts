import type { Preset } from '../document/types'
import { TUNE_SOLVER } from './settings'

/**
 * Pressures of many hauls on few memories: the fewest that serve all within a tolerance on both sides, or the
 * best set for as many as the box has. It is exact: the fewest squares that cover all points, found by trying,
 * for the leftmost uncovered point, every square whose left edge is there. SI.
 */
export interface Cover {
  presets: Preset[]
  /** Memory of each haul, in the hauls' order. */
  assigned: number[]
  /** Largest miss of any haul on either side, Pa. */
  worst: number
}

const SAME = TUNE_SOLVER.rounding

type Points = readonly Preset[]

/** Groups of points that squares of a side cover, as few as possible; null if more than `most` are needed. */
function groupsWithin(points: Points, side: number, most: number): number[][] | null {
  const order = points.map((_, i) => i).sort((a, b) => points[a]!.left - points[b]!.left)
  /**
   * Contents of the squares that cover the first remaining point: one for each bottom edge a point may give.
   */
  function choices(left: readonly number[]): number[][] {
    const [first] = left as [number]
    const from = points[first]!
    const inColumn = left.filter((i) => points[i]!.left <= from.left + side + SAME)
    const bottoms = inColumn
      .map((i) => points[i]!.right)
      .filter((r) => r <= from.right + SAME && r >= from.right - side - SAME)
    return [...new Set(bottoms)].map((bottom) =>
      inColumn.filter((i) => points[i]!.right >= bottom - SAME && points[i]!.right <= bottom + side + SAME),
    )
  }
  /** A set of points no two of which fit one square: at least that many squares are needed. */
  function apart(left: readonly number[]): number {
    const taken: number[] = []
    for (const i of left) if (taken.every((j) => missOf(points[i]!, points[j]!) > side + SAME)) taken.push(i)
    return taken.length
  }
  function cover(left: readonly number[], squares: number): number[][] | null {
    if (left.length === 0) return []
    if (squares === 0 || apart(left) > squares) return null
    for (const set of choices(left)) {
      const rest = cover(
        left.filter((i) => !set.includes(i)),
        squares - 1,
      )
      if (rest) return [set, ...rest]
    }
    return null
  }
  for (let squares = 1; squares <= Math.min(most, points.length); squares++) {
    const found = cover(order, squares)
    if (found) return found
  }
  return points.length === 0 ? [] : null
}

const middle = (values: readonly number[]) => (Math.min(...values) + Math.max(...values)) / 2

/** Fewest memories with which every haul is within `tolerance` of its pressures on both sides. */
export const memoriesNeeded = (hauls: Points, tolerance: number): number =>
  groupsWithin(hauls, 2 * tolerance, hauls.length)?.length ?? hauls.length

/** The best pressures for a number of memories: the largest miss is as small as possible. */
export function coverWith(hauls: Points, memories: number): Cover {
  if (hauls.length === 0) return { presets: [], assigned: [], worst: 0 }
  // The largest miss is half the width of a group on one side, which is half the distance of two hauls.
  const widths = [0]
  for (const a of hauls)
    for (const b of hauls) widths.push(Math.abs(a.left - b.left), Math.abs(a.right - b.right))
  const sides = [...new Set(widths)].sort((a, b) => a - b)
  let [low, high] = [0, sides.length - 1]
  while (low < high) {
    const at = Math.floor((low + high) / 2)
    if (groupsWithin(hauls, sides[at]!, memories)) high = at
    else low = at + 1
  }
  const groups = groupsWithin(hauls, sides[low]!, memories)!
  const presets = groups.map((group) => ({
    left: middle(group.map((i) => hauls[i]!.left)),
    right: middle(group.map((i) => hauls[i]!.right)),
  }))
  const assigned = hauls.map((_, i) => groups.findIndex((group) => group.includes(i)))
  return { presets, assigned, worst: worstMiss(hauls, presets, assigned) }
}

export const missOf = (haul: Preset, preset: Preset): number =>
  Math.max(Math.abs(haul.left - preset.left), Math.abs(haul.right - preset.right))
const worstMiss = (hauls: Points, presets: readonly Preset[], assigned: readonly number[]) =>
  Math.max(...hauls.map((haul, i) => missOf(haul, presets[assigned[i]!]!)))

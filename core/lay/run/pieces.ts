import type { Point } from '../../document/types'
import { distance } from '../distances'
import { boxAround, boxToShape, type Box } from '../space/shapes'
import type { Solid } from '../space/solid'
import type { Standing } from '../space/standing'
import { runClearance } from './clearance'
import { RUN_SOLVER } from './settings'

/** Straight pieces of a run against the solids around it. */

const { part: PART, beside: BESIDE } = RUN_SOLVER

/** A straight piece as bounding boxes of its parts: never smaller than the piece. */
function boxesAround(a: Point, b: Point): Box[] {
  const long = distance(a, b)
  const upright = [a.x !== b.x, a.y !== b.y, a.z !== b.z].filter(Boolean).length <= 1
  const pieces = upright ? 1 : Math.max(Math.ceil(long / PART), 1)
  const at = (i: number): Point => ({
    x: a.x + ((b.x - a.x) * i) / pieces,
    y: a.y + ((b.y - a.y) * i) / pieces,
    z: a.z + ((b.z - a.z) * i) / pieces,
  })
  return Array.from({ length: pieces }, (_, i) => boxAround(at(i), at(i + 1)))
}

/** A straight piece of a run. Its parts are only computed if something is near, which is rare. */
interface Piece {
  whole: Box
  parts(): readonly Box[]
}
function pieceOf(a: Point, b: Point): Piece {
  let made: Box[] | null = null
  return { whole: boxAround(a, b), parts: () => (made ??= boxesAround(a, b)) }
}

/** Distance of a straight piece from a solid, m, capped at `enough`. */
function pieceToSolid({ whole, parts }: Piece, { solid, bounds }: Standing, enough: number): number {
  if (boxToShape(whole, bounds) >= enough) return enough
  return parts().reduce((least, box) => Math.min(least, boxToShape(box, solid.shape)), enough)
}

/**
 * The first solid that a straight piece comes too close to; null if there is none.
 * @param fixedTo solids so close to an end that its part is fixed to them
 */
export function inTheWay(
  a: Point,
  b: Point,
  solids: readonly Standing[],
  fixedTo: ReadonlySet<Standing>,
): Solid | null {
  const piece = pieceOf(a, b)
  const found = solids.find((one) => {
    const wanted = fixedTo.has(one) ? BESIDE : runClearance(one.solid)
    return pieceToSolid(piece, one, wanted) < wanted
  })
  return found?.solid ?? null
}

/** The solids that a straight piece touches or goes through. */
export function metBy(a: Point, b: Point, solids: readonly Standing[]): Standing[] {
  const piece = pieceOf(a, b)
  return solids.filter((one) => pieceToSolid(piece, one, BESIDE) === 0)
}

/** The solid nearest to the middle of a run, and its distance, m; Infinity if there is none. */
export interface Nearest {
  far: number
  solid: Standing | null
}
const NOTHING_NEAR: Nearest = { far: Infinity, solid: null }
/** @param before the nearest among other solids */
export function nearest(
  points: readonly Point[],
  solids: readonly Standing[],
  before: Nearest = NOTHING_NEAR,
): Nearest {
  if (solids.length === 0) return before
  let { far, solid } = before
  for (let i = 1; i < points.length; i++) {
    const piece = pieceOf(points[i - 1]!, points[i]!)
    for (const one of solids) {
      const left = pieceToSolid(piece, one, far)
      if (left < far) [far, solid] = [left, one]
    }
  }
  return { far, solid }
}
/** Distance of the middle of a run from the nearest of some solids, m; Infinity if there are none. */
export const nearestOf = (points: readonly Point[], solids: readonly Standing[]): number =>
  nearest(points, solids).far

import type { Point } from '../../document/types'
import { distance } from '../distances'
import { boundsOf, boxAround, boxToShape, type Box } from '../space/shapes'
import type { Solid } from '../space/solid'
import { runClearance } from './clearance'
import { RUN_SOLVER } from './settings'

/** Straight pieces of a run against the solids around it. */

const { part: PART, beside: BESIDE } = RUN_SOLVER

/** A straight piece as upright boxes around its parts: never smaller than it. */
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

/** A solid with the upright box around it, so that most of them are seen to be far away at once. */
export interface Standing {
  solid: Solid
  bounds: Box
}
const standings = new WeakMap<Solid, Standing>()
/** The very same object for the very same solid. */
export function standing(solid: Solid): Standing {
  const known = standings.get(solid) ?? { solid, bounds: { shape: 'box', ...boundsOf(solid.shape) } }
  standings.set(solid, known)
  return known
}

/** A straight piece of a run; its parts are made where something stands near it, which is seldom. */
interface Piece {
  whole: Box
  parts(): readonly Box[]
}
function pieceOf(a: Point, b: Point): Piece {
  let made: Box[] | null = null
  return { whole: boxAround(a, b), parts: () => (made ??= boxesAround(a, b)) }
}

/** How far a straight piece stays from a solid, m; `enough` where it is that far or more. */
function pieceToSolid({ whole, parts }: Piece, { solid, bounds }: Standing, enough: number): number {
  if (boxToShape(whole, bounds) >= enough) return enough
  return parts().reduce((least, box) => Math.min(least, boxToShape(box, solid.shape)), enough)
}

/**
 * The first solid that a straight piece comes too near to; null where none.
 * @param fixedTo what stands so near to an end of it that its part is fixed to it
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

/** The solid that the middle of a run comes nearest to, and how near, m; Infinity where there are none. */
export interface Nearest {
  far: number
  solid: Standing | null
}
const NOTHING_NEAR: Nearest = { far: Infinity, solid: null }
/** @param before what is nearest of other solids */
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
/** How far the middle of a run stays from the nearest of some solids, m; Infinity where there are none. */
export const nearestOf = (points: readonly Point[], solids: readonly Standing[]): number =>
  nearest(points, solids).far

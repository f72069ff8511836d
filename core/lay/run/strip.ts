import { distance } from '../distances'
import { PRACTICE } from '../../catalog/practice'
import type { Point } from '../../document/types'
import { boxAround, boxToShape, passesThrough } from '../space/shapes'
import type { Solid } from '../space/solid'
import type { Route } from '../types'
import { turnAt } from './bends'
import { WAY } from './settings'

/** One piece of a run as it is laid: where it begins, its length, what it follows, and its direction. */
export interface StripPiece {
  /** From the run's first end, along its straight pieces, m. */
  at: number
  length: number
  /** What it is tied to, such as "the left rail"; null if nothing is near enough. */
  along: string | null
  /** Its main direction. */
  way: 'ahead' | 'back' | 'left' | 'right' | 'up' | 'down'
  /** Sheet metal it passes through, each with a grommet. */
  through: string[]
  /** Ties on it, from the run's first end, m. */
  ties: number[]
}

/** Main direction of a piece. */
function wayOf(a: Point, b: Point): StripPiece['way'] {
  const [dx, dy, dz] = [b.x - a.x, b.y - a.y, b.z - a.z]
  if (Math.abs(dx) >= Math.abs(dy) && Math.abs(dx) >= Math.abs(dz)) return dx > 0 ? 'ahead' : 'back'
  if (Math.abs(dy) >= Math.abs(dz)) return dy > 0 ? 'left' : 'right'
  return dz > 0 ? 'up' : 'down'
}

/** A smaller turn counts as straight on, rad: a run follows the rails where they rise. */
const STRAIGHT_ON = 0.7

/** Solids to tie to, nearest first. */
const holds = ({ kind }: Solid) => kind === 'structure' || kind === 'floor' || kind === 'sheet'

/** How far the trim reaches inside the cab's sides and behind the firewall, m (from memory). */
const TRIM = { side: 0.2, dash: 0.35, low: 0.12 }
/** Trim that a curtain airbag may be behind. */
export const AIRBAG_TRIM = 'behind the pillar trim'

/** What a run is behind in the cab; null outside it, and if there is no cab. */
function cabTrims(solids: readonly Solid[]): (at: Point) => string | null {
  const box = (id: string) => {
    const shape = solids.find((solid) => solid.id === id)?.shape
    return shape?.shape === 'box' ? shape : null
  }
  const [floor, firewall, back] = [box('sheet-floor'), box('sheet-firewall'), box('sheet-back')]
  if (!floor) return () => null
  const [rear, front] = [back?.max.x ?? floor.min.x, firewall?.min.x ?? floor.max.x]
  return ({ x, y, z }) => {
    if (x <= rear || x >= front || z <= floor.max.z || Math.abs(y) > floor.max.y) return null
    const low = z < floor.max.z + TRIM.low
    const beside = Math.abs(y) > floor.max.y - TRIM.side
    if (x > front - TRIM.dash && !low) return 'behind the dash'
    if (beside) return low ? 'under the sill trim' : AIRBAG_TRIM
    return low ? 'under the carpet' : null
  }
}

/** Ties at even distances from the run's first end, those on one piece. */
function tiesOn({ at, length }: Pick<StripPiece, 'at' | 'length'>): number[] {
  const apart = PRACTICE.tieSpacing.value
  const first = Math.floor(at / apart) + 1
  const last = Math.floor((at + length) / apart)
  return Array.from({ length: Math.max(last - first + 1, 0) }, (_, i) => (first + i) * apart)
}

/** A run piece by piece, as one walks along it with the ties in hand. */
export function stripOf({ points }: Pick<Route, 'points'>, solids: readonly Solid[]): StripPiece[] {
  const pieces: StripPiece[] = []
  const trims = cabTrims(solids)
  let at = 0
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const length = distance(a, b)
    const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: (a.z + b.z) / 2 }
    const place = boxAround(middle, middle)
    const tied = solids
      .filter(holds)
      .map((solid) => ({ solid, far: boxToShape(place, solid.shape) }))
      .filter(({ far }) => far <= WAY.tied)
      .sort((p, q) => p.far - q.far)[0]
    const along = trims(middle) ?? tied?.solid.label ?? null
    const through = solids
      .filter(({ kind, shape }) => kind === 'sheet' && shape.shape === 'box' && passesThrough(a, b, shape))
      .map((s) => s.label)
    const last = pieces.at(-1)
    const before = points[i - 2]
    const goesOn = last && before && turnAt(before, a, b) < STRAIGHT_ON && last.along === along
    if (goesOn) {
      last.length += length
      last.through.push(...through)
    } else pieces.push({ at, length, along, way: wayOf(a, b), through, ties: [] })
    at += length
  }
  for (const piece of pieces) piece.ties = tiesOn(piece)
  return pieces
}

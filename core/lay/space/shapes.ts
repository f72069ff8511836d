import type { Point } from '../../document/types'

/**
 * Shapes of the truck and its parts in space, and their distances. m; axes as in the plan. Distances are from
 * outside to outside, 0 if two touch or overlap.
 */

/** An upright box; parts are boxes. */
export interface Box {
  shape: 'box'
  min: Point
  max: Point
}
/** A round bar with round ends: a pipe, a shaft. */
export interface Capsule {
  shape: 'capsule'
  a: Point
  b: Point
  radius: number
}
/**
 * A round disc on an axis, swept from one centre to another across it: a wheel over its travel, a spare on its
 * way down.
 */
export interface Disc {
  shape: 'disc'
  axis: 'y' | 'z'
  from: Point
  to: Point
  radius: number
  /** Half its width along the axis. */
  half: number
}
export type Shape = Box | Capsule | Disc

const AXES = ['x', 'y', 'z'] as const

/** Gap between two ranges of an axis; 0 if they overlap. */
const gapOf = (lowA: number, highA: number, lowB: number, highB: number): number =>
  Math.max(lowB - highA, lowA - highB, 0)

const boxToBox = ({ min: a, max: b }: Box, { min: c, max: d }: Box): number => {
  const x = gapOf(a.x, b.x, c.x, d.x)
  const y = gapOf(a.y, b.y, c.y, d.y)
  const z = gapOf(a.z, b.z, c.z, d.z)
  return Math.sqrt(x * x + y * y + z * z)
}

/** A segment and a box by axis, reused between calls, because this runs many thousand times for one truck. */
const segment = {
  start: new Float64Array(3),
  step: new Float64Array(3),
  low: new Float64Array(3),
  high: new Float64Array(3),
  breaks: new Float64Array(8),
}

/** Squared distance of a point on the segment from the box, over the first `axes` axes. */
function squaredAt(t: number, axes: number): number {
  const { start, step, low, high } = segment
  let sum = 0
  for (let k = 0; k < axes; k++) {
    const at = start[k]! + step[k]! * t
    const gap = at < low[k]! ? low[k]! - at : at > high[k]! ? at - high[k]! : 0
    sum += gap * gap
  }
  return sum
}

/**
 * Distance of a box from a segment, over the given axes. Its square is a piecewise parabola along the segment,
 * with breaks where the segment passes a face; the minimum of each piece is exact.
 */
function boxToSegment(box: Box, a: Point, b: Point, axes: readonly (typeof AXES)[number][] = AXES): number {
  const { start, step, low, high, breaks } = segment
  const count = axes.length
  breaks[0] = 0
  let pieces = 1
  for (let k = 0; k < count; k++) {
    const axis = axes[k]!
    start[k] = a[axis]
    step[k] = b[axis] - a[axis]
    low[k] = box.min[axis]
    high[k] = box.max[axis]
    if (step[k] === 0) continue
    for (const face of [low[k]!, high[k]!]) {
      const t = (face - start[k]!) / step[k]!
      if (t <= 0 || t >= 1) continue
      // Sorted on insertion: there are at most six.
      let at = pieces++
      while (at > 1 && breaks[at - 1]! > t) breaks[at] = breaks[--at]!
      breaks[at] = t
    }
  }
  breaks[pieces] = 1
  let least = squaredAt(1, count)
  for (let i = 0; i < pieces && least > 0; i++) {
    const [from, to] = [breaks[i]!, breaks[i + 1]!]
    const middle = (from + to) / 2
    // The parabola Σ(p + d·t)² of the axes that are outside in this piece.
    let [pd, dd] = [0, 0]
    for (let k = 0; k < count; k++) {
      const at = start[k]! + step[k]! * middle
      if (at >= low[k]! && at <= high[k]!) continue
      pd += (start[k]! - (at < low[k]! ? low[k]! : high[k]!)) * step[k]!
      dd += step[k]! * step[k]!
    }
    const bottom = dd > 0 ? Math.min(Math.max(-pd / dd, from), to) : from
    least = Math.min(least, squaredAt(from, count), squaredAt(bottom, count))
  }
  return Math.sqrt(least)
}

const ALONG_UP = ['x', 'z'] as const
const ALONG_ACROSS = ['x', 'y'] as const

function boxToDisc(box: Box, { axis, from, to, radius, half }: Disc): number {
  const across = axis === 'y' ? ALONG_UP : ALONG_ACROSS
  const aside = gapOf(
    Math.min(from[axis], to[axis]) - half,
    Math.max(from[axis], to[axis]) + half,
    box.min[axis],
    box.max[axis],
  )
  return Math.hypot(aside, Math.max(boxToSegment(box, from, to, across) - radius, 0))
}

/** The bounding box of two points, or of one if they are equal. */
export const boxAround = (p: Point, q: Point): Box => ({
  shape: 'box',
  min: { x: Math.min(p.x, q.x), y: Math.min(p.y, q.y), z: Math.min(p.z, q.z) },
  max: { x: Math.max(p.x, q.x), y: Math.max(p.y, q.y), z: Math.max(p.z, q.z) },
})

/** Distance of a box from any shape, m; 0 if they touch or overlap. */
export function boxToShape(box: Box, shape: Shape): number {
  switch (shape.shape) {
    case 'box':
      return boxToBox(box, shape)
    case 'capsule':
      return Math.max(boxToSegment(box, shape.a, shape.b) - shape.radius, 0)
    case 'disc':
      return boxToDisc(box, shape)
  }
}

/** A box shrunk on every side, because something that only touches does not overlap. */
export function shrunk({ min, max }: Box, by: number): Box {
  const middle = (k: (typeof AXES)[number]) => (min[k] + max[k]) / 2
  const at = (of: Point, sign: 1 | -1): Point => {
    const inner = (k: (typeof AXES)[number]) =>
      sign > 0 ? Math.min(of[k] + by, middle(k)) : Math.max(of[k] - by, middle(k))
    return { x: inner('x'), y: inner('y'), z: inner('z') }
  }
  return { shape: 'box', min: at(min, 1), max: at(max, -1) }
}

/** The bounding box of a shape. */
export function boundsOf(shape: Shape): { min: Point; max: Point } {
  if (shape.shape === 'box') return shape
  const [a, b] = shape.shape === 'capsule' ? [shape.a, shape.b] : [shape.from, shape.to]
  const reach = (k: (typeof AXES)[number]) =>
    shape.shape === 'disc' && shape.axis === k ? shape.half : shape.radius
  return {
    min: {
      x: Math.min(a.x, b.x) - reach('x'),
      y: Math.min(a.y, b.y) - reach('y'),
      z: Math.min(a.z, b.z) - reach('z'),
    },
    max: {
      x: Math.max(a.x, b.x) + reach('x'),
      y: Math.max(a.y, b.y) + reach('y'),
      z: Math.max(a.z, b.z) + reach('z'),
    },
  }
}

/** Middle of the part of a straight piece inside a box; null if it passes beside. */
export function passesThrough(a: Point, b: Point, { min, max }: Box): Point | null {
  let [from, to] = [0, 1]
  for (const k of AXES) {
    const d = b[k] - a[k]
    if (d === 0) {
      if (a[k] < min[k] || a[k] > max[k]) return null
      continue
    }
    const ends = [(min[k] - a[k]) / d, (max[k] - a[k]) / d]
    from = Math.max(from, Math.min(...ends))
    to = Math.min(to, Math.max(...ends))
  }
  if (from > to) return null
  const at = (from + to) / 2
  return { x: a.x + (b.x - a.x) * at, y: a.y + (b.y - a.y) * at, z: a.z + (b.z - a.z) * at }
}

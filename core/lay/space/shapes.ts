import type { Point } from '../../document/types'

/**
 * What the truck and its parts are made of in space, and how far a part is from each. m; axes as in the plan. Distances
 * are from outside to outside, 0 where two touch or stand in one another.
 */

/** An upright box; parts are boxes too. */
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
/** A round disc on an axis, moved from one middle to another across it: a wheel over its travel, a spare on its way down. */
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

/** From one range of an axis to another; 0 where they share a place. */
const gapOf = (lowA: number, highA: number, lowB: number, highB: number): number =>
  Math.max(lowB - highA, lowA - highB, 0)

const boxToBox = (a: Box, b: Box): number =>
  Math.hypot(...AXES.map((k) => gapOf(a.min[k], a.max[k], b.min[k], b.max[k])))

/**
 * From a box to a segment, over the axes named. Squared it is piecewise a parabola in the way along the segment, with
 * breaks where the segment passes a face: the least of each piece is exact.
 */
function boxToSegment(box: Box, a: Point, b: Point, axes: readonly (typeof AXES)[number][] = AXES): number {
  const breaks = [0, 1]
  for (const k of axes) {
    const d = b[k] - a[k]
    if (d === 0) continue
    for (const face of [box.min[k], box.max[k]]) {
      const t = (face - a[k]) / d
      if (t > 0 && t < 1) breaks.push(t)
    }
  }
  breaks.sort((p, q) => p - q)
  const squared = (t: number) =>
    axes.reduce((sum, k) => {
      const at = a[k] + (b[k] - a[k]) * t
      const gap = gapOf(at, at, box.min[k], box.max[k])
      return sum + gap * gap
    }, 0)
  let least = squared(1)
  for (let i = 1; i < breaks.length; i++) {
    const [from, to] = [breaks[i - 1]!, breaks[i]!]
    const middle = (from + to) / 2
    // Of the axes that are outside in this piece, the parabola Σ(p + d·t)².
    let [pd, dd] = [0, 0]
    for (const k of axes) {
      const d = b[k] - a[k]
      const at = a[k] + d * middle
      const face = at < box.min[k] ? box.min[k] : at > box.max[k] ? box.max[k] : null
      if (face === null) continue
      pd += (a[k] - face) * d
      dd += d * d
    }
    const bottom = dd > 0 ? Math.min(Math.max(-pd / dd, from), to) : from
    least = Math.min(least, squared(from), squared(bottom))
  }
  return Math.sqrt(least)
}

function boxToDisc(box: Box, { axis, from, to, radius, half }: Disc): number {
  const across = axis === 'y' ? (['x', 'z'] as const) : (['x', 'y'] as const)
  const aside = gapOf(
    Math.min(from[axis], to[axis]) - half,
    Math.max(from[axis], to[axis]) + half,
    box.min[axis],
    box.max[axis],
  )
  return Math.hypot(aside, Math.max(boxToSegment(box, from, to, across) - radius, 0))
}

/** From a box to any shape, m; 0 where they touch or one stands in the other. */
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

/** A box made smaller by so much on every side: what may lie against something does not stand in it. */
export function shrunk({ min, max }: Box, by: number): Box {
  const middle = (k: (typeof AXES)[number]) => (min[k] + max[k]) / 2
  const at = (of: Point, sign: 1 | -1): Point => {
    const inner = (k: (typeof AXES)[number]) =>
      sign > 0 ? Math.min(of[k] + by, middle(k)) : Math.max(of[k] - by, middle(k))
    return { x: inner('x'), y: inner('y'), z: inner('z') }
  }
  return { shape: 'box', min: at(min, 1), max: at(max, -1) }
}

/** Keeps labels laid over a picture apart: each stays where it belongs if it can, else goes the least way that is free. */

export interface LabelBox {
  left: number
  top: number
  width: number
  height: number
  /** Stays where it is; the others go round it. */
  fixed?: boolean
}
export interface Shift {
  x: number
  y: number
}

/** Room left between two labels, and the steps by which one is moved, px. */
const GAP = 2
const STEP = 4
/** Farther than this a label would be taken for another thing's, px. */
const FARTHEST = 56

const hits = (a: LabelBox, b: LabelBox) =>
  a.left < b.left + b.width + GAP &&
  b.left < a.left + a.width + GAP &&
  a.top < b.top + b.height + GAP &&
  b.top < a.top + a.height + GAP

/** Ways to go, the nearest first; up and down before sideways, since words are wide and low. */
const WAYS: readonly Shift[] = [
  { x: 0, y: 0 },
  ...Array.from({ length: FARTHEST / STEP }, (_, i) => (i + 1) * STEP).flatMap((by) => [
    { x: 0, y: -by },
    { x: 0, y: by },
    { x: -by, y: 0 },
    { x: by, y: 0 },
    { x: -by, y: -by },
    { x: by, y: -by },
    { x: -by, y: by },
    { x: by, y: by },
  ]),
]

/**
 * By how much each label goes, px, in the order they came: the first keep their places. One that finds none free within
 * reach stays where it is.
 */
export function keptApart(labels: readonly LabelBox[], frame: { width: number; height: number }): Shift[] {
  const placed = labels.filter((l) => l.fixed)
  return labels.map((label) => {
    if (label.fixed) return { x: 0, y: 0 }
    const moved = (way: Shift): LabelBox => ({ ...label, left: label.left + way.x, top: label.top + way.y })
    const inside = (l: LabelBox) =>
      l.left >= 0 && l.top >= 0 && l.left + l.width <= frame.width && l.top + l.height <= frame.height
    // One that reaches over the edge as it stands may do so elsewhere too.
    const mayReachOver = !inside(label)
    const free = WAYS.find((way) => {
      const there = moved(way)
      return (mayReachOver || inside(there)) && placed.every((other) => !hits(there, other))
    })
    const way = free ?? { x: 0, y: 0 }
    placed.push(moved(way))
    return way
  })
}

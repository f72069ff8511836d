/**
 * Keeps labels laid over a picture apart: each stays where it belongs if it can, else goes the least way that
 * is free.
 */

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
 * By how much each label goes, px, in the order they came: the first keep their places. What reaches over a
 * side is drawn in. One that finds no place free within reach stays where it is.
 */
export function keptApart(labels: readonly LabelBox[], frame: { width: number; height: number }): Shift[] {
  const placed = labels.filter((l) => l.fixed)
  return labels.map((label) => {
    if (label.fixed) return { x: 0, y: 0 }
    const inward = { x: intoFrame(label.left, label.width, frame.width), y: 0 }
    const ways = WAYS.map(({ x, y }) => ({ x: x + inward.x, y: y + inward.y }))
    const moved = (way: Shift): LabelBox => ({ ...label, left: label.left + way.x, top: label.top + way.y })
    const way = ways.find(
      (to) => isInside(moved(to), label, frame) && placed.every((o) => !hits(moved(to), o)),
    )
    placed.push(moved(way ?? inward))
    return way ?? inward
  })
}

/** How far something must go to lie within 0 and `room`; one that is too long begins at 0. */
const intoFrame = (from: number, size: number, room: number) =>
  Math.max(0, Math.min(from, room - size)) - from
/** Room under a picture is often kept for a label: one that stands there may stay, and no other goes there. */
const isInside = (l: LabelBox, from: LabelBox, frame: { width: number; height: number }) =>
  l.left >= 0 &&
  l.left + Math.min(l.width, frame.width) <= frame.width &&
  l.top >= Math.min(0, from.top) &&
  l.top + l.height <= Math.max(frame.height, from.top + from.height)

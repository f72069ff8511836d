/**
 * Keeps labels over a picture apart: each stays at its place if it can, otherwise it moves the shortest way to
 * a free one.
 */

export interface LabelBox {
  left: number
  top: number
  width: number
  height: number
  /** It does not move; the others make room. */
  fixed?: boolean
}
export interface Shift {
  x: number
  y: number
}

/** Room between two labels, and the steps by which one is moved, px. */
const GAP = 2
const STEP = 4
/** A label farther away than this would seem to belong to another thing, px. */
const FARTHEST = 56

const hits = (a: LabelBox, b: LabelBox) =>
  a.left < b.left + b.width + GAP &&
  b.left < a.left + a.width + GAP &&
  a.top < b.top + b.height + GAP &&
  b.top < a.top + a.height + GAP

/** Directions, nearest first; up and down before sideways, because words are wide and low. */
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
 * How far each label moves, px, in the given order: the first keep their places. A label that extends over an
 * edge is moved in. One without a free place within reach does not move.
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

/** How far something must move to lie between 0 and `room`; if it is too long it begins at 0. */
const intoFrame = (from: number, size: number, room: number) =>
  Math.max(0, Math.min(from, room - size)) - from
/** Room under a picture is often kept for one label: that label may stay there, and no other is put there. */
const isInside = (l: LabelBox, from: LabelBox, frame: { width: number; height: number }) =>
  l.left >= 0 &&
  l.left + Math.min(l.width, frame.width) <= frame.width &&
  l.top >= Math.min(0, from.top) &&
  l.top + l.height <= Math.max(frame.height, from.top + from.height)

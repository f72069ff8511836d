import type { Point } from '../../document/types'
import { boundsOf, type Box } from '../../lay/space/shapes'
import type { Solid } from '../../lay/space/solid'
import type { Canvas, Frame, Look } from './canvas'

/**
 * The truck's solids as one sees them from one direction. Axes of the plan: x ahead, y to the left, z up. Lying
 * under the truck with its front to the left, its left side is at the top: the same as in Lay's plan view.
 */
export type ViewName = 'below' | 'left' | 'right' | 'behind'

export interface View {
  name: ViewName
  words: string
  /** A place as the picture has it: to the right, and up, m. */
  flat(at: Point): readonly [number, number]
  /** How far from the eye, m: what is nearer is drawn later. */
  depth(at: Point): number
}

export const VIEWS: Readonly<Record<ViewName, View>> = {
  below: {
    name: 'below',
    words: 'Seen from below, front to the left',
    flat: ({ x, y }) => [-x, y],
    depth: ({ z }) => z,
  },
  left: {
    name: 'left',
    words: 'Seen from the left, front to the left',
    flat: ({ x, z }) => [-x, z],
    depth: ({ y }) => -y,
  },
  right: {
    name: 'right',
    words: 'Seen from the right, front to the right',
    flat: ({ x, z }) => [x, z],
    depth: ({ y }) => y,
  },
  behind: {
    name: 'behind',
    words: 'Seen from behind',
    flat: ({ y, z }) => [-y, z],
    depth: ({ x }) => x,
  },
}

/** A box in a view: to the right, and up, m. */
export function flatBox({ flat }: View, { min, max }: Pick<Box, 'min' | 'max'>): Frame {
  const [a, b] = [flat(min), flat(max)]
  return {
    left: Math.min(a[0], b[0]),
    right: Math.max(a[0], b[0]),
    low: Math.min(a[1], b[1]),
    high: Math.max(a[1], b[1]),
  }
}

export const cornersOf = ({ left, right, low, high }: Frame): [number, number][] => [
  [left, low],
  [right, high],
]

/** True if any of a solid is inside a frame. */
export function isShown(view: View, frame: Frame, solid: Solid): boolean {
  const box = flatBox(view, boundsOf(solid.shape))
  return box.left < frame.right && box.right > frame.left && box.low < frame.high && box.high > frame.low
}

/** A rectangle cut to a frame. */
function cut(box: Frame, frame: Frame): Frame {
  return {
    left: Math.max(box.left, frame.left),
    right: Math.min(box.right, frame.right),
    low: Math.max(box.low, frame.low),
    high: Math.min(box.high, frame.high),
  }
}

/** The piece of a line inside a frame; null if there is none (Liang and Barsky, 1984). */
export function clipped(
  a: readonly [number, number],
  b: readonly [number, number],
  frame: Frame,
): [[number, number], [number, number]] | null {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  let [from, to] = [0, 1]
  for (const [p, q] of [
    [-dx, a[0] - frame.left],
    [dx, frame.right - a[0]],
    [-dy, a[1] - frame.low],
    [dy, frame.high - a[1]],
  ] as const) {
    if (p === 0) {
      if (q < 0) return null
      continue
    }
    const t = q / p
    if (p < 0) from = Math.max(from, t)
    else to = Math.min(to, t)
  }
  if (from > to) return null
  const at = (t: number): [number, number] => [a[0] + dx * t, a[1] + dy * t]
  return [at(from), at(to)]
}

/** A moving wheel is drawn where it stands, and not over its whole travel. */
function drawSolid(canvas: Canvas, view: View, frame: Frame, { shape }: Solid, look: Look): void {
  switch (shape.shape) {
    case 'box': {
      const box = cut(flatBox(view, shape), frame)
      canvas.rect(box.left, box.low, box.right, box.high, look)
      return
    }
    case 'capsule': {
      const line = clipped(view.flat(shape.a), view.flat(shape.b), frame)
      if (line) canvas.line(line, look, shape.radius * 2)
      return
    }
    case 'disc': {
      const middle = {
        x: (shape.from.x + shape.to.x) / 2,
        y: (shape.from.y + shape.to.y) / 2,
        z: shape.axis === 'z' ? shape.to.z : (shape.from.z + shape.to.z) / 2,
      }
      const [x, y] = view.flat(middle)
      const seenRound =
        shape.axis === 'y' ? view.name === 'left' || view.name === 'right' : view.name === 'below'
      const inside =
        x - shape.radius >= frame.left &&
        x + shape.radius <= frame.right &&
        y - shape.radius >= frame.low &&
        y + shape.radius <= frame.high
      if (seenRound && inside) {
        canvas.circle(x, y, shape.radius, look)
        return
      }
      const isUpright = shape.axis === 'z'
      const [wide, high] = seenRound
        ? [shape.radius, shape.radius]
        : isUpright
          ? [shape.radius, shape.half]
          : view.name === 'behind'
            ? [shape.half, shape.radius]
            : [shape.radius, shape.half]
      const box = cut({ left: x - wide, right: x + wide, low: y - high, high: y + high }, frame)
      if (box.left < box.right && box.low < box.high)
        canvas.rect(box.left, box.low, box.right, box.high, look, 8)
    }
  }
}

/** What hides everything behind it in a view from below is left out: one looks past the bed and the cab. */
const OVERHEAD = /^(bed|sheet-|roof)/

/** Wheels are off while one works beside them: from the side they would hide what is behind. */
const WHEELS = /^(front-)?wheel-/

/** Of the places that a turning shaft takes over its travel, only the one in the middle is drawn. */
function onceEach(solids: readonly Solid[]): Solid[] {
  const shafts = solids.filter(({ id }) => id === 'shaft')
  const drawn = shafts[Math.floor(shafts.length / 2)]
  return solids.filter((solid) => solid.id !== 'shaft' || solid === drawn)
}

/**
 * The truck in a frame, far things first; `near` are the solids of this step in ink.
 * @param whole the whole truck, on its wheels
 */
export function drawTruck(
  canvas: Canvas,
  view: View,
  frame: Frame,
  solids: readonly Solid[],
  near: ReadonlySet<Solid>,
  whole = false,
): void {
  const fromSide = view.name === 'left' || view.name === 'right'
  const isHidden = ({ id }: Solid) =>
    view.name === 'below' ? OVERHEAD.test(id) : fromSide && !whole && WHEELS.test(id)
  const shown = onceEach(solids)
    .filter((solid) => isShown(view, frame, solid) && !isHidden(solid))
    .map((solid) => {
      const { min, max } = boundsOf(solid.shape)
      return { solid, far: Math.min(view.depth(min), view.depth(max)) }
    })
    .sort((a, b) => b.far - a.far || Number(near.has(a.solid)) - Number(near.has(b.solid)))
  for (const { solid } of shown) {
    const look: Look =
      solid.kind === 'hot' ? 'hot' : near.has(solid) ? 'near' : solid.kind === 'moving' ? 'moving' : 'faint'
    drawSolid(canvas, view, frame, solid, look)
  }
}

import { partBox } from '../../lay/space/room'
import { laidSize } from '../../lay/space/stand'
import { tapedPlace, type Taped } from '../../lay/tapes'
import { boundsOf, boxToShape, type Box } from '../../lay/space/shapes'
import { showText } from '../../quantity/units'
import type { GuideSource } from '../stepGuide'
import { createCanvas, frameAround, type Frame, type Spot, type StepPicture } from './canvas'
import { cornersOf, drawTruck, flatBox, isShown, VIEWS, type View } from './views'

/** What of the truck stands around a part in its picture, and the least that is shown, m. */
const AROUND = 0.22
const LEAST = { width: 1, height: 0.6 }

type Axis = 'x' | 'y' | 'z'
/** Axis of a tape, the face of the part that it is read to, and which way its edge lies from there. */
const READ: Record<Taped['of'], { axis: Axis; face: 'min' | 'max' }> = {
  front: { axis: 'x', face: 'max' },
  rear: { axis: 'x', face: 'min' },
  underside: { axis: 'z', face: 'min' },
  top: { axis: 'z', face: 'max' },
  'left side': { axis: 'y', face: 'max' },
  'right side': { axis: 'y', face: 'min' },
}
const BACK: Record<Taped['way'], 1 | -1> = {
  'ahead of': -1,
  above: -1,
  'left of': -1,
  behind: 1,
  below: 1,
  'right of': 1,
}

/** Both ends of a tape along its axis: the edge it hangs on, and the face of the part, m. */
export function tapeEnds(part: Box, { of, far, way }: Taped): { axis: Axis; edge: number; face: number } {
  const { axis, face } = READ[of]
  const at = part[face][axis]
  return { axis, edge: at + BACK[way] * far, face: at }
}

/** The direction that shows most of a place's tapes; from the side of the truck that the part is on. */
function viewFor(part: Box, tapes: readonly Taped[]): View {
  if (tapes.some(({ of }) => READ[of].axis === 'z'))
    return VIEWS[(part.min.y + part.max.y) / 2 >= 0 ? 'left' : 'right']
  return VIEWS.below
}

/** Which direction of the picture an axis of the plan is drawn in; null if one looks along it. */
function wayOf(view: View, axis: Axis): 'level' | 'upright' | null {
  if (view.name === 'below') return axis === 'x' ? 'level' : axis === 'y' ? 'upright' : null
  if (view.name === 'behind') return axis === 'y' ? 'level' : axis === 'z' ? 'upright' : null
  return axis === 'x' ? 'level' : axis === 'z' ? 'upright' : null
}

/** The part at its place, what it is held to in ink, and the lengths to edges that a tape reaches. */
export function placePicture(part: string, source: GuideSource): StepPicture | null {
  const { plan, derived, solids, units } = source
  const { places, stands } = derived.stages.lay.result
  const place = places[part]
  const component = plan.air.components[part]
  if (!place || !component) return null
  const box = partBox(place, laidSize(plan.air, stands, part))
  const { tapes } = tapedPlace(box, solids)
  const view = viewFor(box, tapes)
  const flat = flatBox(view, box)
  const drawn = tapes.flatMap((tape) => {
    const ends = tapeEnds(box, tape)
    const way = wayOf(view, ends.axis)
    if (way === null) return []
    const at = (v: number) => {
      const [right, up] = view.flat({ x: 0, y: 0, z: 0, [ends.axis]: v })
      return way === 'level' ? right : up
    }
    return [{ way, edge: at(ends.edge), face: at(ends.face), far: tape.far, from: tape.from }]
  })
  const reached: [number, number][] = drawn.map(({ way, edge }) =>
    way === 'level' ? [edge, flat.low] : [flat.left, edge],
  )
  const frame = frameAround([...cornersOf(flat), ...reached], LEAST, AROUND)
  const canvas = createCanvas(view.words, frame)
  const near = new Set(
    solids.filter((solid) => solid.kind === 'structure' && boxToShape(box, solid.shape) < 0.15),
  )
  drawTruck(canvas, view, frame, solids, near)
  canvas.rect(flat.left, flat.low, flat.right, flat.high, 'lit', 3)
  const fits = canvas.writeInside(flat, component.label)
  for (const { way, edge, face, far, from: edgeOf } of drawn) {
    // The edge that the tape hangs on, where another thing hides it.
    const [low, high] = [
      flat.low - (frame.high - frame.low) * 0.1,
      flat.high + (frame.high - frame.low) * 0.14,
    ]
    const ends: [number, number][] =
      way === 'level'
        ? [
            [edge, low],
            [edge, high],
          ]
        : [
            [flat.left - (frame.right - frame.left) * 0.09, edge],
            [flat.right, edge],
          ]
    canvas.line(ends, 'thin')
    canvas.dimension(
      way,
      edge,
      face,
      way === 'level'
        ? flat.low - (frame.high - frame.low) * 0.08
        : flat.left - (frame.right - frame.left) * 0.05,
      far,
      showText(far, 'length', units),
    )
    if (way === 'level') canvas.name(canvas.spot(edge, high), edgeOf.replace(/^the /, ''))
  }
  for (const { from, to } of portsSeen(part, view, source))
    canvas.arrow(canvas.spot(...from), to(canvas.spot(...from)))
  if (!fits) canvas.nameBox(flat, component.label)
  nameNear(canvas, view, frame, source, near)
  return canvas.done()
}

/** Length of an arrow at a port, in units of the picture. */
const ARROW = 30

/**
 * Ports of a part that a line leaves in the picture, each direction once: an arrow from the port the way that it
 * faces.
 */
function portsSeen(
  part: string,
  view: View,
  { derived }: Pick<GuideSource, 'derived'>,
): { from: readonly [number, number]; to(at: Spot): Spot }[] {
  const seen = new Set<string>()
  return derived.stages.lay.result.routes.flatMap(({ from, to, points, wayless, kind }) => {
    if (wayless || kind !== 'air' || points.length < 2 || (from !== part && to !== part)) return []
    const way = from === part ? points : points.toReversed()
    const [a, b] = [view.flat(way[0]!), view.flat(way[1]!)]
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
    const far = Math.hypot(dx, dy)
    const [ux, uy] = [dx / far, dy / far]
    const key = `${Math.round(ux)} ${Math.round(uy)}`
    if (far < 0.005 || seen.has(key)) return []
    seen.add(key)
    return [{ from: a, to: ([x, y]: Spot): Spot => [x + ux * ARROW, y - uy * ARROW] }]
  })
}

/** Names of what is held to, and of what is hot, each once, at the middle of what is seen of it. */
export function nameNear(
  canvas: ReturnType<typeof createCanvas>,
  view: View,
  frame: Frame,
  { solids }: Pick<GuideSource, 'solids'>,
  near: ReadonlySet<GuideSource['solids'][number]>,
): void {
  const named = new Set<string>()
  for (const solid of solids) {
    if (!(near.has(solid) || solid.kind === 'hot') || named.has(solid.label) || !isShown(view, frame, solid))
      continue
    const spot = seenMiddle(view, frame, solid)
    if (!spot) continue
    named.add(solid.label)
    canvas.name(canvas.spot(...spot), solid.label.replace(/^(the|a) /, ''))
  }
}

/** The middle of what a frame shows of a solid, m; null if it shows none of its box. */
function seenMiddle(
  view: View,
  frame: Frame,
  { shape }: GuideSource['solids'][number],
): [number, number] | null {
  const box = flatBox(view, boundsOf(shape))
  const [left, right] = [Math.max(box.left, frame.left), Math.min(box.right, frame.right)]
  const [low, high] = [Math.max(box.low, frame.low), Math.min(box.high, frame.high)]
  return left < right && low < high ? [(left + right) / 2, (low + high) / 2] : null
}

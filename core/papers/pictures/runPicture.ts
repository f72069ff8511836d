import type { Step } from '../../build/types'
import type { Point } from '../../document/types'
import { partBox } from '../../lay/space/room'
import { laidSize } from '../../lay/space/stand'
import { stripOf } from '../../lay/run/strip'
import type { Route } from '../../lay/types'
import { runToShape } from './near'
import type { WireRow } from '../../power/wires'
import { stepGuide, wiresOfStep, type GuideSource } from '../stepGuide'
import { createCanvas, frameAround, type Canvas, type StepPicture } from './canvas'
import { nameNear } from './placePicture'
import { drawTruck, flatBox, VIEWS, type View } from './views'

const LEAST = { width: 0.9, height: 0.55 }
const AROUND = 0.14
/** Solids nearer than this to a run are what it is tied to, m. */
const TIED = 0.06

/** The place along a run, from its first end. */
function placeAt(points: readonly Point[], far: number): Point {
  let left = far
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const length = Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z)
    if (left <= length && length > 0) {
      const t = left / length
      return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t }
    }
    left -= length
  }
  return points.at(-1)!
}

/** From below, unless the run is mostly upright: then from its side. */
function viewOf(routes: readonly Route[]): View {
  const points = routes.flatMap((route) => route.points)
  const reach = (axis: 'y' | 'z') =>
    Math.max(...points.map((p) => p[axis])) - Math.min(...points.map((p) => p[axis]))
  if (reach('z') <= reach('y') * 1.5) return VIEWS.below
  const middle = points.reduce((sum, { y }) => sum + y, 0) / points.length
  return VIEWS[middle >= 0 ? 'left' : 'right']
}

/**
 * Runs on the truck: lit along their whole way, with their ties, the parts at their ends, and what they are
 * tied to. One run is walked piece by piece.
 */
export function runPicture(step: Step, routes: readonly Route[], source: GuideSource): StepPicture | null {
  const ways = routes.filter(({ wayless, points }) => !wayless && points.length > 1)
  if (ways.length === 0) return null
  const { plan, derived, solids } = source
  const { places, stands } = derived.stages.lay.result
  const view = viewOf(ways)
  const spots = ways.flatMap(({ points }) => points.map((p) => view.flat(p)))
  const frame = frameAround(spots, LEAST, AROUND)
  const canvas = createCanvas(view.words, frame)
  const near = new Set(
    solids.filter(
      (solid) =>
        (solid.kind === 'structure' || solid.kind === 'sheet') &&
        ways.some(({ points }) => runToShape(points, solid.shape) < TIED),
    ),
  )
  drawTruck(canvas, view, frame, solids, near)
  const ends = [...new Set(ways.flatMap(({ from, to }) => [from, to]))].filter(
    (id) => plan.air.components[id] && places[id],
  )
  for (const id of ends) {
    const box = flatBox(view, partBox(places[id]!, laidSize(plan.air, stands, id)))
    canvas.rect(box.left, box.low, box.right, box.high, 'near', 3)
    canvas.keepFrame(box)
  }
  for (const { points } of ways)
    canvas.line(
      points.map((p) => view.flat(p)),
      'lit',
      0.012,
    )
  for (const route of ways)
    for (const piece of stripOf(route, solids))
      for (const tie of piece.ties) {
        const [x, y] = view.flat(placeAt(route.points, tie))
        canvas.circle(x, y, 0.004, 'near')
      }
  const [only] = ways
  if (ways.length === 1 && only) {
    const words = stepGuide(step, source).run
    stripOf(only, solids).forEach((piece, i) => {
      const [x, y] = view.flat(placeAt(only.points, piece.at + piece.length / 2))
      canvas.walkTo(x, y, words[i] ?? '')
    })
  }
  const wires = wiresOfStep(step.id, source)
  if (wires.length > 0 && ways.length > 1) walkWires(canvas, view, ways, wires, stepGuide(step, source).ends)
  for (const id of ends) {
    const box = flatBox(view, partBox(places[id]!, laidSize(plan.air, stands, id)))
    canvas.nameBox(box, plan.air.components[id]!.label)
  }
  nameNear(canvas, view, frame, source, near)
  return canvas.done()
}

/** Marks of the wires on each run, and a walk from wire to wire with its ends and terminals. */
function walkWires(
  canvas: Canvas,
  view: View,
  ways: readonly Route[],
  wires: readonly WireRow[],
  words: readonly string[],
): void {
  for (const { id, points, run } of ways) {
    const mine = wires.flatMap((wire, i) => (wire.route === id ? [{ wire, text: words[i]! }] : []))
    if (mine.length === 0) continue
    const [x, y] = view.flat(placeAt(points, run / 2))
    canvas.name(canvas.spot(x, y), mine.map(({ wire }) => wire.mark).join(', '), 'figure')
    for (const { text } of mine) canvas.walkTo(x, y, text)
  }
}

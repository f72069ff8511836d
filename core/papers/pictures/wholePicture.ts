import type { Solid } from '../../lay/space/solid'
import { boundsOf } from '../../lay/space/shapes'
import { partBox } from '../../lay/space/room'
import { laidSize } from '../../lay/space/stand'
import type { GuideSource } from '../stepGuide'
import { createCanvas, frameAround, type Canvas, type Frame, type Spot, type StepPicture } from './canvas'
import { nameNear } from './placePicture'
import { cornersOf, drawTruck, flatBox, VIEWS, type View } from './views'

/** The whole truck in a view, with room for words around it, m. */
function frameOfAll(view: View, solids: readonly Solid[], also: readonly Spot[], room: number): Frame {
  const spots = solids
    .filter(({ entered }) => !entered)
    .flatMap(({ shape }) => cornersOf(flatBox(view, boundsOf(shape))))
  return frameAround([...spots, ...also], { width: 1, height: 0.6 }, room)
}

/** The whole truck from the left, to draw something of a step on. @param also places beside it that are shown */
export function sidePicture(
  source: GuideSource,
  draw: (canvas: Canvas, view: View) => void,
  also: readonly Spot[] = [],
): StepPicture {
  return fromLeft(source, frameOfAll(VIEWS.left, source.solids, also, 0.25), draw)
}

/** The cab and the front wheels from the left. */
export function cabPicture(source: GuideSource, draw: (canvas: Canvas, view: View) => void): StepPicture {
  const { wheelbase, cabRear, tyre } = source.plan.truck
  const all = frameOfAll(VIEWS.left, source.solids, [], 0.25)
  return fromLeft(source, { ...all, left: -wheelbase - tyre.radius * 2.2, right: -cabRear + 0.3 }, draw)
}

function fromLeft(
  source: GuideSource,
  frame: Frame,
  draw: (canvas: Canvas, view: View) => void,
): StepPicture {
  const view = VIEWS.left
  const { solids } = source
  const canvas = createCanvas(view.words, frame)
  drawTruck(canvas, view, frame, solids, new Set(), true)
  canvas.line(
    [
      [frame.left, 0],
      [frame.right, 0],
    ],
    'near',
  )
  draw(canvas, view)
  return canvas.done()
}

/** More parts than this are numbered instead of named, because their names would hide the truck. */
const MOST_NAMES = 7

/** Parts of the circuit where they are on the truck, some of them lit, from below. */
export function partsPicture(
  parts: readonly string[],
  source: GuideSource,
  spots: readonly LitSpot[] = [],
): StepPicture | null {
  const { plan, derived, solids } = source
  const { places, stands } = derived.stages.lay.result
  const known = parts.filter((id) => places[id] && plan.air.components[id])
  if (known.length + spots.length === 0) return null
  const view = VIEWS.below
  const boxes = known
    .map((id) => ({
      label: plan.air.components[id]!.label,
      box: flatBox(view, partBox(places[id]!, laidSize(plan.air, stands, id))),
    }))
    .sort((a, b) => a.box.left - b.box.left)
  const at = spots.map(({ at: place }) => view.flat(place))
  // A spot alone is shown with so much of the truck that one sees where it is.
  const least = known.length === 0 ? { width: 3, height: 1.9 } : { width: 1.2, height: 0.7 }
  const frame = frameAround([...boxes.flatMap(({ box }) => cornersOf(box)), ...at], least, 0.2)
  const canvas = createCanvas(view.words, frame)
  const near = new Set(solids.filter(({ id }) => /^rail-(left|right)$/.test(id)))
  drawTruck(canvas, view, frame, solids, near)
  for (const { box } of boxes) {
    canvas.rect(box.left, box.low, box.right, box.high, 'lit', 3)
    canvas.keepFrame(box)
  }
  for (const [x, y] of at) {
    canvas.circle(x, y, 0.03, 'lit')
    canvas.keepFrame({ left: x - 0.03, right: x + 0.03, low: y - 0.03, high: y + 0.03 })
  }
  if (boxes.length > MOST_NAMES)
    boxes.forEach(({ box, label }, i) => {
      const middle = [(box.left + box.right) / 2, (box.low + box.high) / 2] as const
      canvas.numberAt(canvas.spot(...middle), label, i + 1)
    })
  else for (const { box, label } of boxes) canvas.nameBox(box, label)
  spots.forEach(({ words }, i) => canvas.name(canvas.spot(...at[i]!), words))
  nameNear(canvas, view, frame, source, near)
  return canvas.done()
}

export interface LitSpot {
  at: GuideSource['derived']['stages']['lay']['result']['places'][string]
  words: string
}

/** Solids of the truck lit where they are; null if the truck has none of them. */
export function solidPicture(
  ids: RegExp,
  source: GuideSource,
  name: string,
  viewOf: View = VIEWS.below,
): StepPicture | null {
  const { solids } = source
  const lit = solids.filter(({ id }) => ids.test(id))
  if (lit.length === 0) return null
  const frame = frameAround(
    lit.flatMap(({ shape }) => cornersOf(flatBox(viewOf, boundsOf(shape)))),
    { width: 1.6, height: 1 },
    0.12,
  )
  const canvas = createCanvas(viewOf.words, frame)
  drawTruck(
    canvas,
    viewOf,
    frame,
    solids.filter((solid) => !lit.includes(solid)),
    new Set(),
  )
  for (const { shape } of lit) {
    const box = flatBox(viewOf, boundsOf(shape))
    canvas.rect(box.left, box.low, box.right, box.high, 'lit', 6)
    canvas.keepFrame(box)
  }
  canvas.nameBox(flatBox(viewOf, boundsOf(lit[0]!.shape)), name)
  return canvas.done()
}

import { partBox } from '../../lay/space/room'
import { laidSize } from '../../lay/space/stand'
import { boxToShape } from '../../lay/space/shapes'
import type { LeakPlace } from '../../prove/types'
import type { GuideSource } from '../stepGuide'
import { createCanvas, frameAround, type StepPicture } from './canvas'
import { nameNear } from './placePicture'
import { clipped, cornersOf, drawTruck, flatBox, VIEWS } from './views'

const LEAST = { width: 0.9, height: 0.55 }
const AROUND = 0.15
/** What is nearer than this to the place is drawn in ink, m. */
const NEAR = 0.15

/**
 * The picture of a place to soap. The joint at the end of a line is lit, with the line and its part around it;
 * any other place lights its whole part. Null if Lay has no place for the part.
 */
export function leakPicture({ id, at }: LeakPlace, source: GuideSource): StepPicture | null {
  const { plan, derived, solids } = source
  const { places, stands, routes } = derived.stages.lay.result
  const part = places[at]
  if (!part || !plan.air.components[at]) return null
  const view = VIEWS.below
  const solid = partBox(part, laidSize(plan.air, stands, at))
  const box = flatBox(view, solid)
  const [line, end] = id.split(':')
  const route = routes.find((r) => r.id === line && !r.wayless && r.points.length > 1)
  const joint = route && (end === 'to' ? route.points.at(-1) : route.points[0])
  const frame = frameAround([...cornersOf(box), ...(joint ? [view.flat(joint)] : [])], LEAST, AROUND)
  const canvas = createCanvas(view.words, frame)
  const near = new Set(
    solids.filter(({ kind, shape }) => kind === 'structure' && boxToShape(solid, shape) < NEAR),
  )
  drawTruck(canvas, view, frame, solids, near)
  canvas.rect(box.left, box.low, box.right, box.high, joint ? 'near' : 'lit', 3)
  canvas.keepFrame(box)
  if (route && joint) {
    route.points.slice(1).forEach((to, i) => {
      const piece = clipped(view.flat(route.points[i]!), view.flat(to), frame)
      if (piece) canvas.line(piece, 'near', 0.01)
    })
    canvas.circle(...view.flat(joint), 0.02, 'lit')
  }
  canvas.nameBox(box, plan.air.components[at]!.label)
  nameNear(canvas, view, frame, source, near)
  return canvas.done()
}

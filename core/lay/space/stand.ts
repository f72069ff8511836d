import { layFactsOf, type Face } from '../../catalog/layFacts'
import { partSize, type PartSize } from '../../catalog/partSizes'
import { DIRECT, type AirPlan, type LayPlan, type Point, type Stand, type Up } from '../../document/types'
import { RUN_SOLVER } from '../run/settings'

/** How a part stands on the truck: its direction, which side is up, and where its ports are. */

export type Stands = LayPlan['stands']

/** As on the bench, its front ahead. */
export const AS_IS: Stand = { turn: 0, up: 'upright' }

/** Size of a part as it stands: along, across and up the truck, m. */
export function laidSize(air: AirPlan, stands: Stands, id: string): PartSize {
  const [long, wide, high] = partSize(air, id)
  const { turn, up } = stands[id] ?? AS_IS
  const [across, height] = up === 'side' ? [high, wide] : [wide, high]
  return turn % 2 === 1 ? [across, long, height] : [long, across, height]
}

const AXES: Record<Face, Point> = {
  front: { x: 1, y: 0, z: 0 },
  back: { x: -1, y: 0, z: 0 },
  left: { x: 0, y: 1, z: 0 },
  right: { x: 0, y: -1, z: 0 },
  top: { x: 0, y: 0, z: 1 },
  bottom: { x: 0, y: 0, z: -1 },
}

/** The negative, without −0. */
const other = (v: number) => 0 - v

/** Rolled about its own length: left goes up, or top and bottom are exchanged. */
function rolled({ x, y, z }: Point, up: Up): Point {
  if (up === 'side') return { x, y: other(z), z: y }
  return up === 'over' ? { x, y: other(y), z: other(z) } : { x, y, z }
}

/** Turned to the left by quarter turns, seen from above. */
function turned({ x, y, z }: Point, turn: number): Point {
  if (turn === 1) return { x: other(y), y: x, z }
  if (turn === 2) return { x: other(x), y: other(y), z }
  return turn === 3 ? { x: y, y: other(x), z } : { x, y, z }
}

/** The direction that a side of a part faces on the truck, a unit vector along an axis. */
export const facing = (face: Face, { turn, up }: Stand): Point => turned(rolled(AXES[face], up), turn)

/** Where a line leaves a part, and in which direction; null if the port may face anywhere. */
export interface PortEnd {
  at: Point
  leaves: Point | null
}

/** A port of a part, given the middle of its underside: in the middle of the port's side, or of the part. */
export function portEnd(
  place: Point,
  [along, across, up]: PartSize,
  face: Face | null,
  stand: Stand,
): PortEnd {
  const middle = { ...place, z: place.z + up / 2 }
  if (!face) return { at: middle, leaves: null }
  const leaves = facing(face, stand)
  const { x, y, z } = leaves
  return {
    at: {
      x: middle.x + (x * along) / 2,
      y: middle.y + (y * across) / 2,
      z: middle.z + (z * up) / 2,
    },
    leaves,
  }
}

/** A port of a part. */
export interface PortOf {
  id: string
  port: string
}
/** Where a line really ends: if its part is screwed into another, at the port of that one. */
export function hostOf(air: Pick<AirPlan, 'lines' | 'components'>, end: PortOf): PortOf {
  const into = Object.values(air.lines).find(
    (l) => l.from === end.id && l.tube === DIRECT && air.components[l.to],
  )
  return into ? hostOf(air, { id: into.to, port: into.toPort }) : end
}

/** Distance along, across and up, the way a run follows the frame, m. */
const aroundFrame = (a: Point, b: Point) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.z - b.z)

/** Cost of a line that leaves directly away from its target, m of run for each half of the turn. */
const TURN_BACK = 0.25

/**
 * How every part stands: as turned by hand, otherwise pointing ahead or back, whichever brings its ports closer
 * to what they are joined to.
 */
export function standsOf(air: AirPlan, places: Readonly<Record<string, Point>>, byHand: Stands): Stands {
  const lines = Object.values(air.lines)
    .filter((l) => l.tube !== DIRECT)
    .map((l) => [hostOf(air, { id: l.from, port: l.fromPort }), hostOf(air, { id: l.to, port: l.toPort })])
  const entries = Object.keys(air.components).map((id): [string, Stand] => {
    const own = byHand[id]
    if (own) return [id, own]
    const { ports } = layFactsOf(air, id)
    const size = partSize(air, id)
    const joined = lines.flatMap((ends) => {
      const own = ends.find((end) => end.id === id)
      const face = own && ports[own.port]
      const other = places[ends.find((end) => end.id !== id)?.id ?? '']
      return face && other ? [{ face, to: other }] : []
    })
    const far = (stand: Stand) =>
      joined.reduce((sum, { face, to }) => {
        const { at, leaves } = portEnd(places[id]!, size, face, stand)
        const away = { x: to.x - at.x, y: to.y - at.y, z: to.z - at.z }
        const straight = Math.hypot(away.x, away.y, away.z) || 1
        const turns = 1 - (leaves!.x * away.x + leaves!.y * away.y + leaves!.z * away.z) / straight
        return sum + aroundFrame(at, to) + turns * TURN_BACK
      }, 0)
    const back: Stand = { turn: 2, up: 'upright' }
    return [id, joined.length > 0 && far(back) < far(AS_IS) - RUN_SOLVER.rounding ? back : AS_IS]
  })
  return Object.fromEntries(entries)
}

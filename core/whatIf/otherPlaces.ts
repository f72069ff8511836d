import { createDeriver } from '../derive/derive'
import type { Plan, Point } from '../document/types'
import { laidParts, nearestRoom, partBox, solidsOf } from '../lay/space/room'
import { laidSize } from '../lay/space/stand'

/** Another place for a part that does not fit where it is planned, and what it changes. */
export interface OtherPlace {
  at: Point
  /** How far it is from the planned place, m. */
  moved: number
  /** Change of all lines together, m; of the share of volts lost to the compressor, null without one. */
  lines: number
  drop: number | null
  /** Change of the longest time up to level, s; null if no compressor fills it. */
  fill: number | null
}

/** Directions in which places are looked for, and how far from the planned one, m. */
const STEPS: readonly (readonly [number, number])[] = [
  [0.15, 0],
  [-0.15, 0],
  [0.3, 0],
  [-0.3, 0],
  [0.6, 0],
  [-0.6, 0],
  [0, -0.1],
  [0, 0.1],
]
/** Places nearer to each other than this are one, m. */
const SAME = 0.08

/**
 * The nearest places to a part's own where it has room, nearest first, each tried on a copy of the plan. The
 * place itself, where it did not fit, is not among them.
 * @param most how many are wanted
 */
export function otherPlaces(plan: Plan, part: string, most = 3): OtherPlace[] {
  const derive = createDeriver()
  const now = derive(plan).stages
  const { places, stands } = now.lay.result
  const own = places[part]
  if (!own) return []
  const solids = solidsOf(now.truck.result.truck, plan.air, plan.lay.solids)
  const size = laidSize(plan.air, stands, part)
  const others = laidParts(plan.air)
    .filter((id) => id !== part && places[id])
    .map((id) => partBox(places[id]!, laidSize(plan.air, stands, id)))
  const far = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z)
  const found: Point[] = []
  for (const [dx, dz] of STEPS) {
    const at = nearestRoom(
      { x: own.x + dx, y: own.y, z: own.z + dz },
      size,
      now.truck.result.truck,
      solids,
      others,
    )
    if (at && far(at, own) >= SAME && found.every((one) => far(one, at) >= SAME)) found.push(at)
  }
  const nearest = found.sort((a, b) => far(a, own) - far(b, own)).slice(0, most)
  const sumOf = (stages: typeof now) => stages.lay.result.cuts.reduce((sum, { cut }) => sum + cut, 0)
  const dropOf = (stages: typeof now) => stages.power.figures.drop?.value ?? null
  const fillOf = (stages: typeof now) => {
    const times = Object.entries(stages.air.figures).flatMap(([id, { value }]) =>
      id.endsWith('.time') && value !== null ? [value] : [],
    )
    return times.length > 0 ? Math.max(...times) : null
  }
  const change = (then: number | null, before: number | null) =>
    then === null || before === null ? null : then - before
  return nearest.map((at) => {
    const then = derive.copy()({
      ...plan,
      lay: { ...plan.lay, places: { ...plan.lay.places, [part]: at } },
    }).stages
    return {
      at,
      moved: far(at, own),
      lines: sumOf(then) - sumOf(now),
      drop: change(dropOf(then), dropOf(now)),
      fill: change(fillOf(then), fillOf(now)),
    }
  })
}

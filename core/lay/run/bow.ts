import type { Point } from '../../document/types'
import { lengthOf } from '../distances'
import type { Box } from '../space/shapes'
import { roundedLength } from './bends'
import type { Standing } from '../space/standing'
import { inTheWay } from './pieces'
import { WAY } from './settings'

/** Tubes between close neighbours, bent by hand round a part in between. */

/** Distance of the bent tube's middle from the part's face, m. */
const BESIDE = WAY.radius + 0.001

const clamp = (v: number, low: number, high: number) => Math.min(Math.max(v, low), high)

/** One point on each edge of a box enlarged by the tube: the nearest to the midpoint of both ends. */
function edgePlaces({ min, max }: Box, a: Point, b: Point): Point[] {
  const AXES = ['x', 'y', 'z'] as const
  return AXES.flatMap((along) => {
    const [u, v] = AXES.filter((axis) => axis !== along) as [keyof Point, keyof Point]
    const middle = clamp((a[along] + b[along]) / 2, min[along] - BESIDE, max[along] + BESIDE)
    return [min[u] - BESIDE, max[u] + BESIDE].flatMap((atU) =>
      [min[v] - BESIDE, max[v] + BESIDE].map((atV) => ({ ...a, [along]: middle, [u]: atU, [v]: atV })),
    )
  })
}

/**
 * The shortest way from one end to the other past the parts in between: straight if there are none, else over
 * one or two of their edges. Null if every such way hits something or has no room for its bends.
 * @param bend smallest allowed bend radius, m
 * @param solids everything the tube must not hit
 * @param fixedTo what an end is fixed to: may be passed at any distance
 */
export function bowRound(
  a: Point,
  b: Point,
  bend: number,
  solids: readonly Standing[],
  fixedTo: ReadonlySet<Standing>,
): Point[] | null {
  const meets = (from: Point, to: Point, some: readonly Standing[]) =>
    inTheWay(from, to, some, fixedTo) !== null
  const between = solids.filter((one) => meets(a, b, [one]))
  if (between.length === 0) return [a, b]
  const places = between.flatMap(({ bounds }) => edgePlaces(bounds, a, b))
  const ways = [
    ...places.map((at) => [a, at, b]),
    ...places.flatMap((first) => places.map((second) => [a, first, second, b])),
  ].map((points) => ({ points, length: lengthOf(points) }))
  const isOpen = ({ points }: { points: readonly Point[] }) =>
    roundedLength(points, bend).leastBend >= bend &&
    points.slice(1).every((p, i) => !meets(points[i]!, p, solids))
  return ways.sort((one, other) => one.length - other.length).find(isOpen)?.points ?? null
}

import type { LayPlan, Point } from '../document/types'

/**
 * Places to write when a part is moved: its own, and those of the parts on the same carrier plate, moved by the
 * same way.
 * @param places where all parts are now, m
 */
export function movedTogether(
  { carrier }: Pick<LayPlan, 'carrier'>,
  places: Readonly<Record<string, Point>>,
  part: string,
  to: Point,
): Record<string, Point> {
  const from = places[part]
  if (!from || !carrier.includes(part)) return { [part]: to }
  return Object.fromEntries(
    carrier.flatMap((id): [string, Point][] => {
      const at = places[id]
      return at ? [[id, { x: at.x + to.x - from.x, y: at.y + to.y - from.y, z: at.z + to.z - from.z }]] : []
    }),
  )
}

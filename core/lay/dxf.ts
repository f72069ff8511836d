import type { Point } from '../document/types'
import { boundsOf, type Box } from './space/shapes'
import type { Solid } from './space/solid'
import type { Route } from './types'

/**
 * The truck's solids, the parts and the runs as a DXF of lines in space, mm, one layer per kind: the plain form
 * that every drawing program reads (group codes of the ENTITIES section from memory). Solids are shown by their
 * bounding boxes.
 */
export interface Named {
  label: string
  box: Box
}

const mm = (metres: number) => String(Math.round(metres * 1e6) / 1000)

const line = (layer: string, a: Point, b: Point): string[] => {
  const pairs: [number, string][] = [
    [0, 'LINE'],
    [8, layer],
    [10, mm(a.x)],
    [20, mm(a.y)],
    [30, mm(a.z)],
    [11, mm(b.x)],
    [21, mm(b.y)],
    [31, mm(b.z)],
  ]
  return pairs.flatMap(([code, value]) => [String(code), value])
}

/** The twelve edges of an upright box. */
function edges({ min, max }: Pick<Box, 'min' | 'max'>): [Point, Point][] {
  const corner = (i: number): Point => ({
    x: i & 1 ? max.x : min.x,
    y: i & 2 ? max.y : min.y,
    z: i & 4 ? max.z : min.z,
  })
  return Array.from({ length: 8 }, (_, i) => i).flatMap((i) =>
    [1, 2, 4].filter((bit) => !(i & bit)).map((bit): [Point, Point] => [corner(i), corner(i | bit)]),
  )
}

export function layDxf(solids: readonly Solid[], parts: readonly Named[], routes: readonly Route[]): string {
  const lines = [
    ...solids.flatMap(({ kind, shape }) =>
      edges(boundsOf(shape)).flatMap(([a, b]) => line(`TRUCK-${kind.toUpperCase()}`, a, b)),
    ),
    ...parts.flatMap(({ box }) => edges(box).flatMap(([a, b]) => line('PARTS', a, b))),
    ...routes.flatMap(({ path, points }) =>
      points.slice(1).flatMap((p, i) => line(`RUN-${path.toUpperCase()}`, points[i]!, p)),
    ),
  ]
  return `${['0', 'SECTION', '2', 'ENTITIES', ...lines, '0', 'ENDSEC', '0', 'EOF'].join('\n')}\n`
}

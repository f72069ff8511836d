import { boxToShape, type Box } from './space/shapes'
import type { Solid } from './space/solid'

/** A place as one finds it with a tape: what the part is held to, and how far it is from two edges. */

/** One reading of the tape, from an edge that a hand reaches. */
export interface Taped {
  /** The side of the part that is measured to. */
  of: 'front' | 'rear' | 'underside' | 'top' | 'left side' | 'right side'
  /** m, never negative. */
  far: number
  way: 'ahead of' | 'behind' | 'above' | 'below' | 'left of' | 'right of'
  from: string
}

export interface TapedPlace {
  /** What it is held to, such as "outside of the left rail"; null if nothing to hold it is near. */
  on: string | null
  tapes: Taped[]
}

const ORDINALS = ['rearmost', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth']
const isRail = ({ id }: Solid) => /^rail-/.test(id)
const isMember = ({ id }: Solid) => /^member-/.test(id)
const boxOf = ({ shape }: Solid): Box | null => (shape.shape === 'box' ? shape : null)

/** Cross-members and rails by name: counted from the rear, as one sees them lying under it. */
function memberNames(solids: readonly Solid[]): Map<Solid, string> {
  const members = solids.filter(isMember).sort((a, b) => boxOf(a)!.min.x - boxOf(b)!.min.x)
  return new Map(
    members.map((member, i) => [
      member,
      i === 0 ? 'the rearmost cross-member' : `the ${ORDINALS[i] ?? `${i + 1}th`} cross-member from the rear`,
    ]),
  )
}

/** On which side of a rail or a cross-member a box is. */
function faceOn(part: Box, host: Box, name: string, rail: boolean): string {
  const gaps = [
    { far: part.min.z - host.max.z, words: `on top of ${name}` },
    { far: host.min.z - part.max.z, words: `under ${name}` },
    { far: part.min.x - host.max.x, words: `at the front of ${name}` },
    { far: host.min.x - part.max.x, words: `at the rear of ${name}` },
    {
      far: part.min.y - host.max.y,
      words: rail ? `${host.min.y > 0 ? 'outside' : 'inside'} of ${name}` : `left of ${name}`,
    },
    {
      far: host.min.y - part.max.y,
      words: rail ? `${host.min.y > 0 ? 'inside' : 'outside'} of ${name}` : `right of ${name}`,
    },
  ]
  return gaps.reduce((best, gap) => (gap.far > best.far ? gap : best)).words
}

/** Farther from anything that could hold it than this, a part is held by nothing that the plan knows, m. */
const HOLDS_WITHIN = 0.15

/** Nearer than this a part lies on what holds it, m. */
const TOUCHES = 0.02

/** Where a part is, by what holds it and two edges; a third where it lies on neither. */
export function tapedPlace(part: Box, solids: readonly Solid[]): TapedPlace {
  const names = memberNames(solids)
  const hosts = solids.flatMap((solid) => {
    const box = boxOf(solid)
    return box && (isRail(solid) || isMember(solid)) ? [{ solid, box, far: boxToShape(part, box) }] : []
  })
  if (hosts.length === 0) return { on: null, tapes: [] }
  const host = hosts.reduce((best, h) => (h.far < best.far ? h : best))
  const name = names.get(host.solid) ?? host.solid.label
  const tapes = [alongTape(part, hosts, names)]
  const rail = hosts.filter(({ solid }) => isRail(solid)).reduce((best, h) => (h.far < best.far ? h : best))
  tapes.push(
    isRail(host.solid) && overlapsUp(part, rail.box)
      ? upTape(part, rail.box)
      : acrossTape(part, rail.box, rail.solid.label),
  )
  // Beside a rail and not on it: across as well.
  if (tapes.length === 2 && tapes[1]!.of === 'underside' && host.far > TOUCHES)
    tapes.push(acrossTape(part, rail.box, rail.solid.label))
  return { on: host.far <= HOLDS_WITHIN ? faceOn(part, host.box, name, isRail(host.solid)) : null, tapes }
}

const overlapsUp = (part: Box, rail: Box) => part.min.z < rail.max.z && part.max.z > rail.min.z

/** Along the truck: from the nearest face of a cross-member, or from the ends of the rails. */
function alongTape(
  part: Box,
  hosts: readonly { solid: Solid; box: Box }[],
  names: ReadonlyMap<Solid, string>,
): Taped {
  const rails = hosts.filter(({ solid }) => isRail(solid)).map(({ box }) => box)
  const edges = [
    { x: Math.min(...rails.map(({ min }) => min.x)), from: 'the rear end of the rails' },
    ...hosts.flatMap(({ solid, box }) => {
      const name = names.get(solid)
      return name
        ? [
            { x: box.max.x, from: `the front of ${name}` },
            { x: box.min.x, from: `the rear of ${name}` },
          ]
        : []
    }),
  ]
  const readings = edges.flatMap(({ x, from }): Taped[] => [
    ...(part.min.x >= x
      ? [{ of: 'rear' as const, far: part.min.x - x, way: 'ahead of' as const, from }]
      : []),
    ...(part.max.x <= x ? [{ of: 'front' as const, far: x - part.max.x, way: 'behind' as const, from }] : []),
  ])
  return readings.reduce((best, reading) => (reading.far < best.far ? reading : best))
}

/** Up: from the lower edge of the rail that the part is beside. */
function upTape(part: Box, rail: Box): Taped {
  const far = part.min.z - rail.min.z
  return {
    of: 'underside',
    far: Math.abs(far),
    way: far >= 0 ? 'above' : 'below',
    from: 'the lower edge of the rail',
  }
}

/** Across: from the nearest face of the nearest rail that the part is beside. */
function acrossTape(part: Box, rail: Box, name: string): Taped {
  const left = rail.min.y > 0
  const faces = [
    { y: left ? rail.min.y : rail.max.y, from: `the inside of ${name}` },
    { y: left ? rail.max.y : rail.min.y, from: `the outside of ${name}` },
  ]
  const readings = faces.flatMap(({ y, from }): Taped[] => [
    { of: 'left side', far: y - part.max.y, way: 'right of', from },
    { of: 'right side', far: part.min.y - y, way: 'left of', from },
  ])
  const beside = readings.filter(({ far }) => far >= 0)
  // A part wider than the rail, over or under it, hangs over its inside.
  if (beside.length === 0) return { ...readings[0]!, far: Math.abs(readings[0]!.far), way: 'left of' }
  return beside.reduce((best, reading) => (reading.far < best.far ? reading : best))
}

import type { LayPlan, Point, EnteredSolid } from '../../document/types'
import { boundsOf, type Box, type Shape } from './shapes'

/**
 * Kinds of solids. Parts and runs are fixed to `structure` and, if they must, to a `floor` or a `sheet`; a run
 * may pass a sheet through a hole with a grommet. Nothing may come near `moving` or `hot` solids. A `body` is
 * only avoided.
 */
export const SOLID_KINDS = ['structure', 'floor', 'sheet', 'moving', 'hot', 'body'] as const
export type SolidKind = (typeof SOLID_KINDS)[number]

/** One thing on the truck that a part must keep clear of. */
export interface Solid {
  id: string
  /** Its name in a sentence: "the fuel tank". */
  label: string
  shape: Shape
  kind: SolidKind
  /** Added by hand. */
  entered?: true
  /** Lines leave it from inside: a part of the circuit, a spring. */
  hasPorts?: true
}

export const box = (min: Point, max: Point): Box => ({ shape: 'box', min, max })
export const around = (at: Point, [x, y, z]: readonly [number, number, number]): Box =>
  box(
    { x: at.x - x / 2, y: at.y - y / 2, z: at.z - z / 2 },
    { x: at.x + x / 2, y: at.y + y / 2, z: at.z + z / 2 },
  )

/** Everything that is not a hole is a solid. */
type EnteredThing = EnteredSolid & { kind: Exclude<EnteredSolid['kind'], 'grommet'> }
const isThing = (entered: EnteredSolid): entered is EnteredThing =>
  entered.there && entered.kind !== 'grommet'

/** Grommets added by hand: a run passes sheet metal there without a new hole. */
export const enteredGrommets = (entered: LayPlan['solids']): Point[] =>
  Object.values(entered)
    .filter(({ kind, there }) => there && kind === 'grommet')
    .map(({ at }) => at)

/** A thing added by hand, as a solid. */
const solidOfEntered = (id: string, { label, kind, at, size }: EnteredThing): Solid => ({
  id,
  label: `the ${label.toLowerCase()}`,
  kind: kind === 'keepOut' ? 'body' : kind,
  entered: true,
  shape: around(at, [size.along, size.across, size.up]),
})

export const capitalised = (text: string) => text[0]!.toUpperCase() + text.slice(1)

/** A solid as a thing added by hand, to start from: its bounding box. */
export function asEntered({ label, kind, shape }: Solid, order: number): EnteredSolid {
  const { min, max } = boundsOf(shape)
  const middle = (k: 'x' | 'y' | 'z') => (min[k] + max[k]) / 2
  return {
    label: capitalised(label.replace(/^the /, '')),
    kind: kind === 'floor' ? 'structure' : kind,
    at: { x: middle('x'), y: middle('y'), z: middle('z') },
    size: { along: max.x - min.x, across: max.y - min.y, up: max.z - min.z },
    there: true,
    order,
  }
}

/** The truck's solids with things added by hand: in addition, or replacing the one with the same id. */
export function withEntered(solids: readonly Solid[], entered: LayPlan['solids']): Solid[] {
  const entries = Object.entries(entered).sort(([, a], [, b]) => a.order - b.order)
  return [
    ...solids.filter(({ id }) => !entered[id]),
    ...entries.flatMap(([id, thing]) => (isThing(thing) ? [solidOfEntered(id, thing)] : [])),
  ]
}

import type { LayPlan, Point, ToldSolid } from '../../document/types'
import { boundsOf, type Box, type Shape } from './shapes'

/**
 * What a solid is to parts and runs: `structure` they are fixed to; a `floor` too, where they must, and a `sheet`,
 * which a run may also pass through a hole with a grommet; `moving` and `hot` nothing may come near; a `body` they
 * only keep out of.
 */
export const SOLID_KINDS = ['structure', 'floor', 'sheet', 'moving', 'hot', 'body'] as const
export type SolidKind = (typeof SOLID_KINDS)[number]

/** One thing of the truck that a part must keep clear of. */
export interface Solid {
  id: string
  /** What it is called in a sentence: "the fuel tank". */
  label: string
  shape: Shape
  kind: SolidKind
  /** Told by hand. */
  told?: true
  /** Lines leave it from within: a part of the circuit, a spring. */
  hasPorts?: true
}

export const box = (min: Point, max: Point): Box => ({ shape: 'box', min, max })
export const around = (at: Point, [x, y, z]: readonly [number, number, number]): Box =>
  box(
    { x: at.x - x / 2, y: at.y - y / 2, z: at.z - z / 2 },
    { x: at.x + x / 2, y: at.y + y / 2, z: at.z + z / 2 },
  )

/** What is no hole is a solid. */
type ToldThing = ToldSolid & { kind: Exclude<ToldSolid['kind'], 'grommet'> }
const isThing = (told: ToldSolid): told is ToldThing => told.there && told.kind !== 'grommet'

/** Where the grommets are that were told by hand: a run passes sheet metal there without a hole of its own. */
export const grommetsTold = (told: LayPlan['solids']): Point[] =>
  Object.values(told)
    .filter(({ kind, there }) => there && kind === 'grommet')
    .map(({ at }) => at)

/** A thing told by hand, as a solid. */
const toldSolid = (id: string, { label, kind, at, size }: ToldThing): Solid => ({
  id,
  label: `the ${label.toLowerCase()}`,
  kind: kind === 'keepOut' ? 'body' : kind,
  told: true,
  shape: around(at, [size.along, size.across, size.up]),
})

export const capitalised = (text: string) => text[0]!.toUpperCase() + text.slice(1)

/** The same as a thing told by hand, to begin from: the upright box around it. */
export function asTold({ label, kind, shape }: Solid, order: number): ToldSolid {
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

/** The truck's solids with what was told by hand: beside them, or instead of one of the same id. */
export function withTold(solids: readonly Solid[], told: LayPlan['solids']): Solid[] {
  const entries = Object.entries(told).sort(([, a], [, b]) => a.order - b.order)
  return [
    ...solids.filter(({ id }) => !told[id]),
    ...entries.flatMap(([id, thing]) => (isThing(thing) ? [toldSolid(id, thing)] : [])),
  ]
}

import { sameJson } from '../../quantity/patch'
import {
  DIRECT,
  type AirLine,
  type AirPlan,
  type Archetype,
  type Circuit,
  type Component,
  type PartState,
  LINE_NOT_LOOKED_AT,
} from '../../document/types'
import { withLinePaths } from './connections'
import { startingCircuit } from './startingCircuits'

/** From the existing circuit to the future one: what is in both stays. */

const withState = <T extends { state: PartState }>(x: T, state: PartState): T => ({ ...x, state })

const isSamePart = (a: Component | undefined, b: Component): boolean =>
  a !== undefined && a.kind === b.kind && a.side === b.side
const isSameLine = (a: AirLine | undefined, b: AirLine): boolean =>
  a !== undefined &&
  sameJson([a.from, a.fromPort, a.to, a.toPort, a.tube], [b.from, b.fromPort, b.to, b.toPort, b.tube])

/** Every part and line of a circuit in one state. */
export function allIn(circuit: Circuit, state: PartState): Circuit {
  const each = <T extends { state: PartState }>(record: Record<string, T>) =>
    Object.fromEntries(Object.entries(record).map(([id, x]) => [id, withState(x, state)]))
  return { components: each(circuit.components), lines: each(circuit.lines) }
}

/**
 * Existing lines that get a new part in their middle: they are cut and both pieces stay.
 * @param stays whether a part exists and stays
 * @returns ids of the old lines that are cut, and ids of the new circuit's lines that are their pieces
 */
function cutInTwo(
  found: Circuit,
  target: Record<string, AirLine>,
  stays: (part: string) => boolean,
): { lines: Set<string>; pieces: Set<string> } {
  const lines = new Set<string>()
  const pieces = new Set<string>()
  const ends = ({ from, to }: AirLine) => [from, to]
  for (const [id, old] of Object.entries(found.lines)) {
    if (old.tube === DIRECT || !ends(old).every(stays) || isSameLine(found.lines[id], target[id] ?? NO_LINE))
      continue
    const free = Object.entries(target).filter(([piece, l]) => !pieces.has(piece) && l.tube === old.tube)
    /** Pieces from one end of the old line to a new part, by that part. */
    const from = (end: string) =>
      new Map(
        free.flatMap(([piece, l]) => {
          if (!ends(l).includes(end)) return []
          const at = l.from === end ? l.to : l.from
          return stays(at) ? [] : [[at, piece] as const]
        }),
      )
    const [one, two] = [from(old.from), from(old.to)]
    const at = [...one.keys()].find((part) => two.has(part))
    if (at === undefined) continue
    lines.add(id)
    pieces.add(one.get(at)!).add(two.get(at)!)
  }
  return { lines, pieces }
}
const NO_LINE: AirLine = {
  from: '',
  fromPort: '',
  to: '',
  toPort: '',
  path: 'supply',
  tube: null,
  state: 'new',
  found: LINE_NOT_LOOKED_AT,
}

/**
 * The future circuit, with what exists today kept, and what is no longer wanted taken out. Parts match by id,
 * kind and side; lines by what they join and by their tube.
 */
export function retrofitted(found: Circuit, target: Circuit): Pick<AirPlan, 'components' | 'lines' | 'gone'> {
  const keepsPart = (id: string, c: Component) => isSamePart(found.components[id], c)
  const components = Object.fromEntries(
    Object.entries(target.components).map(([id, c]) =>
      keepsPart(id, c)
        ? [id, withState({ ...found.components[id]!, label: c.label }, 'kept')]
        : [id, withState(c, 'new')],
    ),
  )
  const keepsLine = (id: string, l: AirLine) =>
    isSameLine(found.lines[id], l) &&
    components[l.from]?.state === 'kept' &&
    components[l.to]?.state === 'kept'
  const cut = cutInTwo(found, target.lines, (id) => components[id]?.state === 'kept')
  const lines = Object.fromEntries(
    Object.entries(target.lines).map(([id, l]) => [
      id,
      withState(l, keepsLine(id, l) || cut.pieces.has(id) ? 'kept' : 'new'),
    ]),
  )
  const goneOf = <T extends { state: PartState }>(there: Record<string, T>, stays: (id: string) => boolean) =>
    Object.fromEntries(
      Object.entries(there)
        .filter(([id]) => !stays(id))
        .map(([id, x]) => [id, withState(x, 'out')]),
    )
  return {
    ...withLinePaths({ components, lines }),
    gone: {
      components: goneOf(found.components, (id) => components[id]?.state === 'kept'),
      lines: goneOf(found.lines, (id) => cut.lines.has(id) || lines[id]?.state === 'kept'),
    },
  }
}

/** A starting circuit where another one exists today. */
export const fromTo = (found: Archetype, target: Archetype) =>
  retrofitted(allIn(startingCircuit(found), 'kept'), startingCircuit(target))

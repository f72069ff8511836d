import { sameJson } from '../../quantity/patch'
import type { AirLine, AirPlan, Archetype, Circuit, Component, PartState } from '../../document/types'
import { withLinePaths } from './connections'
import { startingCircuit } from './startingCircuits'

/** From a circuit that is there to the one that will be: what is in both stays. */

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
 * The circuit that will be, with what of it is there today kept, and what is there and not wanted any more taken out.
 * Parts are the same by id, kind and side; lines by what they join and with what tube.
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
  const lines = Object.fromEntries(
    Object.entries(target.lines).map(([id, l]) => [id, withState(l, keepsLine(id, l) ? 'kept' : 'new')]),
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
      lines: goneOf(found.lines, (id) => lines[id]?.state === 'kept'),
    },
  }
}

/** A starting circuit where another is there today. */
export const fromTo = (found: Archetype, target: Archetype) =>
  retrofitted(allIn(startingCircuit(found), 'kept'), startingCircuit(target))

import { KINDS, type ComponentKind } from '../../catalog/kinds'
import type { AirPlan, PartState, Side } from '../../document/types'
import { isThere, LINE_NOT_LOOKED_AT } from '../../catalog/partStates'
import { freeId, OperationError } from '../../quantity/operation'
import { newComponent } from '../parts/parts'

/** Parts and lines put into a circuit and taken out of it, one at a time. */

/**
 * A change of a circuit that leaves it whole: no line ends at nothing, no port holds two, and what it opens it closes
 * again. It takes a plan's air and gives a new one; what cannot be done throws an OperationError that says why.
 */
export type Change = (air: AirPlan) => AirPlan

/** Takes a line out of the circuit given, in place; one that is there today is kept among what is taken out. */
export function dropLine(air: AirPlan, id: string): void {
  const line = air.lines[id]
  if (line && isThere(line.state)) air.gone.lines = { ...air.gone.lines, [id]: { ...line, state: 'out' } }
  air.lines = Object.fromEntries(Object.entries(air.lines).filter(([other]) => other !== id))
}
/**
 * Takes a part out of the circuit given, in place; its lines are the caller’s to take. One that is there today is kept
 * among what is taken out.
 */
export function dropPart(air: AirPlan, id: string): void {
  keepAsGone(air, id)
  air.components = Object.fromEntries(Object.entries(air.components).filter(([other]) => other !== id))
}

/** Writes down that a part which is there today is taken out. */
export function keepAsGone(air: AirPlan, id: string): void {
  const part = air.components[id]
  if (part && isThere(part.state))
    air.gone.components = { ...air.gone.components, [id]: { ...part, state: 'out' } }
}

/**
 * A copy to work on of a circuit of which every line ends at a part: an operation follows lines.
 * @throws OperationError where a line ends at nothing
 */
export function copyOf(air: AirPlan): AirPlan {
  const { components, lines } = air
  if (!Object.values(lines).every(({ from, to }) => components[from] && components[to]))
    throw new OperationError('A line ends at nothing. Take it away first: the note that tells of it does.')
  return copyWithLoose(air)
}

/** The same of any circuit, for what follows no line. Whole copies: a step may write where it likes. */
export const copyWithLoose = (air: AirPlan): AirPlan => ({
  ...air,
  components: structuredClone(air.components),
  lines: structuredClone(air.lines),
  gone: structuredClone(air.gone),
})

const ID_STEM: Partial<Record<ComponentKind, string>> = {
  handFill: 'fill',
  pressureSwitch: 'switch',
  restrictor: 'bore',
}

/** Puts a part of a kind into the circuit given, in place. @returns its id. */
export function addPart(
  air: AirPlan,
  kind: ComponentKind,
  options: { id?: string; label?: string; side?: Side | null; class?: string } = {},
): string {
  const side = options.side ?? null
  const id = freeId(
    air.components,
    options.id ??
      `${ID_STEM[kind] ?? kind.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}${side ? `-${side}` : ''}`,
  )
  const name = KINDS[kind].label.replace(', 2/2', '')
  air.components[id] = newComponent(
    kind,
    options.label ?? (side ? `${side === 'left' ? 'Left' : 'Right'} ${name.toLowerCase()}` : name),
    side,
    options.class ?? null,
  )
  return id
}

/** Puts a line between two ports into the circuit given, in place. @returns its id. */
export function addLine(
  air: AirPlan,
  from: string,
  fromPort: string,
  to: string,
  toPort: string,
  rest: { id?: string; tube?: string | null; state?: PartState } = {},
): string {
  const id = freeId(air.lines, rest.id ?? `${from}-${to}`)
  const { tube = null, state = 'new' } = rest
  air.lines[id] = {
    from,
    fromPort,
    to,
    toPort,
    path: 'supply',
    tube,
    state,
    found: { ...LINE_NOT_LOOKED_AT },
  }
  return id
}

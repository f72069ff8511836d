import { KINDS } from '../../catalog/kinds'
import {
  type AirPlan,
  type PartState,
  type Side,
  type ComponentKind,
  LINE_NOT_LOOKED_AT,
} from '../../document/types'
import { isThere } from '../../catalog/partStates'
import { freeId, OperationError } from '../../quantity/operation'
import { newComponent } from '../parts/parts'

/** Parts and lines added to a circuit or removed from it, one at a time. */

/**
 * A change of a circuit that keeps it complete: no line ends at nothing, no port holds two lines, and what it
 * opens it closes again. It takes a plan's air and returns a new one. What cannot be done throws an
 * OperationError with the reason.
 */
export type Change = (air: AirPlan) => AirPlan

/** Removes a line from the given circuit in place. A line that exists today is recorded as taken out. */
export function dropLine(air: AirPlan, id: string): void {
  const line = air.lines[id]
  if (line && isThere(line.state)) air.gone.lines = { ...air.gone.lines, [id]: { ...line, state: 'out' } }
  air.lines = Object.fromEntries(Object.entries(air.lines).filter(([other]) => other !== id))
}
/**
 * Removes a part from the given circuit in place; the caller removes its lines. A part that exists today is
 * recorded as taken out.
 */
export function dropPart(air: AirPlan, id: string): void {
  keepAsGone(air, id)
  air.components = Object.fromEntries(Object.entries(air.components).filter(([other]) => other !== id))
}

/** Records that an existing part is taken out. */
export function keepAsGone(air: AirPlan, id: string): void {
  const part = air.components[id]
  if (part && isThere(part.state))
    air.gone.components = { ...air.gone.components, [id]: { ...part, state: 'out' } }
}

/**
 * A working copy of a circuit in which every line ends at a part, because an operation follows lines.
 * @throws OperationError if a line ends at nothing
 */
export function copyOf(air: AirPlan): AirPlan {
  const { components, lines } = air
  if (!Object.values(lines).every(({ from, to }) => components[from] && components[to]))
    throw new OperationError('A line ends at nothing. Take it away first: the note that tells of it does.')
  return copyWithLoose(air)
}

/** The same for any circuit, if no lines are followed. It is a full copy, so a step may write anywhere. */
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

/** Adds a part of a kind to the given circuit in place. @returns its id */
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

/** Adds a line between two ports to the given circuit in place. @returns its id */
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

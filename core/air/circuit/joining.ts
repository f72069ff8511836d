import { KINDS } from '../../catalog/kinds'
import { OperationError } from '../../quantity/operation'
import { DIRECT, type AirLine, type AirPlan, type Side, type ComponentKind } from '../../document/types'
import { openPorts, withLinePaths, endsAt } from './connections'
import { addLine, addPart, dropLine, dropPart } from './editing'
import { portsOf } from '../parts/parts'

/**
 * Parts put into lines, teed off and removed again. What that opens is closed, so that the circuit stays
 * complete.
 */

const throughPorts = (kind: ComponentKind): [string, string] =>
  kind === 'tee' ? ['a', 'b'] : kind === 'manifold' || kind === 'tank' ? ['in', 'out1'] : ['in', 'out']
const entryPort = (kind: ComponentKind): string =>
  KINDS[kind].ports.find((p) => p.type === 'pressure')?.id ?? 'in'

/** The line with an id. @throws {OperationError} if it does not exist or belongs to an intake */
export function lineOf(air: AirPlan, id: string): AirLine {
  const line = air.lines[id]
  if (!line) throw new OperationError('That line is no longer in the circuit.')
  if (air.components[line.from]?.kind === 'filter' || air.components[line.to]?.kind === 'filter')
    throw new OperationError('The intake carries no pressure: nothing goes into it.')
  return line
}

/** Closes an open port with a plug. */
export function closePort(air: AirPlan, id: string, port: string): void {
  const made = addPart(air, 'plug', { id: `plug-${id}-${port}`.replace(/-out(\d)$/, '-$1') })
  addLine(air, made, 'in', id, port, { tube: DIRECT })
}

/** Puts a part into a line. The first piece keeps its name, the second gets a new one. Writes into `air`. */
export function insertPart(air: AirPlan, lineId: string, part: string): string {
  const line = lineOf(air, lineId)
  const [a, b] = throughPorts(air.components[part]!.kind)
  // An existing tube is cut in two and both halves stay. Parts that were screwed together need two new tubes.
  const half =
    line.tube === DIRECT ? { tube: null, state: 'new' as const } : { tube: line.tube, state: line.state }
  const after = addLine(air, part, b, line.to, line.toPort, half)
  air.lines[lineId] = { ...line, to: part, toPort: a, ...half }
  return after
}

/** Unused outlets of a larger block are plugged, and every line's path is recomputed. */
export function closeAndRetrace(air: AirPlan): AirPlan {
  for (const { component, port } of openPorts(air))
    if (air.components[component]!.kind === 'block') closePort(air, component, port)
  return withLinePaths(air)
}
/** Side whose air a line carries; null for supply air and air to both. */
export const lineSide = (line: AirLine): Side | null =>
  line.path === 'left' || line.path === 'right' ? line.path : null

/**
 * Tees a part’s port into a line, in place. @returns the tee’s id @throws {OperationError} if the line does not
 * exist
 */
export function teeInto(air: AirPlan, line: string, part: string): string {
  const c = air.components[part]!
  const tee = addPart(air, 'tee', {
    id: `tee-${part}`,
    label: `Tee for the ${c.label.toLowerCase()}`,
    side: c.side,
  })
  insertPart(air, line, tee)
  addLine(air, tee, 'c', part, entryPort(c.kind), { tube: KINDS[c.kind].fits === 'port' ? DIRECT : null })
  for (const p of portsOf(air, part))
    if (p.type === 'pressure' && p.id !== entryPort(c.kind)) closePort(air, part, p.id)
  return tee
}

/** Kinds that are removed with the part they are screwed to. */
const GUARDS: readonly ComponentKind[] = ['relief', 'drain', 'pressureSwitch', 'plug', 'sensor', 'filter']

/**
 * Removes a part from the given circuit in place, with the guards screwed to it, and joins its two lines.
 * @throws {OperationError} if it does not exist, is a spring, or has more than two lines
 */
export function removePart(air: AirPlan, id: string): AirPlan {
  const c = air.components[id]
  if (!c) throw new OperationError('That part is no longer in the circuit.')
  if (c.kind === 'spring')
    throw new OperationError(
      'Without its spring a side has nothing to do. Change the springs’ class instead.',
    )
  for (const e of endsAt(air, id)) {
    const other = air.components[e.other]!
    if (!GUARDS.includes(other.kind) || endsAt(air, e.other).length > 1 || endsAt(air, id).length <= 1)
      continue
    dropLine(air, e.line)
    dropPart(air, e.other)
  }
  const ends = endsAt(air, id)
  if (ends.length > 2)
    throw new OperationError(
      `${ends.length} lines meet at the ${c.label.toLowerCase()}: take off all but two, then it can go.`,
    )
  const tubes = ends.map((e) => air.lines[e.line]!.tube)
  for (const e of ends) dropLine(air, e.line)
  dropPart(air, id)
  if (ends.length === 2) {
    // From the end the air came from to where it went.
    const [one, two] = (ends[0]!.end === 'to' ? ends : [ends[1]!, ends[0]!]) as [
      (typeof ends)[number],
      (typeof ends)[number],
    ]
    const screwed = ends.some((e) => KINDS[air.components[e.other]!.kind].fits === 'port')
    addLine(air, one.other, one.otherPort, two.other, two.otherPort, {
      id: one.line,
      tube: screwed ? DIRECT : (tubes.find((t) => t !== DIRECT) ?? null),
    })
  } else if (ends.length === 1) closeAfter(air, ends[0]!)
  return air
}

/** What a removed part hung on is closed: a tee is removed, any other port gets a plug. */
export function closeAfter(air: AirPlan, end: { other: string; otherPort: string }): void {
  const other = air.components[end.other]
  if (!other) return
  if (other.kind === 'tee' && endsAt(air, end.other).length === 2) removePart(air, end.other)
  else if (GUARDS.includes(other.kind) && endsAt(air, end.other).length === 0) dropPart(air, end.other)
  else if (portsOf(air, end.other).find((p) => p.id === end.otherPort)?.type === 'pressure')
    closePort(air, end.other, end.otherPort)
}

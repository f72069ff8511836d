import { isThere } from '../../catalog/partStates'
import {
  DIRECT,
  type AirLine,
  type AirPlan,
  type Circuit,
  type PartState,
  LINE_NOT_LOOKED_AT,
} from '../../document/types'
import { newComponent, portsOf } from '../parts/parts'
import { withLinePaths } from './connections'
import { perCircuit } from './perCircuit'

/** What exists, what will exist, and what runs: the circuit by the state of its parts. */

/** True if everything in a plan is new: nothing existed, and nothing is left for later. */
export const isAllNew = (air: AirPlan): boolean =>
  [...Object.values(air.components), ...Object.values(air.lines)].every((x) => x.state === 'new') &&
  Object.keys(air.gone.components).length + Object.keys(air.gone.lines).length === 0

/** The circuit on the truck today, before any work. */
export function circuitAsFound(air: AirPlan): Circuit {
  const there = <T extends { state: PartState }>(record: Record<string, T>) =>
    Object.fromEntries(Object.entries(record).filter(([, x]) => isThere(x.state)))
  const components = { ...there(air.components), ...air.gone.components }
  const lines = { ...uncut(there(air.lines), (id) => components[id] !== undefined), ...air.gone.lines }
  return {
    components,
    lines: Object.fromEntries(
      Object.entries(lines).filter(([, l]) => components[l.from] && components[l.to]),
    ),
  }
}

/** The lines with those that will be cut for a new part joined again, under the name of their first piece. */
function uncut(lines: Record<string, AirLine>, isThere: (part: string) => boolean): Record<string, AirLine> {
  const whole = { ...lines }
  for (const [id, line] of Object.entries(lines)) {
    const middle = isThere(line.from) ? line.to : line.from
    const [other, rest] =
      Object.entries(whole).find(([one, l]) => one !== id && (l.from === middle || l.to === middle)) ?? []
    if (isThere(middle) || !whole[id] || !other || !rest) continue
    const end = ({ from, fromPort, to, toPort }: AirLine) =>
      from === middle ? ([to, toPort] as const) : ([from, fromPort] as const)
    const [[from, fromPort], [to, toPort]] = [end(line), end(rest)]
    whole[id] = { ...line, from, fromPort, to, toPort }
    Reflect.deleteProperty(whole, other)
  }
  return whole
}

/**
 * The circuit as it runs when this job is done: without what is left for later, with its ports and tubes
 * plugged until then. Returns the same plan if nothing is left.
 */
export const circuitAsItRuns = perCircuit(withoutLater)

function withoutLater(air: AirPlan): AirPlan {
  const isLater = (x: { state: PartState }) => x.state === 'later'
  if (![...Object.values(air.components), ...Object.values(air.lines)].some(isLater)) return air
  const components = Object.fromEntries(Object.entries(air.components).filter(([, c]) => !isLater(c)))
  const next: AirPlan = { ...air, components, lines: {} }
  for (const [id, line] of Object.entries(air.lines)) {
    const ends = [
      { part: line.from, port: line.fromPort },
      { part: line.to, port: line.toPort },
    ]
    const standing = ends.filter((e) => components[e.part])
    if (standing.length === 2 && !isLater(line)) next.lines[id] = line
    const [end] = standing
    // A tube that is run now is plugged at its far end; one that is not run leaves its port plugged.
    if (standing.length === 1 && end) plugUntilThen(next, id, end, isLater(line) ? DIRECT : line.tube)
    if (standing.length === 2 && isLater(line))
      for (const e of standing) plugUntilThen(next, `${id}-${e.part}`, e, DIRECT)
  }
  return withLinePaths(next)
}

/** A plug on a port, screwed in or on the far end of the tube run to it; in the given circuit, in place. */
function plugUntilThen(
  next: AirPlan,
  id: string,
  { part, port }: { part: string; port: string },
  tube: string | null,
): void {
  if (portsOf(next, part).find((p) => p.id === port)?.type !== 'pressure') return
  const plug = `${id}-until`
  next.components = { ...next.components, [plug]: newComponent('plug', 'Plug until then') }
  const ends = { from: plug, fromPort: 'in', to: part, toPort: port }
  next.lines[id] = { ...ends, path: 'supply', tube, state: 'new', found: { ...LINE_NOT_LOOKED_AT } }
}

import { jointAt } from '../catalog/joints'
import { DIRECT, type AirPlan, type ProvePlan, type Soap } from '../document/types'
import { lineText } from './covers'
import type { Joint } from './types'

/** Every joint to soap: both ends of every line, and one where parts are screwed together. */
export function jointsOf(air: AirPlan): Joint[] {
  return Object.entries(air.lines).flatMap(([id, line]) =>
    (line.tube === DIRECT ? (['from'] as const) : (['from', 'to'] as const)).map((end) => {
      const here = air.components[line[end]]
      const there = air.components[end === 'from' ? line.to : line.from]
      return {
        id: `${id}:${end}`,
        line: id,
        end,
        label: `${here?.label ?? line[end]}, ${line.tube === DIRECT ? 'screwed into' : 'line to'} ${there?.label.toLowerCase() ?? ''}`,
        side: line.path,
        kind: jointAt(air, id, line, end).id,
        of: lineText(air, line),
      }
    }),
  )
}

/**
 * Soap findings at joints that are unchanged since. A finding without a record counts for its joint as it is.
 */
export const standingSoap = (joints: readonly Joint[], { soap }: ProvePlan): Record<string, Soap> =>
  Object.fromEntries(
    joints.flatMap(({ id, of }) => {
      const found = soap[id]
      return found && (found.of === '' || found.of === of) ? [[id, found.finding]] : []
    }),
  )

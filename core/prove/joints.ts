import { DIRECT, type AirPlan } from '../document/types'
import type { Joint } from './types'

/** Every joint to soap: both ends of every line, one where parts are screwed together. */
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
      }
    }),
  )
}

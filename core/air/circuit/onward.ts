import { IN_LINE_KINDS } from '../../catalog/kinds'
import type { AirPlan } from '../../document/types'
import { portsOf } from '../parts/parts'

/**
 * Parts to which air goes on from a part: through the far side of parts with two sides, never back past them.
 */
export function onwardFrom(plan: AirPlan, id: string): string[] {
  const { kind } = plan.components[id]!
  const oneWay =
    IN_LINE_KINDS.includes(kind) || kind === 'block' || kind === 'paddle' || kind === 'heightValve'
  const ports = portsOf(plan, id)
  return Object.values(plan.lines).flatMap((l) => {
    const [port, other] = l.from === id ? [l.fromPort, l.to] : l.to === id ? [l.toPort, l.from] : [null, null]
    if (port === null || !plan.components[other]) return []
    const pressure = ports.find((x) => x.id === port)?.type === 'pressure'
    return pressure && !(oneWay && port === 'in') ? [other] : []
  })
}

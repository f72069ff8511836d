import type { AirPlan, Scenario } from '../../document/types'
import { allOfKinds } from '../circuit/connections'
import { supplyOf } from '../circuit/supply'
import type { Network } from '../dynamics/network'
import type { CircuitModel } from './types'
import { atOnePressure } from './outlets'

/**
 * Initial pressures: springs as given, tank as given or as full as its supply can make it, and whatever is
 * connected to either.
 */
export function startPressures(
  air: AirPlan,
  network: Network,
  model: Pick<CircuitModel, 'where'>,
  reservoirs: Record<string, number>,
  scenario: Scenario,
): Record<string, number> {
  const { atmosphere } = network
  const start: Record<string, number> = { ...reservoirs }
  for (const v of network.vessels) if (v.spring) start[v.id] = scenario.start[v.spring] + atmosphere
  for (const v of network.vessels.filter((x) => x.spring))
    for (const id of atOnePressure(network, v.id)) start[id] ??= start[v.id]!
  for (const id of allOfKinds(air, 'tank')) {
    const vessel = model.where.get(id)!
    start[vessel] = (scenario.start.tank ?? supplyOf(air)?.most ?? 0) + atmosphere
    for (let grew = true; grew;) {
      grew = false
      for (const l of network.links) {
        if (
          l.from === null ||
          l.to === null ||
          l.command ||
          start[l.from] === undefined ||
          start[l.to] !== undefined
        )
          continue
        start[l.to] = l.kind === 'regulator' ? Math.min(start[l.from]!, l.set + atmosphere) : start[l.from]!
        grew = true
      }
      for (const l of network.links) {
        if (
          l.kind !== 'tube' ||
          l.from === null ||
          l.to === null ||
          start[l.to] === undefined ||
          start[l.from] !== undefined
        )
          continue
        start[l.from] = start[l.to]!
        grew = true
      }
    }
  }
  return start
}

import type { AirPlan, Scenario } from '../../document/types'
import { STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { allOfKinds, firstOfKind } from '../circuit/connections'
import type { Network } from '../dynamics/network'
import { springOf } from '../parts/parts'
import { mergeChambers } from './chambers'
import { faultLinks } from './faults'
import { modelParts } from './modelParts'
import { outletsOf } from './outlets'
import { startPressures } from './start'
import type { CircuitModel, RunFacts } from './types'

/**
 * A plan's circuit as vessels and links, with the names of what may be commanded. SI, absolute inside, gauge at its edges.
 * @throws without a spring class, since there is nothing to fill.
 */
export function buildCircuitModel(air: AirPlan, facts: RunFacts, scenario: Scenario): CircuitModel {
  if (!springOf(air)) throw new Error('A circuit without a spring class cannot be run.')
  const springs = facts.springs(scenario.haul)
  const [left, right] = springs(scenario.start.left, scenario.start.right)
  const parts = modelParts(air, scenario, { left, right })
  const draws = scenario.steps.some((s) => s.do === 'tyre' || s.do === 'tool')
  const { vessels, where, runs, tubes } = mergeChambers(air, parts, facts.lengths, draws)
  const links = [...parts.links, ...tubes, ...faultLinks(air, scenario, where, runs)]
  for (const link of links) {
    if (link.from !== null) link.from = where.get(link.from)!
    if (link.to !== null) link.to = where.get(link.to)!
  }
  const network: Network = {
    vessels,
    links: links.filter((l) => l.from !== l.to),
    motors: parts.motors.map((m) => ({ ...m, vessel: where.get(m.vessel)! })),
    atmosphere: STANDARD_ATMOSPHERE,
    levelAt: facts.levelAt,
    ambient: ambientOf(scenario),
    springs,
  }
  const hasTank = firstOfKind(air, 'tank') !== null
  const model = {
    network,
    where,
    supplies: parts.supplies.map((s) => ({ ...s, vessel: where.get(s.vessel)! })),
    switches: parts.switches.map((s) => ({ ...s, vessel: where.get(s.id)! })),
    hands: parts.hands,
    hasTank,
    cabSwitchInSeries: hasTank && parts.switches.length > 0,
    levers: allOfKinds(air, 'heightValve'),
  }
  return {
    ...model,
    outlets: outletsOf(air, model),
    start: startPressures(air, network, model, parts.reservoirs, scenario),
  }
}

/** Ambient over a run, K: from its start to its coldest half-way through and back, along a cosine. */
function ambientOf({ steps, ambient }: Scenario): (t: number) => number {
  const span = steps.reduce((sum, s) => sum + ('seconds' in s ? s.seconds : 0), 0)
  const { start, coldest } = ambient
  if (span <= 0 || coldest === start) return () => start
  const swing = (coldest - start) / 2
  return (t) => start + swing * (1 - Math.cos((2 * Math.PI * Math.min(t, span)) / span))
}

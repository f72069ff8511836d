import type { AirPlan, Scenario } from '../../document/types'
import { allOfKinds, firstOfKind } from '../circuit/connections'
import { PRACTICE } from '../../catalog/practice'
import type { Link, Network, Vessel } from '../dynamics/network'
import { springOf } from '../parts/parts'
import { mergeChambers } from './chambers'
import { faultLinks } from './faults'
import { modelParts } from './modelParts'
import { wallOf, type ModelParts } from './partRow'
import { outletsOf } from './outlets'
import { startPressures } from './start'
import type { CircuitModel, RunFacts } from './types'

/**
 * A plan's circuit as vessels and links, with the names of the possible commands. SI, absolute inside, gauge at
 * its edges.
 * @throws without a spring class, because there is nothing to fill
 */
export function buildCircuitModel(air: AirPlan, facts: RunFacts, scenario: Scenario): CircuitModel {
  if (!springOf(air)) throw new Error('A circuit without a spring class cannot be run.')
  const springs = facts.springs(scenario.haul)
  const [left, right] = springs(scenario.start.left, scenario.start.right)
  const parts = modelParts({ air, scenario, site: facts.site, springVolumes: { left, right } })
  const draws = scenario.steps.some((s) => s.do === 'tyre' || s.do === 'tool')
  const { vessels, where, runs, tubes } = mergeChambers(air, parts, facts.lengths, draws)
  warmOnTheWay(parts, vessels, tubes, where)
  const links = [...parts.links, ...tubes, ...faultLinks(air, scenario, where, runs)]
  for (const link of links) {
    if (link.from !== null) link.from = where.get(link.from)!
    if (link.to !== null) link.to = where.get(link.to)!
  }
  const network: Network = {
    vessels,
    links: links.filter((l) => l.from !== l.to),
    motors: parts.motors.map((m) => ({ ...m, vessel: where.get(m.vessel)! })),
    heads: parts.heads,
    atmosphere: facts.site.atmosphere,
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

/** Ambient temperature over a run, K: from the start to the coldest half-way and back, along a cosine. */
function ambientOf({ steps, ambient }: Scenario): (t: number) => number {
  const span = steps.reduce((sum, s) => sum + ('seconds' in s ? s.seconds : 0), 0)
  const { start, coldest } = ambient
  if (span <= 0 || coldest === start) return () => start
  const swing = (coldest - start) / 2
  return (t) => start + swing * (1 - Math.cos((2 * Math.PI * Math.min(t, span)) / span))
}

/**
 * Short lines and fittings between a compressor and a tank or spring have a temperature of their own and lose
 * heat through their walls. All others are at ambient temperature.
 */
function warmOnTheWay(
  { heads, links }: ModelParts,
  vessels: readonly Vessel[],
  tubes: readonly Link[],
  where: Map<string, string>,
): void {
  const byId = new Map(vessels.map((v) => [v.id, v]))
  const surface = new Map<string, number>()
  for (const tube of tubes) {
    if (tube.kind !== 'tube') continue
    const half = (Math.PI * tube.bore * tube.length) / 2
    for (const end of [tube.from!, tube.to!]) {
      const id = where.get(end)!
      surface.set(id, (surface.get(id) ?? 0) + half)
    }
  }
  const ways = [...links, ...tubes].filter((l) => l.kind !== 'relief')
  const seen = new Set<string>()
  const queue = heads.map((h) => where.get(h.pump)!)
  while (queue.length) {
    const id = queue.shift()!
    const vessel = byId.get(id)!
    if (seen.has(id) || vessel.wall !== null) continue
    seen.add(id)
    vessel.wall = wallOf(vessel.volume) + PRACTICE.wallFilm.value * (surface.get(id) ?? 0)
    for (const { from, to, kind } of ways) {
      if (from === null || to === null) continue
      const [a, b] = [where.get(from)!, where.get(to)!]
      if (a === id) queue.push(b)
      // Air goes either way through a tube; through parts that hold it back, only onward.
      else if (b === id && kind === 'tube') queue.push(a)
    }
  }
}

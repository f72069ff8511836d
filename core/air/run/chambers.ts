import { SUPPLY_KINDS } from '../../catalog/kinds'
import { PRACTICE } from '../../catalog/practice'
import { DIRECT, type AirLine, type AirPlan, type ComponentKind } from '../../document/types'
import { allOfKinds } from '../circuit/connections'
import type { Link, Vessel } from '../dynamics/network'
import { tubeOf } from '../parts/parts'
import { chamberOf } from './modelParts'
import type { ModelParts } from './partRow'

/** Kinds at the end of a line that only read or close it: they share their neighbour's chamber. */
const QUIET_ENDS: readonly ComponentKind[] = ['gauge', 'dualGauge', 'sensor', 'pressureSwitch', 'plug']
/** Kinds that give a merged chamber its name, in this order. */
const NAMING: readonly ComponentKind[] = [
  'spring',
  'tank',
  'manifold',
  'compressor',
  'belt',
  'boost',
  'block',
  'paddle',
  'heightValve',
  'regulator',
  'handFill',
  'coupler',
  'tee',
]

/** A line between two chambers of the model. */
export interface ModelRun {
  id: string
  line: AirLine
  from: string
  to: string
}

export interface Chambers {
  vessels: Vessel[]
  /** Vessel of each chamber. */
  where: Map<string, string>
  runs: ModelRun[]
  tubes: Link[]
}

/** Length of a line that is not laid yet, and least length of any, m. */
const UNLAID = 1
const SHORTEST = 0.05

/**
 * Parts screwed together share a chamber, and so do quiet ends of lines with what they are on, and both ends of
 * very short lines. A tube's own volume is shared between its ends.
 * @param lengths of the lines, m; `draws` whether the scenario takes air at the coupler
 */
export function mergeChambers(
  air: AirPlan,
  { volumes, vessels }: ModelParts,
  lengths: Record<string, number>,
  draws: boolean,
): Chambers {
  const supplied = allOfKinds(air, ...SUPPLY_KINDS).length > 0
  const parent = new Map([...volumes.keys()].map((id) => [id, id]))
  const root = (id: string): string => (parent.get(id) === id ? id : root(parent.get(id)!))
  const kindOf = (chamber: string) => air.components[chamber.split('.')[0]!]?.kind
  const rank = (chamber: string) => {
    const at = NAMING.indexOf(kindOf(chamber) as ComponentKind)
    return at < 0 ? NAMING.length : at
  }
  const merge = (a: string, b: string) => {
    const [x, y] = [root(a), root(b)]
    if (x === y) return
    const [keep, drop] = rank(x) <= rank(y) ? [x, y] : [y, x]
    parent.set(drop, keep)
  }
  const ends = new Map<string, number>()
  const runs = Object.entries(air.lines).flatMap(([id, line]): ModelRun[] => {
    const from = chamberOf(air, line.from, line.fromPort)
    const to = chamberOf(air, line.to, line.toPort)
    if (!volumes.has(from) || !volumes.has(to) || from === to) return []
    for (const end of [from, to]) ends.set(end, (ends.get(end) ?? 0) + 1)
    return [{ id, line, from, to }]
  })
  const quiet = (chamber: string) =>
    ends.get(chamber) === 1 &&
    (QUIET_ENDS.includes(kindOf(chamber) as ComponentKind) ||
      (kindOf(chamber) === 'handFill' && supplied) ||
      (kindOf(chamber) === 'coupler' && !draws))
  const tubes: (Link & { kind: 'tube' })[] = []
  const extra = new Map<string, number>()
  for (const { id, line, from, to } of runs) {
    const tube = line.tube === DIRECT ? null : tubeOf(air, line)
    if (!tube) {
      merge(from, to)
      continue
    }
    const length = Math.max(lengths[id] ?? UNLAID, SHORTEST)
    const half = ((Math.PI / 4) * tube.bore ** 2 * length) / 2
    // A hand's breadth of tube resists a tenth of what any valve does, so both its ends are one chamber.
    const short = length <= PRACTICE.shortLine.value && kindOf(from) !== 'spring' && kindOf(to) !== 'spring'
    if (short || quiet(from) || quiet(to)) {
      merge(from, to)
      extra.set(from, (extra.get(from) ?? 0) + 2 * half)
      continue
    }
    for (const end of [from, to]) extra.set(end, (extra.get(end) ?? 0) + half)
    const roughness = PRACTICE.nylonRoughness.value
    tubes.push({ id, kind: 'tube', from, to, bore: tube.bore, length, roughness })
  }
  const made = new Map<string, Vessel>()
  for (const [id, volume] of volumes) {
    const name = root(id)
    const v = made.get(name) ?? { id: name, volume: 0, wall: null, spring: null, ...vessels.get(name) }
    // A spring computes its own volume; what is connected to it is small in comparison.
    if (v.spring === null || id === name) v.volume += volume + (v.spring === null ? (extra.get(id) ?? 0) : 0)
    made.set(name, v)
  }
  return {
    vessels: [...made.values()],
    where: new Map([...volumes.keys()].map((id) => [id, root(id)])),
    runs,
    tubes: tubes.filter((t) => root(t.from!) !== root(t.to!)),
  }
}

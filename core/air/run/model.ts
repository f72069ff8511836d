import { PRACTICE } from '../../catalog/practice'
import { STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { interpolate } from '../../quantity/interpolate'
import type { ComponentKind } from '../../catalog/kinds'
import { DIRECT, type AirPlan, type Scenario } from '../../document/types'
import { SUPPLY_KINDS, allOfKinds, firstOfKind } from '../circuit/connections'
import { beltFlow, blockOf, compressorOf, partOf, springOf, tubeOf } from '../parts/parts'
import type { Link, Motor, Network, Vessel } from '../dynamics/network'
import type { RunFacts, Supply, CircuitModel } from './types'
import { boreConductance } from '../equations/componentFlow'
import { faultLinks } from './faults'
import { outletsOf } from './outlets'
import { startPressures } from './start'

/** Reservoirs that do not feel what is drawn from them, m³. */
const ENDLESS = 100

/** Kinds with a chamber at every port instead of one for all. */
const CHAMBER_PER_PORT: readonly ComponentKind[] = [
  'block',
  'paddle',
  'check',
  'regulator',
  'solenoid',
  'restrictor',
  'heightValve',
  'dualGauge',
  'dryer',
]
/** Kinds that stand at the end of their line and only read or close it: their chamber is their neighbour's. */
const QUIET_ENDS: readonly ComponentKind[] = ['gauge', 'dualGauge', 'sensor', 'pressureSwitch', 'plug']
/** Which chamber gives a merged one its name: the first of these kinds. */
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

/** A pump's curve goes on to its rating and from there falls to nothing a tenth above: it never gives more than its parts can bear. */
function stalling(curve: readonly (readonly [number, number])[], rated: number): [number, number][] {
  const kept = curve.filter(([p]) => p < rated).map(([p, q]): [number, number] => [p, q])
  return [...kept, [rated, interpolate(curve, rated)], [rated * 1.1, 0]]
}

const chamberOf = (air: AirPlan, id: string, port: string) =>
  CHAMBER_PER_PORT.includes(air.components[id]?.kind as ComponentKind) ? `${id}.${port}` : id

export function buildCircuitModel(air: AirPlan, facts: RunFacts, scenario: Scenario): CircuitModel {
  const spring = springOf(air)
  if (!spring) throw new Error('A circuit without a spring class cannot be run.')
  const volumes = new Map<string, number>()
  const links: Link[] = []
  const motors: Motor[] = []
  const vessels = new Map<string, Partial<Vessel>>()
  const supplies: Supply[] = []
  const switches: { id: string; cutIn: number; cutOut: number }[] = []
  const hands: CircuitModel['hands'] = {}
  const reservoirs: Record<string, number> = {}
  const ids = Object.keys(air.components)
  const supplied = allOfKinds(air, ...SUPPLY_KINDS).length > 0
  const draws = scenario.steps.some((s) => s.do === 'tyre' || s.do === 'tool')
  const [left, right] = facts.springs(scenario.haul)(scenario.start.left, scenario.start.right)

  for (const id of ids) {
    const { kind, side } = air.components[id]!
    const part = partOf(air, id)
    const f = part.figures as Record<string, number>
    const valve = { conductance: f.conductance!, criticalRatio: f.criticalRatio! }
    const at = (port: string) => chamberOf(air, id, port)
    const chamber = (port: string, volume = PRACTICE.fittingVolume.value) =>
      volumes.set(at(port), (volumes.get(at(port)) ?? 0) + volume)
    switch (kind) {
      case 'spring': {
        const volume = side === 'right' ? right : left
        volumes.set(id, volume)
        vessels.set(id, { spring: side ?? 'left', wall: PRACTICE.wallFilm.value * 6 * volume ** (2 / 3) })
        if (scenario.leak > 0)
          links.push({
            id: `${id}.leak`,
            kind: 'orifice',
            from: id,
            to: null,
            conductance: scenario.leak,
            criticalRatio: 0.5,
          })
        break
      }
      case 'compressor': {
        chamber('out')
        const c = compressorOf(air, id)
        if (!c) break
        links.push({
          id,
          kind: 'pump',
          from: null,
          to: id,
          command: `${id}.motor`,
          curve: stalling(c.flow, c.maxPressure),
        })
        motors.push({
          id,
          command: `${id}.motor`,
          vessel: id,
          current: c.current,
          reference: Math.max(...c.current.map((r) => r[1])),
          rise: c.thermal.rise,
          constant: c.thermal.constant,
        })
        supplies.push({ id, kind, command: `${id}.motor`, vessel: id, cutOut: c.thermal.cutOut })
        break
      }
      case 'belt':
        chamber('out')
        links.push({ id, kind: 'pump', from: null, to: id, command: `${id}.motor`, curve: beltFlow(f) })
        supplies.push({ id, kind, command: `${id}.motor`, vessel: id, cutOut: null })
        break
      case 'boost':
        chamber('out')
        volumes.set(`${id}.source`, ENDLESS)
        reservoirs[`${id}.source`] = f.set! + STANDARD_ATMOSPHERE
        links.push({
          id,
          kind: 'orifice',
          from: `${id}.source`,
          to: id,
          command: `${id}.motor`,
          ...valve,
          oneWay: { opening: 0 },
        })
        supplies.push({ id, kind, command: `${id}.motor`, vessel: id, cutOut: null })
        break
      case 'filter':
      case 'heightSensor':
      case 'controller':
        break
      case 'cabSwitch':
        hands[id] = { up: [], down: [] }
        break
      case 'tank':
        chamber('in', f.volume)
        vessels.set(id, { wall: PRACTICE.wallFilm.value * 6 * f.volume! ** (2 / 3) })
        break
      case 'manifold':
        chamber('in', f.volume)
        break
      case 'dryer':
        chamber('in')
        chamber('out', f.volume)
        links.push({ id, kind: 'orifice', from: at('in'), to: at('out'), ...valve })
        break
      case 'check':
        chamber('in')
        chamber('out')
        links.push({
          id,
          kind: 'orifice',
          from: at('in'),
          to: at('out'),
          ...valve,
          oneWay: { opening: f.opening! },
        })
        break
      case 'relief':
        chamber('in')
        links.push({ id, kind: 'relief', from: at('in'), to: null, ...valve, set: f.set! })
        break
      case 'drain':
      case 'dump':
        chamber('in')
        links.push({ id, kind: 'orifice', from: at('in'), to: null, command: `${id}.open`, ...valve })
        hands[id] = { up: [], down: [`${id}.open`] }
        break
      case 'pressureSwitch':
        chamber('in')
        switches.push({ id, cutIn: f.cutIn!, cutOut: f.cutOut! })
        break
      case 'regulator':
        chamber('in')
        chamber('out')
        links.push({ id, kind: 'regulator', from: at('in'), to: at('out'), ...valve, set: f.set! })
        break
      case 'solenoid':
        chamber('in')
        chamber('out')
        links.push({ id, kind: 'orifice', from: at('in'), to: at('out'), command: `${id}.open`, ...valve })
        hands[id] = { up: [`${id}.open`], down: [] }
        break
      case 'restrictor':
        chamber('in')
        chamber('out')
        links.push({
          id,
          kind: 'orifice',
          from: at('in'),
          to: at('out'),
          conductance: boreConductance(f.bore!),
          criticalRatio: 0.45,
        })
        break
      case 'block': {
        chamber('in')
        const outlets = blockOf(air, id)?.outlets ?? 0
        for (let n = 1; n <= outlets; n++) {
          const out = at(`out${n}`)
          chamber(`out${n}`)
          links.push(
            { id: `${out}.fill`, kind: 'orifice', from: at('in'), to: out, command: `${out}.fill`, ...valve },
            { id: `${out}.vent`, kind: 'orifice', from: out, to: null, command: `${out}.vent`, ...valve },
          )
          hands[out] = { up: [`${out}.fill`], down: [`${out}.vent`] }
        }
        break
      }
      case 'paddle':
        chamber('in')
        chamber('out')
        links.push(
          { id: `${id}.up`, kind: 'orifice', from: at('in'), to: at('out'), command: `${id}.up`, ...valve },
          { id: `${id}.down`, kind: 'orifice', from: at('out'), to: null, command: `${id}.down`, ...valve },
        )
        hands[id] = { up: [`${id}.up`], down: [`${id}.down`] }
        break
      case 'heightValve': {
        chamber('in')
        chamber('out')
        const lever = {
          kind: 'lever' as const,
          ...valve,
          arm: f.arm!,
          deadBand: f.deadBand!,
          fullOpen: Math.max(f.fullOpen!, f.deadBand! + 0.001),
          side,
        }
        links.push(
          { id: `${id}.up`, from: at('in'), to: at('out'), way: 1, ...lever },
          { id: `${id}.down`, from: at('out'), to: null, way: -1, ...lever },
        )
        break
      }
      case 'handFill':
        chamber('out')
        volumes.set('shop', ENDLESS)
        reservoirs.shop = PRACTICE.shopAir.value + STANDARD_ATMOSPHERE
        links.push(
          { id: `${id}.fill`, kind: 'orifice', from: 'shop', to: id, command: `${id}.fill`, ...valve },
          { id: `${id}.vent`, kind: 'orifice', from: id, to: null, command: `${id}.vent`, ...valve },
        )
        hands[id] = { up: [`${id}.fill`], down: [`${id}.vent`] }
        break
      case 'coupler':
        chamber('in')
        links.push(...couplerLinks(scenario, id, valve, volumes))
        break
      case 'horn':
        chamber('in')
        links.push({ id, kind: 'orifice', from: at('in'), to: null, ...valve })
        break
      case 'dualGauge':
        chamber('left')
        chamber('right')
        break
      default:
        chamber('in')
    }
  }

  // Parts screwed together share a chamber, and so do quiet ends of lines with what they hang on.
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
  const runs = Object.entries(air.lines).flatMap(([id, line]) => {
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
  const tubes: { id: string; from: string; to: string; bore: number; length: number }[] = []
  const extra = new Map<string, number>()
  for (const { id, line, from, to } of runs) {
    const tube = line.tube === DIRECT ? null : tubeOf(air, line)
    if (!tube) {
      merge(from, to)
      continue
    }
    const length = Math.max(facts.lengths[id] ?? 1, 0.05)
    const half = ((Math.PI / 4) * tube.bore ** 2 * length) / 2
    // A hand's breadth of tube resists a tenth of what any valve does: both its ends are one chamber.
    const short = length <= PRACTICE.shortLine.value && kindOf(from) !== 'spring' && kindOf(to) !== 'spring'
    if (short || quiet(from) || quiet(to)) {
      merge(from, to)
      extra.set(from, (extra.get(from) ?? 0) + 2 * half)
      continue
    }
    for (const end of [from, to]) extra.set(end, (extra.get(end) ?? 0) + half)
    tubes.push({ id, from, to, bore: tube.bore, length })
  }
  for (const t of tubes) {
    if (root(t.from) !== root(t.to))
      links.push({
        id: t.id,
        kind: 'tube',
        from: t.from,
        to: t.to,
        bore: t.bore,
        length: t.length,
        roughness: PRACTICE.nylonRoughness.value,
      })
  }
  const made = new Map<string, Vessel>()
  for (const [id, volume] of volumes) {
    const name = root(id)
    const v = made.get(name) ?? { id: name, volume: 0, wall: null, spring: null, ...vessels.get(name) }
    // A spring's volume is its own affair: what hangs on it is small beside it.
    if (v.spring === null || id === name) v.volume += volume + (v.spring === null ? (extra.get(id) ?? 0) : 0)
    made.set(name, v)
  }
  const where = new Map([...volumes.keys()].map((id) => [id, root(id)]))
  links.push(...faultLinks(air, scenario, where, runs))
  for (const link of links) {
    if (link.from !== null) link.from = where.get(link.from)!
    if (link.to !== null) link.to = where.get(link.to)!
  }
  for (const m of motors) m.vessel = where.get(m.vessel)!
  const span = scenario.steps.reduce((sum, s) => sum + ('seconds' in s ? s.seconds : 0), 0)
  const { start: warm, coldest } = scenario.ambient
  const network: Network = {
    vessels: [...made.values()],
    links: links.filter((l) => l.from !== l.to),
    motors,
    atmosphere: STANDARD_ATMOSPHERE,
    levelAt: facts.levelAt,
    ambient: (t) =>
      span > 0 && coldest !== warm
        ? warm + ((coldest - warm) * (1 - Math.cos((2 * Math.PI * Math.min(t, span)) / span))) / 2
        : warm,
    springs: facts.springs(scenario.haul),
  }
  const hasTank = firstOfKind(air, 'tank') !== null
  const model = {
    network,
    where,
    supplies: supplies.map((s) => ({ ...s, vessel: where.get(s.vessel)! })),
    switches: switches.map((s) => ({ ...s, vessel: where.get(s.id)! })),
    hands,
    hasTank,
    cabSwitchInSeries: hasTank && switches.length > 0,
    levers: allOfKinds(air, 'heightValve'),
  }
  return {
    ...model,
    outlets: outletsOf(air, model),
    start: startPressures(air, network, model, reservoirs, scenario),
  }
}

/** What a scenario connects to the coupler. */
function couplerLinks(
  scenario: Scenario,
  id: string,
  valve: { conductance: number; criticalRatio: number },
  volumes: Map<string, number>,
): Link[] {
  const links: Link[] = []
  const tyre = scenario.steps.find((s) => s.do === 'tyre')
  if (tyre) {
    volumes.set('tyre', tyre.volume)
    // A tyre's valve core is what it fills through.
    links.push({
      id: 'tyre',
      kind: 'orifice',
      from: id,
      to: 'tyre',
      command: 'tyre',
      conductance: 1.2e-9,
      criticalRatio: 0.3,
    })
  }
  const tool = scenario.steps.find((s) => s.do === 'tool')
  if (tool) {
    volumes.set('tool', PRACTICE.fittingVolume.value * 5)
    links.push(
      { id: 'tool-line', kind: 'orifice', from: id, to: 'tool', ...valve },
      {
        id: 'tool',
        kind: 'tool',
        from: 'tool',
        to: null,
        command: 'tool',
        demand: tool.demand,
        needed: tool.needed,
      },
    )
  }
  return links
}

import { PRACTICE } from '../../catalog/practice'
import type { AirPlan, Scenario, ComponentKind } from '../../document/types'
import { interpolate } from '../../quantity/interpolate'
import { headFor } from '../dynamics/headHeat'
import type { Head, Link, Motor, Vessel } from '../dynamics/network'
import { boreConductance } from '../equations/componentFlow'
import { compressorOnSite } from '../parts/compressorOnSite'
import { beltFlow, blockOf, compressorOf, partOf } from '../parts/parts'
import type { Site } from '../types'
import type { CircuitModel, Supply } from './types'

/** Each part of a circuit as chambers and links, before parts screwed together become one chamber. */

/** Volume of reservoirs that are so large that drawing from them changes nothing, m³. */
const ENDLESS = 100
/** A height valve is fully open at the earliest this far past its dead band, rad. */
const LEAST_OPENING = 0.001
const LEAK_RATIO = PRACTICE.leakRatio.value

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

/** Chamber of a part's port: one for all ports, or one for each if the part holds air back. */
export const chamberOf = (air: AirPlan, id: string, port: string): string =>
  CHAMBER_PER_PORT.includes(air.components[id]?.kind as ComponentKind) ? `${id}.${port}` : id

/** What the parts of a circuit add to its model. */
export interface ModelParts {
  /** Volume by chamber, m³. */
  volumes: Map<string, number>
  links: Link[]
  motors: Motor[]
  heads: Head[]
  /** Further properties of a chamber: a wall, a spring. */
  vessels: Map<string, Partial<Vessel>>
  supplies: Supply[]
  switches: { id: string; cutIn: number; cutOut: number }[]
  hands: CircuitModel['hands']
  /** Absolute pressures of unlimited reservoirs. */
  reservoirs: Record<string, number>
}

/** @param site of motors and reservoirs; `springVolumes` of both springs at the start, m³ */
export function modelParts(
  air: AirPlan,
  scenario: Scenario,
  site: Site,
  springVolumes: { left: number; right: number },
): ModelParts {
  const parts: ModelParts = {
    volumes: new Map(),
    links: [],
    motors: [],
    heads: [],
    vessels: new Map(),
    supplies: [],
    switches: [],
    hands: {},
    reservoirs: {},
  }
  for (const id of Object.keys(air.components)) addPart(parts, air, id, scenario, site, springVolumes)
  return parts
}

/**
 * A pump's curve continues to its rating and falls to zero a tenth above it, so it never gives more than its
 * parts can bear.
 */
function stalling(curve: readonly (readonly [number, number])[], rated: number): [number, number][] {
  const kept = curve.filter(([p]) => p < rated).map(([p, q]): [number, number] => [p, q])
  return [...kept, [rated, interpolate(curve, rated)], [rated * (1 + PRACTICE.pumpStall.value), 0]]
}

/** Surface of a vessel through which its wall gives heat, W/K: a film over 6·V^(2/3). */
export const wallOf = (volume: number) => PRACTICE.wallFilm.value * 6 * volume ** (2 / 3)

type Opening = Pick<
  Extract<Link, { kind: 'orifice' }>,
  'conductance' | 'criticalRatio' | 'command' | 'oneWay'
>

function addPart(
  parts: ModelParts,
  air: AirPlan,
  id: string,
  scenario: Scenario,
  site: Site,
  springVolumes: { left: number; right: number },
): void {
  const { kind, side } = air.components[id]!
  const f = partOf(air, id).figures
  const valve = { conductance: f.conductance!, criticalRatio: f.criticalRatio! }
  const at = (port: string) => chamberOf(air, id, port)
  const chamber = (port: string, volume = PRACTICE.fittingVolume.value) =>
    parts.volumes.set(at(port), (parts.volumes.get(at(port)) ?? 0) + volume)
  /** An opening from the part's one port to its other. */
  const through = (opening: Opening, beyond?: number) => {
    chamber('in')
    chamber('out', beyond)
    parts.links.push({ id, kind: 'orifice', from: at('in'), to: at('out'), ...opening })
  }
  switch (kind) {
    case 'spring': {
      const volume = springVolumes[side ?? 'left']
      parts.volumes.set(id, volume)
      parts.vessels.set(id, { spring: side ?? 'left', wall: wallOf(volume) })
      if (scenario.leak > 0)
        parts.links.push({
          id: `${id}.leak`,
          kind: 'orifice',
          from: id,
          to: null,
          conductance: scenario.leak,
          criticalRatio: LEAK_RATIO,
        })
      break
    }
    case 'compressor': {
      chamber('out')
      const chosen = compressorOf(air, id)
      if (!chosen) break
      const c = compressorOnSite(chosen, site)
      parts.links.push({
        id,
        kind: 'pump',
        from: null,
        to: id,
        command: `${id}.motor`,
        curve: stalling(c.flow, c.maxPressure),
      })
      parts.motors.push({
        id,
        command: `${id}.motor`,
        vessel: id,
        current: c.current,
        reference: Math.max(...c.current.map((r) => r[1])),
        rise: c.thermal.rise,
        constant: c.thermal.constant,
      })
      // The head is as large as the class, however slowly its feed lets it turn.
      parts.heads.push(headFor(id, id, chosen.flow[0]![1]))
      parts.supplies.push({ id, kind, command: `${id}.motor`, vessel: id, cutOut: c.thermal.cutOut })
      break
    }
    case 'belt':
      chamber('out')
      parts.links.push({ id, kind: 'pump', from: null, to: id, command: `${id}.motor`, curve: beltFlow(f) })
      parts.heads.push(headFor(id, null, f.freeAir!))
      parts.supplies.push({ id, kind, command: `${id}.motor`, vessel: id, cutOut: null })
      break
    case 'boost':
      chamber('out')
      parts.volumes.set(`${id}.source`, ENDLESS)
      parts.reservoirs[`${id}.source`] = f.set! + site.atmosphere
      parts.links.push({
        id,
        kind: 'orifice',
        from: `${id}.source`,
        to: id,
        command: `${id}.motor`,
        ...valve,
        oneWay: { opening: 0 },
      })
      parts.supplies.push({ id, kind, command: `${id}.motor`, vessel: id, cutOut: null })
      break
    case 'filter':
    case 'heightSensor':
    case 'controller':
      break
    case 'cabSwitch':
      parts.hands[id] = { up: [], down: [] }
      break
    case 'tank':
      chamber('in', f.volume)
      parts.vessels.set(id, { wall: wallOf(f.volume!) })
      break
    case 'manifold':
      chamber('in', f.volume)
      break
    case 'dryer':
      through(valve, f.volume)
      break
    case 'check':
      through({ ...valve, oneWay: { opening: f.opening! } })
      break
    case 'relief':
      chamber('in')
      parts.links.push(
        { id, kind: 'relief', from: at('in'), to: null, ...valve, set: f.set! },
        { id: `${id}.ring`, kind: 'orifice', from: at('in'), to: null, command: `${id}.ring`, ...valve },
      )
      parts.hands[id] = { up: [], down: [`${id}.ring`] }
      break
    case 'drain':
    case 'dump':
    case 'coupler':
      chamber('in')
      if (kind === 'coupler') parts.links.push(...couplerLinks(scenario, id, valve, parts.volumes))
      parts.links.push({ id, kind: 'orifice', from: at('in'), to: null, command: `${id}.open`, ...valve })
      parts.hands[id] = { up: [], down: [`${id}.open`] }
      break
    case 'pressureSwitch':
      chamber('in')
      parts.switches.push({ id, cutIn: f.cutIn!, cutOut: f.cutOut! })
      break
    case 'regulator':
      chamber('in')
      chamber('out')
      parts.links.push({ id, kind: 'regulator', from: at('in'), to: at('out'), ...valve, set: f.set! })
      break
    case 'solenoid':
      through({ ...valve, command: `${id}.open` })
      parts.hands[id] = { up: [`${id}.open`], down: [] }
      break
    case 'restrictor':
      through({
        conductance: boreConductance(f.bore!),
        criticalRatio: PRACTICE.boreCriticalRatio.value,
      })
      break
    case 'block': {
      chamber('in')
      const outlets = blockOf(air, id)?.outlets ?? 0
      for (let n = 1; n <= outlets; n++) {
        const out = at(`out${n}`)
        chamber(`out${n}`)
        parts.links.push(
          { id: `${out}.fill`, kind: 'orifice', from: at('in'), to: out, command: `${out}.fill`, ...valve },
          { id: `${out}.vent`, kind: 'orifice', from: out, to: null, command: `${out}.vent`, ...valve },
        )
        parts.hands[out] = { up: [`${out}.fill`], down: [`${out}.vent`] }
      }
      break
    }
    case 'paddle':
      chamber('in')
      chamber('out')
      parts.links.push(
        { id: `${id}.up`, kind: 'orifice', from: at('in'), to: at('out'), command: `${id}.up`, ...valve },
        { id: `${id}.down`, kind: 'orifice', from: at('out'), to: null, command: `${id}.down`, ...valve },
      )
      parts.hands[id] = { up: [`${id}.up`], down: [`${id}.down`] }
      break
    case 'heightValve': {
      chamber('in')
      chamber('out')
      const lever = {
        kind: 'lever' as const,
        ...valve,
        arm: f.arm!,
        deadBand: f.deadBand!,
        fullOpen: Math.max(f.fullOpen!, f.deadBand! + LEAST_OPENING),
        side,
      }
      parts.links.push(
        { id: `${id}.up`, from: at('in'), to: at('out'), way: 1, ...lever },
        { id: `${id}.down`, from: at('out'), to: null, way: -1, ...lever },
      )
      break
    }
    case 'handFill':
      chamber('out')
      parts.volumes.set('shop', ENDLESS)
      parts.reservoirs.shop = PRACTICE.shopAir.value + site.atmosphere
      parts.links.push(
        { id: `${id}.fill`, kind: 'orifice', from: 'shop', to: id, command: `${id}.fill`, ...valve },
        { id: `${id}.vent`, kind: 'orifice', from: id, to: null, command: `${id}.vent`, ...valve },
      )
      parts.hands[id] = { up: [`${id}.fill`], down: [`${id}.vent`] }
      break
    case 'horn':
      chamber('in')
      parts.links.push({ id, kind: 'orifice', from: at('in'), to: null, ...valve })
      break
    case 'dualGauge':
      chamber('left')
      chamber('right')
      break
    case 'tee':
    case 'gauge':
    case 'sensor':
    case 'plug':
      chamber('in')
      break
    default:
      kind satisfies never
  }
}

/** Links for what a scenario connects to the coupler. */
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

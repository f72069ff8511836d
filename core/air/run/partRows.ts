import { PRACTICE } from '../../catalog/practice'
import type { ComponentKind } from '../../document/types'
import { interpolate } from '../../quantity/interpolate'
import { headFor } from '../dynamics/headHeat'
import type { Link } from '../dynamics/network'
import { boreConductance } from '../equations/componentFlow'
import { compressorOnSite } from '../parts/compressorOnSite'
import { beltFlow, blockOf, compressorOf } from '../parts/parts'
import { wallOf, type ModelledPart, type PartRow } from './partRow'

/** How each kind of part behaves in the model of a circuit. A new kind needs one row here. */

/** Volume of reservoirs that are so large that drawing from them changes nothing, m³. */
const ENDLESS = 100
/** A height valve is fully open at the earliest this far past its dead band, rad. */
const LEAST_OPENING = 0.001
const LEAK_RATIO = PRACTICE.leakRatio.value

/**
 * A pump's curve continues to its rating and falls to zero a tenth above it, so it never gives more than its
 * parts can bear.
 */
function stalling(curve: readonly (readonly [number, number])[], rated: number): [number, number][] {
  const kept = curve.filter(([p]) => p < rated).map(([p, q]): [number, number] => [p, q])
  return [...kept, [rated, interpolate(curve, rated)], [rated * (1 + PRACTICE.pumpStall.value), 0]]
}

function addSpring({ id, side, scenario, springVolumes, parts }: ModelledPart): void {
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
}

function addCompressor({ id, air, site, parts, chamber }: ModelledPart): void {
  chamber('out')
  const chosen = compressorOf(air, id)
  if (!chosen) return
  const c = compressorOnSite(chosen, site)
  const command = `${id}.motor`
  parts.links.push({
    id,
    kind: 'pump',
    from: null,
    to: id,
    command,
    curve: stalling(c.flow, c.maxPressure),
  })
  parts.motors.push({
    id,
    command,
    vessel: id,
    current: c.current,
    reference: Math.max(...c.current.map((r) => r[1])),
    rise: c.thermal.rise,
    constant: c.thermal.constant,
  })
  // The head is as large as the class, however slowly its feed lets it turn.
  parts.heads.push(headFor(id, id, chosen.flow[0]![1]))
  parts.supplies.push({ id, kind: 'compressor', command, vessel: id, cutOut: c.thermal.cutOut })
}

function addBelt({ id, f, parts, chamber }: ModelledPart): void {
  chamber('out')
  const command = `${id}.motor`
  parts.links.push({ id, kind: 'pump', from: null, to: id, command, curve: beltFlow(f) })
  parts.heads.push(headFor(id, null, f.freeAir!))
  parts.supplies.push({ id, kind: 'belt', command, vessel: id, cutOut: null })
}

/** A reservoir of a fixed gauge pressure, Pa. @returns its chamber */
function reservoir({ parts, site }: ModelledPart, chamber: string, pressure: number): string {
  parts.volumes.set(chamber, ENDLESS)
  parts.reservoirs[chamber] = pressure + site.atmosphere
  return chamber
}

function addBoost(part: ModelledPart): void {
  const { id, f, valve, parts } = part
  part.chamber('out')
  const from = reservoir(part, `${id}.source`, f.set!)
  const command = `${id}.motor`
  parts.links.push({ id, kind: 'orifice', from, to: id, command, ...valve, oneWay: { opening: 0 } })
  parts.supplies.push({ id, kind: 'boost', command, vessel: id, cutOut: null })
}

function addRelief({ id, f, valve, parts, at, chamber, orifice }: ModelledPart): void {
  chamber('in')
  parts.links.push({ id, kind: 'relief', from: at('in'), to: null, ...valve, set: f.set! })
  orifice(`${id}.ring`, at('in'), null)
  parts.hands[id] = { up: [], down: [`${id}.ring`] }
}

/** A valve to the open that a hand opens. */
function addOutlet(part: ModelledPart): void {
  part.chamber('in')
  openByHand(part)
}

function openByHand({ id, valve, parts, at }: ModelledPart): void {
  const command = `${id}.open`
  parts.links.push({ id, kind: 'orifice', from: at('in'), to: null, command, ...valve })
  parts.hands[id] = { up: [], down: [command] }
}

function addBlock({ id, air, parts, at, chamber, orifice }: ModelledPart): void {
  chamber('in')
  const outlets = blockOf(air, id)?.outlets ?? 0
  for (let n = 1; n <= outlets; n++) {
    const out = at(`out${n}`)
    chamber(`out${n}`)
    orifice(`${out}.fill`, at('in'), out)
    orifice(`${out}.vent`, out, null)
    parts.hands[out] = { up: [`${out}.fill`], down: [`${out}.vent`] }
  }
}

function addPaddle({ id, parts, at, chamber, orifice }: ModelledPart): void {
  chamber('in')
  chamber('out')
  orifice(`${id}.up`, at('in'), at('out'))
  orifice(`${id}.down`, at('out'), null)
  parts.hands[id] = { up: [`${id}.up`], down: [`${id}.down`] }
}

function addHeightValve({ id, f, side, valve, parts, at, chamber }: ModelledPart): void {
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
}

function addHandFill(part: ModelledPart): void {
  const { id, parts, chamber, orifice } = part
  chamber('out')
  orifice(`${id}.fill`, reservoir(part, 'shop', PRACTICE.shopAir.value), id)
  orifice(`${id}.vent`, id, null)
  parts.hands[id] = { up: [`${id}.fill`], down: [`${id}.vent`] }
}

const inOnly: PartRow = { add: ({ chamber }) => chamber('in') }
const withoutAir: PartRow = { add: () => {} }

export const PART_ROWS: Record<ComponentKind, PartRow> = {
  spring: { add: addSpring },
  compressor: { add: addCompressor },
  belt: { add: addBelt },
  boost: { add: addBoost },
  filter: withoutAir,
  heightSensor: withoutAir,
  controller: withoutAir,
  cabSwitch: { add: ({ id, parts }) => void (parts.hands[id] = { up: [], down: [] }) },
  tank: {
    add: ({ id, f, parts, chamber }) => {
      chamber('in', f.volume)
      parts.vessels.set(id, { wall: wallOf(f.volume!) })
    },
  },
  manifold: { add: ({ f, chamber }) => chamber('in', f.volume) },
  dryer: { chamberPerPort: true, add: ({ valve, f, through }) => through(valve, f.volume) },
  check: {
    chamberPerPort: true,
    add: ({ valve, f, through }) => through({ ...valve, oneWay: { opening: f.opening! } }),
  },
  relief: { add: addRelief },
  drain: { add: addOutlet },
  dump: { add: addOutlet },
  coupler: {
    add: (part) => {
      part.chamber('in')
      part.parts.links.push(...couplerLinks(part))
      openByHand(part)
    },
  },
  pressureSwitch: {
    add: ({ id, f, parts, chamber }) => {
      chamber('in')
      parts.switches.push({ id, cutIn: f.cutIn!, cutOut: f.cutOut! })
    },
  },
  regulator: {
    chamberPerPort: true,
    add: ({ id, f, valve, parts, at, chamber }) => {
      chamber('in')
      chamber('out')
      parts.links.push({ id, kind: 'regulator', from: at('in'), to: at('out'), ...valve, set: f.set! })
    },
  },
  solenoid: {
    chamberPerPort: true,
    add: ({ id, valve, parts, through }) => {
      through({ ...valve, command: `${id}.open` })
      parts.hands[id] = { up: [`${id}.open`], down: [] }
    },
  },
  restrictor: {
    chamberPerPort: true,
    add: ({ f, through }) =>
      through({
        conductance: boreConductance(f.bore!),
        criticalRatio: PRACTICE.boreCriticalRatio.value,
      }),
  },
  block: { chamberPerPort: true, add: addBlock },
  paddle: { chamberPerPort: true, add: addPaddle },
  heightValve: { chamberPerPort: true, add: addHeightValve },
  handFill: { add: addHandFill },
  horn: {
    add: ({ id, valve, parts, at, chamber }) => {
      chamber('in')
      parts.links.push({ id, kind: 'orifice', from: at('in'), to: null, ...valve })
    },
  },
  dualGauge: {
    chamberPerPort: true,
    add: ({ chamber }) => {
      chamber('left')
      chamber('right')
    },
  },
  tee: inOnly,
  gauge: inOnly,
  sensor: inOnly,
  plug: inOnly,
}

/** Links for what a scenario connects to the coupler. */
function couplerLinks({ scenario, id, valve, parts: { volumes } }: ModelledPart): Link[] {
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
      conductance: PRACTICE.tyreValveConductance.value,
      criticalRatio: PRACTICE.tyreValveRatio.value,
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

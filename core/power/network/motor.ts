import { PRACTICE } from '../../catalog/practice'
import { FUSE_BOX, RELAY_RATINGS, WIRING } from '../../catalog/wiring'
import type { FeedPlan, PowerOfFeed } from '../types'
import {
  addContact,
  addEarth,
  addGuard,
  addUser,
  addWire,
  FEED_END,
  IGNITION,
  inCab,
  lowerFirst,
  PLUS,
  SECOND,
  usualRating,
  zoneOf,
  type Draft,
  type Tapped,
} from './draft'
import { feedEnd, isUsualSource, mainRating, ownFuse, tapFor } from './sources'
import type { ClosedBy } from './types'

/** Motors: the compressor's feed, what switches its motor, and the clutch of a belt-driven one. */

/** True if a relay carries the motor: as chosen, otherwise wherever switches require it. */
const hasRelay = ({ of, facts }: Pick<Draft, 'of' | 'facts'>): boolean =>
  facts.power.relay ?? of('cabSwitch', 'pressureSwitch').length > 0

/** A switch of the circuit and the wire to it. @returns what lies behind it */
function addSwitch(
  draft: Draft,
  {
    id,
    part,
    from,
    route,
    amps,
  }: { id: 'cab' | 'pressure'; part: string; from: Tapped; route: string; amps: number },
): Tapped {
  const { points, labelOf, facts } = draft
  const label = labelOf(part)
  const [into, out] = [`${id}-in`, `${id}-out`]
  const zone = inCab(draft, part) ? 'cab' : 'chassis'
  const guard = addWire(draft, {
    id: `wire-${id}`,
    label: `Wire to the ${lowerFirst(label)}`,
    from,
    to: into,
    toLabel: label,
    for: from.node === IGNITION ? 'ignition' : 'control',
    zone: zoneOf(from.zone, zone),
    route,
    amps,
  })
  addContact(draft, { id, label, a: into, b: out, closedBy: id, carries: facts.ampsOf(part) || null })
  points[into] = `${label}, in`
  points[out] = `${label}, out`
  return { node: out, guard, label, zone }
}

/** Cab switch and pressure switch in series, whichever exist. @returns what lies behind them */
function addSwitches(draft: Draft, from: Tapped, amps: number): Tapped {
  const [cab] = draft.of('cabSwitch')
  const [pressure] = draft.of('pressureSwitch')
  const [supply] = draft.of('compressor', 'belt')
  if (cab) from = addSwitch(draft, { id: 'cab', part: cab, from, route: `wire-${cab}-${FUSE_BOX}`, amps })
  if (!pressure) return from
  const route = `wire-${pressure}-${cab ?? supply}`
  return addSwitch(draft, { id: 'pressure', part: pressure, from, route, amps })
}

/** Ohms of a motor at rest: only its winding limits the inrush. */
const windingOf = ({ systemVoltage }: PowerOfFeed, { motor, compressor }: FeedPlan): number =>
  systemVoltage / (motor * compressor.inrush)

/** Main fuse, feed, the contact that switches the motor, motor and earth. */
export function addCompressor(draft: Draft, feed: FeedPlan): void {
  const { parts, points, facts, of } = draft
  const { power } = facts
  const rating = mainRating(power, feed)
  const isSecond = power.feeds.motor === 'second' && power.secondBattery !== null
  const [from, fromLabel] = isSecond ? [SECOND, 'Second battery'] : [PLUS, 'Battery']
  addGuard(draft, {
    id: 'fuse',
    label: 'Main fuse',
    a: from,
    b: 'fuse-out',
    rating,
    point: 'Behind the main fuse',
  })
  addWire(draft, {
    id: 'feed',
    label: 'Feed wire',
    from: { node: 'fuse-out', guard: rating, label: fromLabel, zone: 'engine' },
    to: FEED_END,
    toLabel: power.bar ? 'Bus bar' : hasRelay(draft) ? 'Relay' : draft.labelOf(of('compressor')[0]!),
    for: 'feed',
    zone: 'engine',
    route: 'feed',
    length: feed.oneWay,
    area: feed.area,
    amps: feed.continuous,
  })
  points[FEED_END] = power.bar ? 'Bus bar' : 'End of the feed'
  addMotorSwitch(draft, feed)
  parts.push({
    id: 'motor',
    label: 'Compressor motor',
    a: 'motor-plus',
    b: 'motor-minus',
    role: 'motor',
    amps: feed.motor,
    winding: windingOf(power, feed),
  })
  points['motor-plus'] = 'Motor, its feed'
  addEarth(draft, {
    id: 'earth',
    of: 'motor',
    label: 'Earth of the compressor',
    from: 'motor-minus',
    fromLabel: draft.labelOf(of('compressor')[0]!),
    zone: 'engine',
    area: feed.area,
    back: feed.oneWay,
    withFeed: true,
  })
  points['motor-minus'] = 'Motor, its earth'
  const [, second] = of('compressor')
  if (second) addSecondMotor(draft, feed, second)
}

/**
 * The second compressor: fed from the end of the same feed through a relay of its own. The first one's feed
 * works its coil, at once or after a delay.
 */
function addSecondMotor(draft: Draft, feed: FeedPlan, id: string): void {
  const { parts, points, facts, of } = draft
  const label = draft.labelOf(id)
  const route = `wire-${id}-${of('compressor')[0]}`
  const carries = facts.power.relayRating ?? proposedRelay(feed.motor)
  addContact(draft, {
    id: 'relay-2',
    label: 'Second relay’s contact',
    a: FEED_END,
    b: 'relay-2-out',
    closedBy: { coil: 'coil-2' },
    carries,
  })
  points['relay-2-out'] = 'Second relay, out'
  const guard = mainRating(facts.power, feed)
  addWire(draft, {
    id: 'wire-motor-2',
    label: `Wire to the ${lowerFirst(label)}`,
    from: { node: 'relay-2-out', guard, label: 'Second relay', zone: 'engine' },
    to: 'motor-2-plus',
    toLabel: label,
    for: 'feed',
    zone: 'engine',
    route,
    area: feed.area,
    amps: feed.motor,
  })
  parts.push({
    id: 'motor-2',
    label: 'Second compressor motor',
    a: 'motor-2-plus',
    b: 'motor-2-minus',
    role: 'motor',
    amps: feed.motor,
    winding: windingOf(facts.power, feed),
  })
  points['motor-2-plus'] = 'Second motor, its feed'
  addEarth(draft, {
    id: 'earth-motor-2',
    of: 'motor-2',
    label: `Earth of the ${lowerFirst(label)}`,
    from: 'motor-2-minus',
    fromLabel: label,
    zone: 'engine',
    area: feed.area,
    back: feed.oneWay,
    withFeed: true,
  })
  points['motor-2-minus'] = 'Second motor, its earth'
  const tapped = { node: 'motor-plus', guard, label: 'First compressor, its feed', zone: 'engine' as const }
  const from = ownFuse(draft, 'coil-2', tapped, WIRING.controlFuse)
  addCoil(draft, { id: 'coil-2', label: 'Second relay’s coil', from, route })
}

/** Contact rating of a relay that nobody chose, A. */
const proposedRelay = (amps: number): number =>
  RELAY_RATINGS.find((rating) => amps <= PRACTICE.fuseLoad.value * rating) ?? RELAY_RATINGS.at(-1)!

function addMotorSwitch(draft: Draft, feed: FeedPlan): void {
  const { facts, of } = draft
  const { power } = facts
  const switched = of('cabSwitch', 'pressureSwitch').length > 0
  const inBlock = of('block').length > 0
  const direct: ClosedBy = inBlock ? 'block' : 'cab'
  const unrelayed = inBlock ? 'Contact in the block' : 'Switch of the compressor'
  if (!hasRelay(draft)) {
    if (!switched) {
      addContact(draft, { id: 'relay', label: unrelayed, a: FEED_END, b: 'motor-plus', closedBy: direct })
      return
    }
    // Switches directly in the motor's circuit: their rating is checked against it.
    const behind = addSwitches(draft, feedEnd(draft), feed.motor)
    const [supply] = of('compressor')
    addWire(draft, {
      id: 'wire-motor',
      label: 'Wire from the switches to the motor',
      from: behind,
      to: 'motor-plus',
      toLabel: draft.labelOf(supply!),
      for: 'feed',
      zone: 'chassis',
      route: null,
      amps: feed.motor,
    })
    return
  }
  const carries = power.relayRating ?? proposedRelay(feed.motor)
  const relay = { id: 'relay', label: 'Relay contact', a: FEED_END, b: 'motor-plus', carries }
  addContact(draft, { ...relay, closedBy: { coil: 'coil' } })
  addCoil(draft, {
    id: 'coil',
    label: 'Relay coil',
    from: switched ? switchedControl(draft) : directControl(draft, direct, unrelayed),
    route: lastRoute(draft, of('compressor')[0]!),
  })
}

/**
 * The run at Lay shared by the last wire of a control circuit: from the cab switch, otherwise from the pressure
 * switch.
 */
function lastRoute({ of }: Draft, supply: string): string {
  const [cab] = of('cabSwitch')
  const [pressure] = of('pressureSwitch')
  if (cab) return `wire-${supply}-${cab}`
  return pressure ? `wire-${pressure}-${supply}` : `wire-${supply}-${FUSE_BOX}`
}

/**
 * What works the coil through the circuit's switches: from the fuse box with a cab switch, otherwise from the
 * feed.
 */
function switchedControl(draft: Draft): Tapped {
  const [cab] = draft.of('cabSwitch')
  const from = tapFor(draft, 'coil', cab ? 'ignition' : 'feed', WIRING.controlFuse)
  return addSwitches(draft, from, draft.nominal / ((WIRING.coil * draft.nominal ** 2) / 144))
}

/** What switched the motor without a relay works the relay's coil. */
function directControl(draft: Draft, closedBy: ClosedBy, label: string): Tapped {
  const from = tapFor(draft, 'coil', 'feed', WIRING.controlFuse)
  addContact(draft, { id: 'control', label, a: from.node, b: 'control-out', closedBy })
  draft.points['control-out'] = `${label}, out`
  return { ...from, node: 'control-out', label }
}

/** A relay's coil with its wire and its earth. */
function addCoil(
  draft: Draft,
  { id, label, from, route }: { id: 'coil' | 'coil-2'; label: string; from: Tapped; route: string },
): void {
  const { parts, points, nominal } = draft
  const name = id === 'coil' ? 'relay’s coil' : lowerFirst(label)
  const [into, out] = [`${id}-in`, `${id}-out`]
  addWire(draft, {
    id: `wire-${id}`,
    label: `Wire to the ${name}`,
    from,
    to: into,
    toLabel: label,
    for: 'control',
    zone: 'chassis',
    route,
    amps: nominal / WIRING.coil,
  })
  const ohm = WIRING.coil * (nominal / 12) ** 2
  parts.push({ id, label, a: into, b: out, role: 'coil', ohm })
  points[into] = `${label}, in`
  addEarth(draft, {
    id: `earth-${id}`,
    of: id,
    label: `Earth of the ${name}`,
    from: out,
    fromLabel: label,
    zone: 'chassis',
    area: WIRING.signalArea,
    back: WIRING.usualSignal,
    withFeed: false,
  })
  points[out] = `${label}, out`
}

/** The clutch of a belt-driven compressor, behind cab and pressure switch. */
export function addClutch(draft: Draft, belt: string): void {
  const amps = draft.facts.ampsOf(belt)
  const tapped = tapFor(draft, belt, 'ignition', usualRating(amps))
  // With an electric compressor beside it, the switches already belong to that one.
  const isTaken = draft.parts.some(({ id }) => id === 'cab' || id === 'pressure')
  const from = isTaken ? tapped : addSwitches(draft, tapped, amps)
  addUser(draft, {
    id: belt,
    label: 'Clutch of the compressor',
    from,
    route: isUsualSource(draft.facts, belt) ? lastRoute(draft, belt) : null,
    for: 'control',
  })
}

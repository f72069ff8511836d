import { PRACTICE } from '../../catalog/practice'
import { airGoesTo, batteryVolts, FUSE_BOX, LINK_RATINGS, RELAY_RATINGS, WIRING } from '../../catalog/wiring'
import type { PowerPlan } from '../../document/types'
import type { FeedPlan } from '../types'
import {
  addContact,
  addEarth,
  addGuard,
  addUser,
  addWire,
  draftOf,
  FEED_END,
  GROUND,
  IGNITION,
  inCab,
  lowerFirst,
  PLUS,
  SECOND,
  usualRating,
  zoneOf,
  type Draft,
  type Tapped,
  type WiringFacts,
} from './draft'
import type { ClosedBy, Wiring } from './types'

/**
 * The wiring of a circuit, built from its parts, its feed and its wires as laid, and from what was chosen at Power: where
 * a part is fed and earthed, what stands in a wire, whether a relay carries the motor.
 */
export { GROUND, PLUS, type WiringFacts } from './draft'
export type { ClosedBy, Wiring, WiringPart } from './types'

/** Builds the network; nothing but the battery where nothing is wired. Data between devices is not in it. */
export function wiringOf(facts: WiringFacts): Wiring {
  const draft = draftOf(facts)
  const { of } = draft
  const [block] = of('block')
  addBatteries(draft)
  if (facts.feed) addCompressor(draft, facts.feed)
  for (const belt of of('belt')) addClutch(draft, belt)
  if (block) addBlock(draft, block)
  for (const solenoid of of('solenoid')) addSolenoid(draft, solenoid)
  addControlled(draft)
  for (const gauge of of('gauge', 'dualGauge')) addLamp(draft, gauge)
  const { parts, points, nominal, temperature } = draft
  const met = new Set(parts.flatMap(({ a, b }) => [a, b]))
  return {
    parts,
    points: Object.fromEntries(Object.entries(points).filter(([node]) => met.has(node))),
    nominal,
    temperature,
  }
}

/** Resistance of a battery by its charge when full, Ω: a larger one has less. */
const innerOhms = (capacity: number, nominal: number) =>
  WIRING.batteryOhms * ((70 * 3600) / capacity) * (nominal / 12)

function addBatteries(draft: Draft): void {
  const { parts, points, nominal, facts } = draft
  const { power } = facts
  const volts = batteryVolts(power.charge, nominal)
  const inner = innerOhms(power.batteryCapacity, nominal)
  parts.push({ id: 'battery', label: 'Battery', a: PLUS, b: GROUND, role: 'battery', volts, inner })
  points[PLUS] = 'Battery, positive'
  if (power.secondBattery) addSecondBattery(draft, power.secondBattery)
}

/** Fuse, wire, isolator, and a second fuse where both ends have one: two sources feed this wire. */
function addSecondBattery(
  draft: Draft,
  { capacity, isolator, fusedBothEnds }: NonNullable<PowerPlan['secondBattery']>,
) {
  const { parts, points, nominal, facts } = draft
  const volts = batteryVolts(facts.power.charge, nominal)
  const rating = LINK_RATINGS.at(-2)!
  const link = { rating, kind: 'link' as const }
  parts.push({
    id: 'battery-2',
    label: 'Second battery',
    a: SECOND,
    b: GROUND,
    role: 'battery',
    volts,
    inner: innerOhms(capacity, nominal),
  })
  points[SECOND] = 'Second battery, positive'
  addGuard(draft, {
    ...link,
    id: 'tie-fuse',
    label: 'Link at the first battery',
    a: PLUS,
    b: 'tie-begins',
    point: 'Behind the link at the first battery',
  })
  addWire(draft, {
    id: 'tie',
    label: 'Wire between the batteries',
    from: { node: 'tie-begins', guard: rating, label: 'Battery', zone: 'engine' },
    to: 'tie-isolator',
    toLabel: 'Isolator',
    for: 'feed',
    zone: 'engine',
    route: null,
    length: WIRING.betweenBatteries,
    amps: rating * PRACTICE.fuseLoad.value,
  })
  addContact(draft, {
    id: 'isolator',
    label: isolator === 'relay' ? 'Isolating relay' : 'Battery switch',
    a: 'tie-isolator',
    b: fusedBothEnds ? 'tie-ends' : SECOND,
    closedBy: isolator === 'relay' ? 'engine' : 'left-on',
  })
  points['tie-isolator'] = 'Isolator, on the first battery’s side'
  if (!fusedBothEnds) return
  addGuard(draft, {
    ...link,
    id: 'tie-fuse-2',
    label: 'Link at the second battery',
    a: SECOND,
    b: 'tie-ends',
    point: 'Behind the link at the second battery',
  })
}

/** Ignition switch, the way of the fuse box that is tapped, and the tap. */
function addFuseBox(draft: Draft): void {
  const { points, facts } = draft
  const { tap } = facts.power
  const isLive = tap.side === 'live'
  addContact(draft, { id: 'key', label: 'Ignition switch', a: PLUS, b: 'key-out', closedBy: 'key' })
  points['key-out'] = 'Fuse box, before its fuse'
  addGuard(draft, {
    id: 'small-fuse',
    label: 'Fuse in the fuse box',
    a: 'key-out',
    b: isLive ? 'box-circuit' : IGNITION,
    rating: WIRING.smallFuse,
    point: 'Fuse box, after its fuse',
  })
  if (!isLive) return
  if (tap.ownFuse)
    addGuard(draft, {
      id: 'tap-fuse',
      label: 'Fuse of the tap',
      a: 'key-out',
      b: IGNITION,
      rating: WIRING.smallFuse,
      point: 'Behind the fuse of the tap',
    })
  else
    draft.parts.push({ id: 'tap', label: 'Tap', a: 'key-out', b: IGNITION, role: 'joint', ohm: WIRING.stud })
  // What the box's own circuit feeds stands in for it: a lamp's worth.
  addUser(draft, {
    id: 'box-circuit',
    label: 'What the fuse box feeds by itself',
    from: { node: 'box-circuit', guard: WIRING.smallFuse, label: 'Fuse box', zone: 'cab' },
    route: null,
    for: 'ignition',
    amps: 1,
    zone: 'cab',
  })
}

/** What is tapped with the key on; the fuse box is drawn with the first thing that hangs on it. */
function ignition(draft: Draft): Tapped {
  const { tap } = draft.facts.power
  if (!draft.parts.some(({ id }) => id === 'key')) addFuseBox(draft)
  const guard = tap.side === 'live' && !tap.ownFuse ? Infinity : WIRING.smallFuse
  return { node: IGNITION, guard, label: 'Fuse box', zone: 'cab' }
}

/** Rating of the main fuse as chosen or proposed, A. */
export const mainRating = (power: PowerPlan, feed: FeedPlan): number =>
  power.fuse ?? feed.fuse.rating ?? WIRING.smallFuse

/** Where a part takes its current, with a fuse of its own where the source's would not guard a thin wire. */
function tapFor(draft: Draft, id: string, usual: PowerPlan['feeds'][string], rating: number): Tapped {
  const { facts } = draft
  const source = facts.power.feeds[id] ?? usual
  const hasFeed = facts.feed !== null
  if (source === 'ignition') return ignition(draft)
  if (source === 'feed' && hasFeed) return ownFuse(draft, id, feedEnd(draft), rating)
  const second = source === 'second' && facts.power.secondBattery !== null
  const from: Tapped = {
    node: second ? SECOND : PLUS,
    guard: Infinity,
    label: second ? 'Second battery' : 'Battery',
    zone: 'engine',
  }
  return ownFuse(draft, id, from, rating)
}

const feedEnd = ({ facts: { power, feed } }: Draft): Tapped => ({
  node: FEED_END,
  guard: mainRating(power, feed!),
  label: power.bar ? 'Bus bar' : 'End of the feed',
  zone: 'chassis',
})

/** A fuse of its own, right where a part's wire leaves its source. */
function ownFuse(draft: Draft, id: string, from: Tapped, rating: number): Tapped {
  const name = draft.facts.air.components[id]?.label ?? 'relay’s coil'
  const node = `fuse-${id}-out`
  addGuard(draft, {
    id: `fuse-${id}`,
    label: `Fuse of the ${lowerFirst(name)}`,
    a: from.node,
    b: node,
    rating,
    point: `Behind the fuse of the ${lowerFirst(name)}`,
  })
  return { ...from, node, guard: rating }
}

/** Whether a relay carries the motor: as chosen, else wherever switches ask for it. */
export const hasRelay = ({ of, facts }: Pick<Draft, 'of' | 'facts'>): boolean =>
  facts.power.relay ?? of('cabSwitch', 'pressureSwitch').length > 0

/** A switch of the circuit and the wire to it; returns what lies behind it. */
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

/** Cab switch and pressure switch in series, as far as there are any; returns what lies behind them. */
function addSwitches(draft: Draft, from: Tapped, amps: number): Tapped {
  const [cab] = draft.of('cabSwitch')
  const [pressure] = draft.of('pressureSwitch')
  const [supply] = draft.of('compressor', 'belt')
  if (cab) from = addSwitch(draft, { id: 'cab', part: cab, from, route: `wire-${cab}-${FUSE_BOX}`, amps })
  if (!pressure) return from
  const route = `wire-${pressure}-${cab ?? supply}`
  return addSwitch(draft, { id: 'pressure', part: pressure, from, route, amps })
}

/** Main fuse, feed, the contact that switches the motor, motor and earth. */
function addCompressor(draft: Draft, feed: FeedPlan): void {
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
    winding: power.systemVoltage / feed.inrush,
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
}

/** What a relay's contact may carry where nobody chose one, A. */
export const proposedRelay = (amps: number): number =>
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
    // Switches straight in the motor's own circuit: what they may carry is held against it.
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
  addCoil(draft, switched ? switchedControl(draft) : directControl(draft, direct, unrelayed))
}

/** The run at Lay that the last wire of a control circuit shares: from the cab switch, else from the pressure switch. */
function lastRoute({ of }: Draft, supply: string): string {
  const [cab] = of('cabSwitch')
  const [pressure] = of('pressureSwitch')
  if (cab) return `wire-${supply}-${cab}`
  return pressure ? `wire-${pressure}-${supply}` : `wire-${supply}-${FUSE_BOX}`
}

/** What works the coil through the circuit's switches: with a cab switch from the fuse box, else from the feed. */
function switchedControl(draft: Draft): Tapped {
  const [cab] = draft.of('cabSwitch')
  const from = tapFor(draft, 'coil', cab ? 'ignition' : 'feed', WIRING.controlFuse)
  return addSwitches(draft, from, draft.nominal / ((WIRING.coil * draft.nominal ** 2) / 144))
}

/** What switched the motor before there was a relay works its coil. */
function directControl(draft: Draft, closedBy: ClosedBy, label: string): Tapped {
  const from = tapFor(draft, 'coil', 'feed', WIRING.controlFuse)
  addContact(draft, { id: 'control', label, a: from.node, b: 'control-out', closedBy })
  draft.points['control-out'] = `${label}, out`
  return { ...from, node: 'control-out', label }
}

function addCoil(draft: Draft, from: Tapped): void {
  const { parts, points, of, nominal } = draft
  addWire(draft, {
    id: 'wire-coil',
    label: 'Wire to the relay’s coil',
    from,
    to: 'coil-in',
    toLabel: 'Relay coil',
    for: 'control',
    zone: 'chassis',
    route: lastRoute(draft, of('compressor')[0]!),
    amps: nominal / WIRING.coil,
  })
  const ohm = WIRING.coil * (nominal / 12) ** 2
  parts.push({ id: 'coil', label: 'Relay coil', a: 'coil-in', b: 'coil-out', role: 'coil', ohm })
  points['coil-in'] = 'Relay coil, in'
  addEarth(draft, {
    id: 'earth-coil',
    of: 'coil',
    label: 'Earth of the relay’s coil',
    from: 'coil-out',
    fromLabel: 'Relay coil',
    zone: 'chassis',
    area: WIRING.signalArea,
    back: WIRING.usualSignal,
    withFeed: false,
  })
  points['coil-out'] = 'Relay coil, out'
}

/** The clutch of a belt-driven compressor, behind cab and pressure switch. */
function addClutch(draft: Draft, belt: string): void {
  const amps = draft.facts.ampsOf(belt)
  const tapped = tapFor(draft, belt, 'ignition', usualRating(amps))
  // Beside an electric compressor the switches are that one's already.
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

/** Lay's run of a block's feed: in the harness from the compressor, or from the battery; no other source has one. */
function blockRoute({ of }: Draft, block: string, { zone, label }: Tapped): string | null {
  if (zone === 'chassis') return `wire-${block}-${of('compressor')[0]}`
  return label === 'Battery' ? `wire-${block}-battery` : null
}

/** The valve block with its wake wire: in the kit's harness behind the feed, or by itself through a fuse of its own. */
function addBlock(draft: Draft, block: string): void {
  const { parts, points, labelOf, facts } = draft
  const { power, feed } = facts
  // Beside a tank the compressor stands by itself, and so does the block.
  const usual = feed && draft.of('tank').length === 0 ? 'feed' : 'battery'
  const inHarness = feed !== null && (power.feeds[block] ?? usual) === 'feed' && !power.bar
  const from = inHarness ? feedEnd(draft) : tapFor(draft, block, usual, WIRING.blockFuse)
  addUser(draft, {
    id: block,
    label: labelOf(block),
    from,
    route: blockRoute(draft, block, from),
    for: 'feed',
    asleep: facts.asleepOf(block),
    sheet: 'feed',
    withFeed: true,
    length: from.zone === 'engine' ? feed?.oneWay : undefined,
  })
  if (power.wake !== 'loose')
    addWire(draft, {
      id: 'wire-wake',
      label: 'Wake wire',
      from:
        power.wake === 'ignition' ? ignition(draft) : { ...from, node: `${block}-in`, label: labelOf(block) },
      to: 'wake',
      toLabel: `${labelOf(block)}, wake`,
      for: 'ignition',
      zone: 'chassis',
      route: power.wake === 'ignition' ? `wire-${block}-${FUSE_BOX}` : null,
      length: power.wake === 'ignition' ? undefined : WIRING.toFrame,
      amps: WIRING.leastUser,
    })
  const ohm = WIRING.wakeInput
  parts.push({
    id: 'wake',
    label: 'Wake input of the block',
    a: 'wake',
    b: `${block}-out`,
    role: 'user',
    sheet: 'control',
    ohm,
  })
  points.wake = 'Wake wire, at the block'
}

/** A solenoid: of a horn behind its push button, before a block on the block's own wire, else with the key on. */
function addSolenoid(draft: Draft, id: string): void {
  const { labelOf, points, facts } = draft
  const amps = facts.ampsOf(id)
  const label = labelOf(id)
  const works = airGoesTo(facts.air, id)
  const [block] = draft.of('block')
  let from: Tapped
  if (works === 'block' && block && facts.power.feeds[id] === undefined) {
    // The wire that would run the kit's own compressor opens it.
    const before: Tapped = {
      node: `${block}-in`,
      guard: draft.guards[`${block}-in`]!,
      label: labelOf(block),
      zone: 'chassis',
    }
    addContact(draft, {
      id: `asks-${id}`,
      label: `Output of the block for the ${lowerFirst(label)}`,
      a: before.node,
      b: `asks-${id}-out`,
      closedBy: 'block',
    })
    points[`asks-${id}-out`] = `Output of the block for the ${lowerFirst(label)}`
    from = { ...before, node: `asks-${id}-out` }
  } else {
    from = tapFor(draft, id, 'ignition', usualRating(amps))
    if (works === 'horn') {
      addContact(draft, {
        id: `push-${id}`,
        label: `Push button of the ${lowerFirst(label)}`,
        a: from.node,
        b: `push-${id}-out`,
        closedBy: 'hand',
      })
      points[`push-${id}-out`] = `Push button of the ${lowerFirst(label)}, out`
      from = { ...from, node: `push-${id}-out`, label: 'Push button', zone: 'cab' }
    }
  }
  const laid = works === 'block' && block ? `wire-${id}-${block}` : `wire-${id}-${FUSE_BOX}`
  addUser(draft, { id, label, from, route: isUsualSource(facts, id) ? laid : null, for: 'control' })
}

/** Whether a part is fed as its circuit has it, which is how Lay runs its wire. */
const isUsualSource = ({ power }: WiringFacts, id: string): boolean => power.feeds[id] === undefined

/** Controller, gauges that read sensors, and the sensors they feed. */
function addControlled(draft: Draft): void {
  const { of, labelOf } = draft
  const [controller] = of('controller')
  const [shown] = of('dualGauge', 'gauge')
  const sensors = of('sensor', ...(controller ? (['heightSensor'] as const) : []))
  const reads = controller ?? (sensors.length > 0 ? shown : undefined)
  if (!reads) return
  const rating = WIRING.controlFuse
  const sheet = controller ? 'control' : 'gauges'
  addUser(draft, {
    id: reads,
    sheet,
    label: labelOf(reads),
    from: tapFor(draft, reads, 'ignition', rating),
    route: isUsualSource(draft.facts, reads) ? `wire-${reads}-${FUSE_BOX}` : null,
    for: 'ignition',
  })
  for (const id of sensors)
    addUser(draft, {
      id,
      label: labelOf(id),
      from: { node: `${reads}-in`, guard: WIRING.smallFuse, label: labelOf(reads), zone: 'cab' },
      back: `${reads}-out`,
      route: `wire-${id}-${reads}`,
      for: 'signal',
      sheet,
    })
}

/** The lamps of a gauge, on the wire that lights the dash. */
function addLamp(draft: Draft, gauge: string): void {
  const { labelOf, facts, parts, points } = draft
  const { lamps } = facts.power
  if (lamps !== 'ignition' && !parts.some(({ id }) => id === 'lamp-fuse')) {
    const isDash = lamps === 'dash'
    if (isDash) {
      addContact(draft, { id: 'lights', label: 'Light switch', a: PLUS, b: 'lights-out', closedBy: 'lights' })
      points['lights-out'] = 'Dash lighting, before its fuse'
    }
    addGuard(draft, {
      id: 'lamp-fuse',
      label: isDash ? 'Fuse of the dash lighting' : 'Fuse of the lamps',
      a: isDash ? 'lights-out' : PLUS,
      b: 'lamps',
      rating: WIRING.controlFuse,
      point: isDash ? 'Dash lighting' : 'Behind the fuse of the lamps',
    })
  }
  const dash: Tapped = { node: 'lamps', guard: WIRING.controlFuse, label: 'Dash lighting', zone: 'cab' }
  addUser(draft, {
    id: `lamp-${gauge}`,
    label: `Lamp of the ${lowerFirst(labelOf(gauge))}`,
    from: lamps === 'ignition' ? ignition(draft) : dash,
    route: `wire-${gauge}-${FUSE_BOX}`,
    for: 'lamp',
    sheet: 'gauges',
    amps: WIRING.lamp,
    zone: 'cab',
  })
}

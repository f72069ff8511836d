import { PRACTICE } from '../../catalog/practice'
import { batteryVolts, LINK_RATINGS, WIRING } from '../../catalog/wiring'
import type { PowerPlan } from '../../document/types'
import type { FeedPlan } from '../types'
import {
  addContact,
  addGuard,
  addUser,
  addWire,
  FEED_END,
  GROUND,
  IGNITION,
  lowerFirst,
  PLUS,
  SECOND,
  type Draft,
  type Tapped,
  type WiringFacts,
} from './draft'

/** Sources of current: batteries, the fuse box, and the fuse that a part has of its own. */

/** Resistance of a full battery by its capacity, Ω: a larger one has less. */
const innerOhms = (capacity: number, nominal: number) =>
  WIRING.batteryOhms * ((70 * 3600) / capacity) * (nominal / 12)

export function addBatteries(draft: Draft): void {
  const { parts, points, nominal, facts } = draft
  const { power } = facts
  const volts = batteryVolts(power.charge, nominal)
  const inner = innerOhms(power.batteryCapacity, nominal)
  parts.push({ id: 'battery', label: 'Battery', a: PLUS, b: GROUND, role: 'battery', volts, inner })
  points[PLUS] = 'Battery, positive'
  if (power.secondBattery) addSecondBattery(draft, power.secondBattery)
}

/** Fuse, wire, isolator, and a second fuse if both ends have one: two sources feed this wire. */
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

/** Ignition switch, the tapped fuse of the fuse box, and the tap. */
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
  // Stands in for what the box's own circuit feeds: about one lamp.
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

/** The tap that is live with the key on. The fuse box is drawn with the first consumer on it. */
export function ignition(draft: Draft): Tapped {
  const { tap } = draft.facts.power
  if (!draft.parts.some(({ id }) => id === 'key')) addFuseBox(draft)
  const guard = tap.side === 'live' && !tap.ownFuse ? Infinity : WIRING.smallFuse
  return { node: IGNITION, guard, label: 'Fuse box', zone: 'cab' }
}

/** Rating of the main fuse as chosen or proposed, A. */
export const mainRating = (power: Pick<PowerPlan, 'fuse'>, feed: FeedPlan): number =>
  power.fuse ?? feed.fuse.rating ?? WIRING.smallFuse

/** Where a part is fed, with a fuse of its own if the source's would not guard a thin wire. */
export function tapFor(draft: Draft, id: string, usual: PowerPlan['feeds'][string], rating: number): Tapped {
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

export const feedEnd = ({ facts: { power, feed } }: Draft): Tapped => ({
  node: FEED_END,
  guard: mainRating(power, feed!),
  label: power.bar ? 'Bus bar' : 'End of the feed',
  zone: 'chassis',
})

/** A fuse of its own, right where a part's wire leaves its source. */
export function ownFuse(draft: Draft, id: string, from: Tapped, rating: number): Tapped {
  const coil = id === 'coil-2' ? 'second relay’s coil' : 'relay’s coil'
  const name = draft.facts.air.components[id]?.label ?? coil
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

/** True if a part is fed as its circuit has it; that is how Lay runs its wire. */
export const isUsualSource = ({ power }: WiringFacts, id: string): boolean => power.feeds[id] === undefined

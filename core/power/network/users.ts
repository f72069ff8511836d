import { airGoesTo, FUSE_BOX, WIRING } from '../../catalog/wiring'
import {
  addContact,
  addGuard,
  addUser,
  addWire,
  lowerFirst,
  PLUS,
  usualRating,
  type Draft,
  type Tapped,
} from './draft'
import { ignition, tapFor, feedEnd, isUsualSource } from './sources'

/** Other consumers: block, solenoids, controller, gauges and their lamps. */

/**
 * Run of a block's feed at Lay: in the harness from the compressor, or from the battery. Other sources have
 * none.
 */
function blockRoute({ of }: Draft, block: string, { zone, label }: Tapped): string | null {
  if (zone === 'chassis') return `wire-${block}-${of('compressor')[0]}`
  return label === 'Battery' ? `wire-${block}-battery` : null
}

/**
 * The valve block with its wake wire: in the kit's harness behind the feed, or separately through a fuse of its
 * own.
 */
export function addBlock(draft: Draft, block: string): void {
  const { parts, points, labelOf, facts } = draft
  const { power, feed } = facts
  // With a tank the compressor stands alone, and so does the block.
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

/**
 * A solenoid: that of a horn behind its push button, one before a block on the block's own wire, others with
 * the key on.
 */
export function addSolenoid(draft: Draft, id: string): void {
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

/** Controller, gauges that read sensors, and the sensors they feed. */
export function addControlled(draft: Draft): void {
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

/** The lamps of a gauge, on the wire of the dash lights. */
export function addLamp(draft: Draft, gauge: string): void {
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

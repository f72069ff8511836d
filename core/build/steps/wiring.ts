import { isFitted, isThere } from '../../catalog/partStates'
import type { AirPlan, PowerPlan, ComponentKind } from '../../document/types'
import type { BuildFacts, Step } from '../types'
import { stepList } from './stepList'

const EARTHS: Record<PowerPlan['earth'], string> = {
  battery: 'to the battery’s negative post',
  frame: 'to bright bare steel of the frame on a screw of its own',
  stud: 'to the earth stud on the frame, nuts tight on bright steel',
  body: 'to bright bare metal of the body on a screw of its own',
}

/** Kinds of parts that are wired. */
const ELECTRIC: readonly ComponentKind[] = ['compressor', 'block', 'solenoid', 'controller']

type Feed = NonNullable<BuildFacts['feed']>
type Wires = BuildFacts['wires']
type Reasons = Record<string, string>

/**
 * Earth, feed, plugs, and last the fuse; an existing feed is inspected. `lineSteps` are the ids of the air
 * lines.
 */
export function wiringSteps(
  power: Pick<PowerPlan, 'earth'>,
  air: AirPlan,
  { feed, ...wires }: Wires & { feed: Feed },
  lineSteps: readonly string[],
  off: readonly Step[],
): Step[] {
  const afterLines = Object.fromEntries(lineSteps.map((id) => [id, 'Lines before battery.']))
  const electric = Object.values(air.components).filter((c) => ELECTRIC.includes(c.kind))
  const isWiredAnew = electric.some((c) => isFitted(c.state))
  const feedStays = electric.every((c) => c.kind !== 'compressor' || isThere(c.state))
  const madeDead = off.some((step) => step.id === 'make-dead')
  return [
    ...(isWiredAnew ? (feedStays ? feedThatStays(feed, afterLines) : newFeed(power, feed, afterLines)) : []),
    ...(isWiredAnew ? otherWires(wires, feedStays ? {} : { feed: 'The heavy wire first.' }) : []),
    ...(isWiredAnew ? plugs(feedStays) : []),
    ...(isWiredAnew || madeDead ? fuse(feed, lineSteps) : []),
  ]
}

function feedThatStays(feed: Feed, afterLines: Reasons): Step[] {
  const { steps, add } = stepList()
  add(
    'Wiring',
    'feed-stays',
    'Look along the feed that stays',
    'Wire of {wire} or thicker, fuse holder near the battery, ends bright and sealed, earth tight on bare metal. Fuse out.',
    {
      values: { wire: { value: feed.area, quantity: 'wireArea' } },
      facts: ['wire'],
      minutes: 6,
      cautions: ['Ignition off. Fuse out.'],
      after: afterLines,
    },
  )
  return steps
}

function newFeed(power: Pick<PowerPlan, 'earth'>, feed: Feed, afterLines: Reasons): Step[] {
  const { steps, add } = stepList()
  const earth = EARTHS[power.earth]
  add('Wiring', 'earth', 'Run the earth', `Black ${earth}. Ring crimped, heat-shrink until it seals.`, {
    choices: { earth: power.earth },
    tools: ['Crimper', 'Heat gun', 'Wire brush'],
    minutes: 6,
    after: afterLines,
  })
  add(
    'Wiring',
    'feed',
    'Run the feed to the battery, fuse out',
    'Wire of {wire}, {length} one way, loomed and tied, holder near the battery. The fuse stays in your pocket.',
    {
      values: {
        wire: { value: feed.area, quantity: 'wireArea' },
        length: { value: feed.length, quantity: 'run' },
      },
      facts: ['wire', 'length'],
      tools: ['Crimper', 'Heat gun', 'Loom and ties'],
      minutes: 16,
      cautions: ['Ignition off. Fuse out.'],
      after: { ...afterLines, earth: 'Earth before feed.' },
    },
  )
  return steps
}

/** Wires that end at a fuse live with the key, and at the dash illumination. */
const KEY_LIVE = /wake|ignition|key/
const LAMP = /lamp/

/** All wires besides the feed: controls, lamps, sensors, and their earths. A loom is made on the bench, then pulled. */
export function otherWires({ list, relay }: Wires, after: Reasons): Step[] {
  const { steps, add } = stepList()
  if (list.length === 0) return steps
  const values = Object.fromEntries(
    list.flatMap(({ area, length }, i) => [
      [`area${i}`, { value: area, quantity: 'wireArea' as const }],
      [`length${i}`, { value: length, quantity: 'run' as const }],
    ]),
  )
  add(
    'Wiring',
    'loom',
    'Make the loom on the bench, a label on both ends of each wire',
    `${list.map(({ mark, colour }, i) => `${mark}: ${colour}, {area${i}}, {length${i}}`).join('; ')}. Every terminal is crimped, sealed and tugged.`,
    {
      place: 'bench',
      values,
      facts: Object.keys(values),
      choices: Object.fromEntries(list.map(({ id, mark, colour }) => [id, `${mark}, ${colour}`])),
      tools: ['Wire stripper', 'Crimper', 'Heat gun', 'Labels'],
      minutes: 2 + 3 * list.length,
      after: { sheet: 'The sheet has the loom’s own plugs.' },
    },
  )
  if (list.some(({ id }) => KEY_LIVE.test(id)))
    add(
      'Wiring',
      'key-fuse',
      'Find a fuse that is live only with the key',
      'Meter from the fuse’s slot to earth: nothing with the key off, battery volts with the key on, and still there while it cranks or not, as the sheet wants it. Tap on the side that keeps it fused, or a fuse of its own at once; the lid’s edge notched for the wire. Write its place and rating on the sheet.',
      {
        place: 'cab',
        tools: ['Meter', 'Fuse tap'],
        minutes: 5,
        cautions: ['Never an unfused tap. Never a fuse of airbag, brakes or engine.'],
        after: { loom: 'Its wire is made first.' },
      },
    )
  if (list.some(({ id }) => LAMP.test(id)))
    add(
      'Wiring',
      'lamp-wire',
      'Find the dash illumination wire',
      'Behind the light switch or a lit button: dead with the lights off, live with them on, at the same brightness setting. Tapped there, pushed back, held by a tie.',
      {
        place: 'cab',
        tools: ['Meter'],
        minutes: 4,
        cautions: ['Behind pillar trim run curtain airbags: battery off before it is opened.'],
        after: { loom: 'Its wire is made first.' },
      },
    )
  add(
    'Wiring',
    'wires',
    'Pull the loom and connect it',
    `${list.map(({ mark }) => mark).join(', ')}: along Lay’s runs, with the lines; a grommet in every hole; a drip loop before each part outside.${relay ? ' Relay upright or on its side, terminals down, out of spray.' : ''} Their fuses stay out.`,
    {
      tools: ['Ties', 'Grommets', 'Pull wire'],
      minutes: 4 + 2 * list.length,
      cautions: [
        'Ignition off. Fuses out.',
        'Behind pillar trim run curtain airbags: battery off before it is opened.',
      ],
      after: {
        ...after,
        loom: 'It is made first.',
        'key-fuse': 'Where it ends is found first.',
        'lamp-wire': 'Where it ends is found first.',
      },
    },
  )
  return steps
}

function plugs(feedStays: boolean): Step[] {
  const { steps, add } = stepList()
  add(
    'Wiring',
    'plugs',
    'Press every connector until it clicks',
    'Lock tabs home, drip loop between compressor and electronics.',
    {
      minutes: 3,
      after: feedStays
        ? { 'feed-stays': 'Look along the feed first.' }
        : { feed: 'There is nothing to press yet.' },
    },
  )
  return steps
}

/** Everybody clear before the fuse: some sets begin to fill at once. Then the fuse, and the meter. */
function fuse(feed: Feed, lineSteps: readonly string[]): Step[] {
  const { steps, add } = stepList()
  const whole: Reasons = {
    ...Object.fromEntries(lineSteps.map((id) => [id, 'Fuse last: a line still off would be blown open.'])),
    earth: 'Fuse last, after the earth.',
    feed: 'Fuse last, after the feed.',
    'feed-stays': 'Fuse last, after the feed.',
    wires: 'Fuses last, after every wire.',
    plugs: 'Fuse last, after every plug.',
  }
  add(
    'Wiring',
    'live-air',
    'Everybody clear: from the fuse on there may be air',
    'With the fuse in, some sets fill at once, by themselves or on a stored preset. Nobody under it, no hand near a spring; say it aloud; know where the fuse comes out again.',
    { place: 'around', minutes: 1, after: whole },
  )
  add(
    'Wiring',
    'fuse',
    'Fuse in, last of all',
    feed.fuse === null
      ? 'No fuse protects this wire yet: see Power before going on.'
      : 'Blade fuse of {fuse} into the holder; then key on.',
    {
      values: { fuse: { value: feed.fuse ?? 0, quantity: 'current' } },
      facts: ['fuse'],
      minutes: 1,
      cautions: ['Look once more along every wire.'],
      after: { ...whole, 'live-air': 'Everybody clear before there is air.' },
    },
  )
  if (feed.atMotor !== null)
    add(
      'Wiring',
      'meter',
      'Meter at the compressor while it runs',
      'Between both pins of its plug: {volts} is expected. Half a volt less is a bad joint: look for it before it gets hot.',
      {
        values: { volts: { value: feed.atMotor, quantity: 'voltage' } },
        reads: [
          {
            id: 'volts',
            label: 'Volts at the running compressor',
            quantity: 'voltage',
            expected: feed.atMotor,
          },
        ],
        tools: ['Meter'],
        minutes: 2,
        after: { fuse: 'There is no current yet.' },
      },
    )
  return steps
}

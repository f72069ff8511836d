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
      minutes: 16,
      cautions: ['Ignition off. Fuse out.'],
      after: { ...afterLines, earth: 'Earth before feed.' },
    },
  )
  return steps
}

/** All wires besides the feed: controls, lamps, sensors, and their earths. */
export function otherWires({ marks, relay }: Wires, after: Reasons): Step[] {
  const { steps, add } = stepList()
  if (marks.length === 0) return steps
  add(
    'Wiring',
    'wires',
    'Run the other wires, a label on both ends of each',
    `${marks.join(', ')}: as Power lists them, along Lay’s runs; ends crimped, sealed and tugged.${relay ? ' Relay upright or on its side, terminals down, out of spray.' : ''} Their fuses stay out.`,
    { minutes: 3 + 3 * marks.length, cautions: ['Ignition off. Fuses out.'], after },
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

function fuse(feed: Feed, lineSteps: readonly string[]): Step[] {
  const { steps, add } = stepList()
  add(
    'Wiring',
    'fuse',
    'Fuse in, last of all',
    feed.fuse === null
      ? 'No fuse protects this wire yet: see Power before going on.'
      : 'Blade fuse of {fuse} into the holder; then key on.',
    {
      values: { fuse: { value: feed.fuse ?? 0, quantity: 'current' } },
      minutes: 1,
      cautions: ['Look once more along every wire.'],
      after: {
        ...Object.fromEntries(
          lineSteps.map((id) => [id, 'Fuse last: a line still off would be blown open.']),
        ),
        earth: 'Fuse last, after the earth.',
        feed: 'Fuse last, after the feed.',
        wires: 'Fuses last, after every wire.',
        plugs: 'Fuse last, after every plug.',
      },
    },
  )
  return steps
}

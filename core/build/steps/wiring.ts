import type { PowerPlan } from '../../document/types'
import type { BuildFacts, Step } from '../types'
import { stepList } from './stepList'

const EARTHS: Record<PowerPlan['earth'], string> = {
  battery: 'to the battery’s negative post',
  frame: 'to bright bare steel of the frame on a screw of its own',
  body: 'to bright bare metal of the body on a screw of its own',
}

/** Earth, feed, plugs, and the fuse last of all. `lineSteps` are the ids of the air lines. */
export function wiringSteps(
  power: PowerPlan,
  feed: NonNullable<BuildFacts['feed']>,
  lineSteps: readonly string[],
): Step[] {
  const { steps, add } = stepList()
  const afterLines = Object.fromEntries(lineSteps.map((id) => [id, 'Lines before battery.']))
  const earth = EARTHS[power.earth]
  add('Wiring', 'earth', 'Run the earth', `Black ${earth}. Ring crimped, heat-shrink until it seals.`, {
    minutes: 10,
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
      minutes: 30,
      cautions: ['Ignition off. Fuse out.'],
      after: { ...afterLines, earth: 'Earth before feed.' },
    },
  )
  add(
    'Wiring',
    'plugs',
    'Press every connector until it clicks',
    'Lock tabs home, drip loop between compressor and electronics.',
    { minutes: 5, after: { feed: 'There is nothing to press yet.' } },
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
      minutes: 2,
      cautions: ['Look once more along every wire.'],
      after: {
        ...Object.fromEntries(
          lineSteps.map((id) => [id, 'Fuse last: a line still off would be blown open.']),
        ),
        earth: 'Fuse last, after the earth.',
        feed: 'Fuse last, after the feed.',
        plugs: 'Fuse last, after every plug.',
      },
    },
  )
  return steps
}

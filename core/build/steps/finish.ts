import type { BuildFacts, FastenerId, Step } from '../types'
import { stepList } from './stepList'

/** First fill, soap and presets. `lineSteps` are the ids of the air lines. */
export function firstFillSteps(facts: BuildFacts, lineSteps: readonly string[]): Step[] {
  const { steps, add } = stepList()
  const beforeFill: Record<string, string> = Object.fromEntries(
    [...lineSteps, ...(facts.feed ? ['fuse'] : [])].map((id) => [
      id,
      id === 'fuse'
        ? 'The control must be live for the first fill.'
        : 'A line still off blows open at the first fill.',
    ]),
  )
  add(
    'First fill',
    'first-fill',
    'First fill, hands clear',
    `To {proof}, left first, then right. Listen at every joint.`,
    {
      values: { proof: { value: facts.firstFill ?? 0, quantity: 'pressure' } },
      minutes: 6,
      cautions: [
        'Never a hand between spring and bracket during the first fill.',
        'Never inflate a spring off the vehicle.',
        'Air out before any bolt or fitting is opened.',
      ],
      after: beforeFill,
    },
  )
  add(
    'First fill',
    'clearances',
    'Look all round both springs at full size',
    '13 mm or more from frame, tyre, brake line and exhaust all round.',
    { minutes: 3, after: { 'first-fill': 'Only a full spring shows its size.' } },
  )
  if (facts.closedIn.length > 0)
    add(
      'First fill',
      'soap-hidden',
      'Soap first what will be closed in',
      `${facts.closedIn.join(', ')}: before the dash is shut, and while the coils can be reached.`,
      { minutes: 3, after: { 'first-fill': 'There is no pressure yet.' } },
    )
  add('First fill', 'soap', 'Soap every joint', 'Findings go to Prove. Any growing bubble is a leak.', {
    minutes: 8,
    after: {
      'first-fill': 'There is no pressure yet.',
      'soap-hidden': 'What nobody reaches later comes first.',
    },
  })
  if (facts.control === 'memories' && facts.feed && facts.presetLabels.length)
    add('First fill', 'presets', 'Store the presets', facts.presetLabels.join(' · '), {
      minutes: 6,
      cautions: ['On some sets a stored preset acts the moment it is pressed: nobody near the springs.'],
      after: { 'first-fill': 'Prove it holds first.' },
    })
  return steps
}

/**
 * Everything back in place, and the truck on its wheels. `raised`: whether it was lifted. `springFasteners`:
 * fasteners of the springs that are fitted. `springs`: whether any is fitted, and whether any stays.
 */
export function closeSteps(
  facts: BuildFacts & { raised: boolean; springFasteners: readonly FastenerId[] },
  springs: { present: boolean; left: boolean },
): Step[] {
  const { steps, add } = stepList()
  if (!springs.left)
    add(
      'Close',
      'stops-back',
      'Put the bump stops back',
      'Whole ones where they were cut or taken out: with no air spring they are all that stops the axle.',
      { minutes: 8, after: { clear: 'Make room first.' } },
    )
  add('Close', 'back', 'Put back what was freed', 'Modules, clips, breather, brackets, spare wheel last.', {
    minutes: 8,
    after: {
      clearances: 'Look round the springs while you still can.',
      'soap-hidden': 'Behind the dash nobody finds a leak.',
    },
  })
  if (facts.interlinked)
    add(
      'Close',
      'shutters-close',
      'Close the shutter valves again',
      'The same count back, both alike, before it stands on its wheels.',
      { minutes: 3, after: { back: 'Nothing may hang loose when it comes down.' } },
    )
  add(
    'Close',
    'down',
    facts.raised ? 'Off the stands, bolts once more' : 'Bolts once more',
    'Every bolt at its torque with the truck on its wheels. Again after about 100 miles.',
    {
      fasteners: springs.present ? facts.springFasteners : undefined,
      minutes: 8,
      after: {
        back: 'Nothing may hang loose when it comes down.',
        'shutters-close': 'With the valves open it has no anti-roll.',
        'stops-back': 'Without them the axle strikes the frame.',
      },
    },
  )
  controlSteps(facts, add)
  add('Close', 'lamps', 'Check headlamp aim', 'Unladen and at the usual haul, at 7.6 m.', {
    minutes: 3,
    after: { down: 'On its wheels, on level ground.' },
  })
  return steps
}

/**
 * A levelling control is set with the truck on its wheels; a control pressed by hand gets a card. Memories are
 * stored at the first fill.
 */
function controlSteps(
  { control, lever, presetLabels }: BuildFacts,
  add: ReturnType<typeof stepList>['add'],
): void {
  const after = { down: 'On its wheels, on level ground.' }
  const clear =
    'It fills and vents by itself: nobody near the springs, service lock or dump before it is jacked.'
  switch (control) {
    case 'memories':
      return
    case 'paddles':
    case 'hand':
      if (presetLabels.length === 0) return
      add('Close', 'card', 'Put the card of pressures on the dash', presetLabels.join(' · '), {
        minutes: 3,
        after,
      })
      return
    case 'lever':
      add(
        'Close',
        'lever',
        'Set the height valve',
        lever
          ? 'Link in the hole {arm} from the shaft, {link} long, arm level and link upright, unladen.'
          : 'Arm level and link upright, unladen.',
        {
          values: lever
            ? {
                arm: { value: lever.arm, quantity: 'length' },
                link: { value: lever.link, quantity: 'length' },
              }
            : {},
          minutes: 11,
          cautions: [clear],
          after,
        },
      )
      return
    case 'controller':
      add(
        'Close',
        'teach',
        'Teach the controller',
        'Low, high, then ride height, both sides as their own sheet says.',
        {
          minutes: 11,
          cautions: [clear],
          after,
        },
      )
      add(
        'Close',
        'still',
        'Try what keeps it still',
        'Service lock, door, key: each stops it, as its sheet says.',
        {
          minutes: 6,
          after: { teach: 'It must level before it can be stopped.' },
        },
      )
  }
}

import { PRACTICE } from '../../catalog/practice'
import { IN_CAB, type Freed } from '../freed'
import type { Joint } from '../joint'
import type { BuildFacts, Step } from '../types'
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
      facts: ['proof'],
      place: 'around',
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
    '{room} or more from frame, tyre, brake line and exhaust all round.',
    {
      values: { room: { value: PRACTICE.bagClearance.value, quantity: 'length' } },
      minutes: 3,
      after: { 'first-fill': 'Only a full spring shows its size.' },
    },
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
    minutes: 7,
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

/** What the closing steps are made from. */
export interface Closing {
  facts: BuildFacts
  raised: boolean
  freed: readonly Freed[]
  /** Of these, what is put back here; the rest went back with its spring. */
  comingBack: readonly Freed[]
  joints: readonly Joint[]
  /** Whether any spring is in the circuit at all. */
  springsLeft: boolean
}

const BACK_MINUTES: Record<string, number> = {
  spare: 3,
  wheels: 4,
  breather: 1,
  'brake-bracket': 1,
  'sensor-lead': 1,
  'parking-cables': 3,
  dampers: 5,
  links: 5,
  stops: 4,
  'brake-clips': 2,
  'sill-trim': 1,
  'kick-panel': 1,
  'dash-trim': 3,
}

function backDetail({ fate, where, bolts, bag, locker, care }: Freed): string {
  const at = fate === 'moved' ? 'To its new place.' : `${where[0]?.toUpperCase() ?? ''}${where.slice(1)}.`
  const fasteners =
    bolts > 0
      ? ` ${bolts} ${bolts === 1 ? 'bolt' : 'bolts'} out of bag ${bag}${locker ? ', thread locker on each' : ''}.`
      : ''
  return `${at}${fasteners}${care ? ` ${care}` : ''}`
}

/** Everything in the register back, in reverse order; what stays off has no way back. */
function backSteps(freed: readonly Freed[]): Step[] {
  const { steps, add } = stepList()
  const seen: Record<string, string> = {
    clearances: 'Look round the springs while you still can.',
    pinched: 'With everything back nobody sees it.',
    'soap-hidden': 'Behind the dash nobody finds a leak.',
    soap: 'A leak is put right while it is open.',
  }
  const back = freed.filter(({ fate }) => fate !== 'off').reverse()
  let before: string | null = null
  for (const entry of back.sort((a, b) => Number(a.id === 'spare') - Number(b.id === 'spare'))) {
    const { torque, id, label } = entry
    add(
      'Close',
      `back-${id}`,
      `Back: ${label.toLowerCase()}`,
      backDetail(entry) + (torque === null ? '' : ' Tightened to {torque}.'),
      {
        putsBack: [id],
        place: IN_CAB.includes(id) ? 'cab' : 'truck',
        values: torque === null ? {} : { torque: { value: torque, quantity: 'torque' } },
        choices: { fate: entry.fate },
        minutes: BACK_MINUTES[id] ?? 3,
        after: {
          ...seen,
          [`free-${id}`]: 'It is not off yet.',
          ...(id === 'stops' ? { 'stop-cut': 'They are cut first.' } : {}),
          ...(before ? { [before]: 'In the reverse order in which things came off.' } : {}),
        },
      },
    )
    before = `back-${id}`
  }
  return steps
}

/**
 * Everything back in place, the truck on its wheels, every joint once more, and what is looked at after the road.
 */
export function closeSteps({ facts, raised, freed, comingBack, joints, springsLeft }: Closing): Step[] {
  const { steps, add } = stepList()
  const hasSprings = joints.some(({ fastening }) => fastening === 'plate')
  if (!springsLeft)
    add(
      'Close',
      'stops-back',
      'Put the bump stops back',
      'Whole ones where they were cut or taken out: with no air spring they are all that stops the axle.',
      { minutes: 8, after: { clear: 'Make room first.' } },
    )
  if (hasSprings)
    add(
      'Close',
      'pinched',
      'Nothing pinched over the whole travel',
      'Axle from droop to stop on the jack where it can be driven: lines, brake hoses, sensor leads and wires slack and free, no tie drawn tight over the joint of axle and frame.',
      { minutes: 2, after: { clearances: 'Full springs show their size first.' } },
    )
  const back = backSteps(comingBack)
  steps.push(...back)
  add(
    'Close',
    'back',
    'Bags empty, register empty',
    freed.length > 0
      ? 'Every entry of Off and back is back, or stays off with its reason. No bolt is left in any bag.'
      : 'Nothing was written into Off and back. Look once round for tools and rags.',
    {
      minutes: 1,
      after: {
        clearances: 'Look round the springs while you still can.',
        'soap-hidden': 'Behind the dash nobody finds a leak.',
        ...Object.fromEntries(back.map(({ id }) => [id, 'It still hangs in the register.'])),
      },
    },
  )
  if (facts.interlinked)
    add(
      'Close',
      'shutters-close',
      'Close the shutter valves again',
      'The same count back, both alike, before it stands on its wheels.',
      { minutes: 3, after: { back: 'Nothing may hang loose when it comes down.' } },
    )
  const pass = (name: 'wheels' | 'road') =>
    joints.filter(({ passes }) => passes.includes(name)).map(({ id }) => ({ joint: id, pass: name }))
  const onWheels = pass('wheels')
  add(
    'Close',
    'down',
    raised ? 'Off the stands, bolts once more' : 'Bolts once more',
    onWheels.length > 0
      ? 'With the truck on its wheels, every joint of the springs at its torque again: what has settled is loose. Wheel nuts crosswise to the truck’s own book.'
      : 'With the truck on its wheels, a hand on every new bracket: none moves.',
    {
      tightens: onWheels,
      minutes: 3 + Math.ceil(onWheels.length / 3),
      tools: ['Torque wrench'],
      after: {
        back: 'Nothing may hang loose when it comes down.',
        'shutters-close': 'With the valves open it has no anti-roll.',
        'stops-back': 'Without them the axle strikes the frame.',
      },
    },
  )
  controlSteps(facts, add)
  add(
    'Close',
    'lamps',
    'Check headlamp aim',
    'Unladen and at the usual haul, at {wall}, against the mark on the wall.',
    {
      values: { wall: { value: PRACTICE.headlampDistance.value, quantity: 'run' } },
      place: 'around',
      minutes: 2,
      after: { down: 'On its wheels, on level ground.' },
    },
  )
  add(
    'Close',
    'driver',
    'Show the driver',
    'Pressures and limits, filling by hand, what to do when the control fails; the card on the dash, the remote’s battery and its place.',
    { place: 'around', minutes: 3, after: { down: 'On its wheels, on level ground.' } },
  )
  const road = pass('road')
  if (road.length > 0)
    add(
      'After the road',
      'road',
      'After about 100 miles: every joint once more',
      'Springs upright, bags not rubbed, lines not rubbed; then every joint at its torque again.',
      {
        tightens: road,
        later: true,
        minutes: 5 + Math.ceil(road.length / 2),
        tools: ['Torque wrench'],
        after: { down: 'It is driven first.' },
      },
    )
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

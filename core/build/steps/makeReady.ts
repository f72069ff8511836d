import { PRACTICE } from '../../catalog/practice'
import { mountingOf } from '../../catalog/truckGeometry'
import type { Corners, RaisedBy } from '../../document/types'
import { IN_CAB, type Freed } from '../freed'
import type { Step, TruckOfBuild } from '../types'
import { stepList } from './stepList'

interface Raising {
  title: string
  detail: string
  cautions: string[]
  tools: string[]
  /** True if the axle hangs at full droop, so that the gap is at its largest. */
  hangs: boolean
}
const HOSES = 'Brake hoses and breather must not carry the axle, nor may an air spring.'
const UNDER = 'before anyone goes under. A wheel laid under the sill is the second stop.'

/** How the rear is raised, and what that means for the gap and for the person under it. */
const RAISING: Record<RaisedBy, (coil: boolean) => Raising> = {
  frame: (coil) => ({
    title: 'Raise the rear and set it on stands',
    detail: coil
      ? 'Stands under the frame, axle on the jack so that it can be let down.'
      : 'Stands under the frame rails; let the axle hang only as the step needs. The gap at the seat is then up to {gap}.',
    cautions: [`Stands under the frame ${UNDER}`, HOSES],
    tools: ['Jack', 'Stands'],
    hangs: true,
  }),
  axle: () => ({
    title: 'Raise the rear by its axle and set it on stands',
    detail:
      'Stands under the axle tube, clear of brake lines. The gap at the seat stays as on the road, {gap}: the spring goes in at ride height.',
    cautions: [
      `Stands under the axle ${UNDER}`,
      'The body still moves on its springs: hands out of the gap while anybody is in the truck.',
    ],
    tools: ['Jack', 'Stands'],
    hangs: false,
  }),
  hoist: () => ({
    title: 'Raise it on the hoist, arms under the frame',
    detail:
      'Both axles hang; the gap at the seat is at its largest, {gap}. A stand under the rear before the axle is freed.',
    cautions: ['Hoist on its locks before anyone goes under.', HOSES],
    tools: ['Hoist', 'Stand'],
    hangs: true,
  }),
  not: () => ({
    title: 'Leave it on its wheels',
    detail:
      'On level ground, chocked at every wheel. The gap at the seat is {gap}, as it stands; what does not fit into it wants the frame raised.',
    cautions: [
      'Key out and in your pocket: nobody moves it, loads it or gets in while somebody is under it.',
      'Never under a truck that stands on a jack alone.',
    ],
    tools: ['Chocks'],
    hangs: false,
  }),
  body: () => ({
    title: 'Lift the body an inch or two at the hitch, wheels on the ground',
    detail:
      'Jack under the hitch receiver or the rear cross-member, stands under both rails at once. The gap at the seat grows from {gap} by what it is lifted.',
    cautions: [
      'Stands under both rails before a hand goes into the gap: the jack may sink.',
      'All four wheels chocked; the truck still stands on its tyres.',
    ],
    tools: ['Jack', 'Stands', 'Chocks'],
    hangs: false,
  }),
}

const CHOCKED = { chock: 'Chock before anyone reaches under.' }

/**
 * Sheet, box, tools, heights: what is done before the truck is up.
 * @param typed the lips as they are in the plan; `lips` as they should be read
 * @param springsGoIn whether any is fitted
 */
export function beforeSteps(typed: Corners, lips: Corners, springsGoIn: boolean): Step[] {
  const { steps, add } = stepList()
  const read = (id: string, label: string, corner: keyof Corners) => ({
    id,
    label,
    quantity: 'length' as const,
    expected: lips[corner],
    corrects: {
      moves: [{ path: ['truck', 'heights', corner], value: typed[corner], by: 1 }],
      within: PRACTICE.unladenLip.value,
    },
  })
  add(
    'Before it is up',
    'sheet',
    'Read the kit’s sheet from end to end',
    'Then type its torques, bolts and order where they differ from what stands here. The sheet rules.',
    { place: 'bench', minutes: 3 },
  )
  add(
    'Before it is up',
    'box',
    'Check the box against its list',
    'Count, sort the hardware by size, say what is missing before the truck is up. Often missing: a cutting screw for an earth, loom, tube long enough, butt splices, small terminals, a spacer.',
    { place: 'bench', minutes: 3, after: { sheet: 'The sheet says what belongs in the box.' } },
  )
  add(
    'Before it is up',
    'tools',
    'Lay out tools and consumables',
    'As the list of this job gives them, from its joints.',
    { place: 'bench', minutes: 2, after: { box: 'What is missing is fetched in one go.' } },
  )
  add(
    'Before it is up',
    'chock',
    'Chock the wheels, ignition off',
    'Level ground, key out, phone and remote put away. Exhaust cold.',
    {
      place: 'around',
      minutes: 1,
      cautions: ['Chock front wheels before lifting the rear.'],
      tools: ['Chocks'],
    },
  )
  add(
    'Before it is up',
    'measure',
    'Write down the heights as they stand',
    'Fender lip at four corners, and the pressure of the tyres: {fl} and {fr} at the front, {rl} and {rr} at the rear in the plan.',
    {
      place: 'around',
      values: {
        fl: { value: lips.frontLeft, quantity: 'length' },
        fr: { value: lips.frontRight, quantity: 'length' },
        rl: { value: lips.rearLeft, quantity: 'length' },
        rr: { value: lips.rearRight, quantity: 'length' },
      },
      reads: [
        read('fl', 'Front left lip', 'frontLeft'),
        read('fr', 'Front right lip', 'frontRight'),
        read('rl', 'Rear left lip', 'rearLeft'),
        read('rr', 'Rear right lip', 'rearRight'),
        { id: 'tyres', label: 'Rear tyres', quantity: 'pressure', expected: null },
      ],
      minutes: 2,
      tools: ['Tape', 'Tyre gauge'],
      after: CHOCKED,
    },
  )
  if (springsGoIn)
    add(
      'Before it is up',
      'lamps-before',
      'Mark the height of the lamps’ cut-off on the wall',
      'At {wall}, unladen, so that it can be compared when the springs are in.',
      {
        place: 'around',
        values: { wall: { value: PRACTICE.headlampDistance.value, quantity: 'run' } },
        minutes: 1,
        tools: ['Masking tape'],
        after: CHOCKED,
      },
    )
  return steps
}

/** What an entry of the register is called when it comes off. */
const OFF_WORDS = (entry: Freed) =>
  entry.id === 'spare' ? 'Spare wheel down' : `Off: ${entry.label.toLowerCase()}`

function boltWords({ bolts, head, bag }: Freed): string {
  if (bolts === 0) return ''
  const how = head ? `, ${head}` : ''
  return ` ${bolts} ${bolts === 1 ? 'bolt' : 'bolts'}${how}, in bag ${bag}.`
}

/** What becomes of an entry. */
function fateWords({ fate, reason }: Freed): string {
  if (fate === 'back') return ''
  const words = fate === 'off' ? 'Stays off' : 'Moves'
  return reason === ''
    ? ` ${words}; nobody has said ${fate === 'off' ? 'why' : 'where'} yet.`
    : ` ${words}: ${reason}`
}

/** What the springs ask of the steps before them. */
interface Readying {
  closingLoad: number | null
  /** Whether any spring is fitted. */
  springsGoIn: boolean
  /** Whether cut stops of a coil go back at once, and not in the coil's stack. */
  stopsBack: boolean
}

/** Raised, everything in the way off, and noted for the way back. */
export function makeReadySteps(
  truck: TruckOfBuild,
  freed: readonly Freed[],
  { closingLoad, springsGoIn, stopsBack }: Readying,
): Step[] {
  const { steps, add } = stepList()
  const coil = mountingOf(truck.suspension) === 'coil'
  const raise = RAISING[truck.raisedBy](coil)
  const up = { lift: 'It hangs over your head until it stands on stands.' }
  add('Make ready', 'lift', raise.title, raise.detail, {
    values: { gap: { value: raise.hangs ? truck.seatGap.droop : truck.seatGap.unladen, quantity: 'length' } },
    choices: { raised: truck.raisedBy },
    cautions: raise.cautions,
    tools: raise.tools,
    minutes: 6,
    after: {
      chock: 'Chock the wheels before lifting.',
      measure: 'The heights are gone once it is up.',
      'lamps-before': 'The lamps are marked while it stands on its wheels.',
    },
  })
  if (truck.suspension.interlinked)
    add(
      'Make ready',
      'shutters-open',
      'Open the shutter valves of the hydraulic anti-roll',
      'By the maker’s count, three turns exactly is usual, both alike, before the axle drops: else it pulls against its own fluid.',
      { minutes: 3, after: { lift: 'They are reached from under it.' } },
    )
  for (const entry of freed)
    add(
      'Make ready',
      `free-${entry.id}`,
      OFF_WORDS(entry),
      `${entry.where[0]?.toUpperCase() ?? ''}${entry.where.slice(1)}.${boltWords(entry)}${fateWords(entry)}`,
      {
        frees: [entry.id],
        place: IN_CAB.includes(entry.id) ? 'cab' : 'truck',
        minutes: FREE_MINUTES[entry.id] ?? 3,
        choices: { fate: entry.fate },
        cautions:
          entry.id === 'coils' ? ['The axle is let down slowly on the jack until the coil is slack.'] : [],
        after: {
          ...(IN_CAB.includes(entry.id) ? CHOCKED : up),
          'shutters-open': 'Shutter valves before the axle drops.',
          ...(entry.id === 'coils'
            ? { 'free-dampers': 'Dampers hold the axle up.', 'free-links': 'Links hold the axle up.' }
            : {}),
        },
      },
    )
  add(
    'Make ready',
    'clear',
    'Look once round: nothing else in the way',
    springsGoIn
      ? 'Where bag, brackets and lines go, over the whole travel. What else must come off is written into Off and back first.'
      : 'Where the new parts and lines go, and nothing else: springs and stops stay as they are. What must come off is written into Off and back first.',
    {
      cautions: ['Look behind every panel for fuel and brake lines before drilling.'],
      minutes: 2,
      after: {
        ...up,
        'shutters-open': 'The axle drops in this step: shutter valves first.',
        ...Object.fromEntries(
          freed.map(({ id }) => [`free-${id}`, 'What is known to be in the way comes off first.']),
        ),
      },
    },
  )
  if (truck.suspension.stopCut > 0 && springsGoIn)
    add(
      'Make ready',
      'stop-cut',
      'Cut the bump stops shorter',
      coil
        ? `By {cut}, both alike and smooth, no more than the sheet leaves; bored about {bore} for stem and sleeve${stopsBack ? '; back in their seats before the inserts' : ''}.`
        : 'By {cut}, both alike and smooth, no more than the sheet leaves.',
      {
        place: 'bench',
        values: {
          cut: { value: truck.suspension.stopCut, quantity: 'length' },
          bore: { value: PRACTICE.stopBore.value, quantity: 'length' },
        },
        facts: ['cut'],
        putsBack:
          coil && stopsBack && freed.some(({ id, fate }) => id === 'stops' && fate === 'back')
            ? ['stops']
            : [],
        cautions: ['Eye protection; hands behind the blade.'],
        tools: coil ? ['Fine saw', 'Hole saw'] : ['Fine saw'],
        minutes: 6,
        after: { clear: 'Make room first.', 'free-stops': 'They come out first.' },
      },
    )
  if (closingLoad !== null)
    add(
      'Make ready',
      'close-gap',
      'Load the bed until the springs meet their seats',
      'About {load} over the rear axle, laid on evenly. The axle must carry it: on its wheels, or on stands under the axle.',
      {
        values: { load: { value: closingLoad, quantity: 'mass' } },
        cautions: ['Load laid on before anybody goes under, and held so that it cannot slide.'],
        minutes: 8,
        after: { clear: 'Make room first.' },
      },
    )
  return steps
}

/** Usual minutes to free an entry (common practice); three for one that is not here. */
const FREE_MINUTES: Record<string, number> = {
  spare: 3,
  wheels: 3,
  breather: 1,
  'brake-bracket': 1,
  'sensor-lead': 1,
  'parking-cables': 3,
  dampers: 4,
  links: 4,
  coils: 6,
  stops: 3,
  'brake-clips': 2,
  'sill-trim': 1,
  'kick-panel': 1,
  'dash-trim': 4,
}

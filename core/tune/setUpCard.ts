import type { LevelDone } from '../catalog/levelDone'
import type { Preset } from '../document/types'

/** How to set up a control, step by step: what to do, and what must be seen before going on. */
export interface CardStep {
  title: string
  text: string
  /** What must be seen; empty if nothing shows. */
  seen: string
  /** Pressures that the step sets, Pa gauge; null if it sets none. */
  set: Preset | null
  minutes: number
  /** State of a control box that shows it is done; null if only the eye can tell. */
  confirm: Confirm | null
}

/**
 * State of a box that confirms a step: fuse refitted, phone paired or written down, minimum kept, preset stored
 * or reached.
 */
export type Confirm =
  | { what: 'refitted' | 'paired' | 'written' | 'kept-up' }
  | { what: 'stored'; memory: number }
  | { what: 'reached'; memories: number }
  | { what: 'level'; done: readonly LevelDone[] }

export type ControlKind = 'memories' | 'paddles' | 'hand' | 'lever' | 'controller'

/** What is set up, and the values it is set to. */
export interface CardFacts {
  kind: ControlKind
  /** Pressures in the order they are set, each with the hauls it serves. */
  presets: readonly { label: string; preset: Preset }[]
  minimum: number
  /** Arm and link of a height valve, m. */
  lever: { arm: number; link: number } | null
  /** True if a controller's sheet says that an open door or the key stops it. */
  rests: boolean
}

const step = (
  title: string,
  text: string,
  seen: string,
  minutes: number,
  set: Preset | null = null,
  confirm: Confirm | null = null,
): CardStep => ({
  title,
  text,
  seen,
  minutes,
  set,
  confirm,
})

const levels = (...done: LevelDone[]): Confirm => ({ what: 'level', done })

const CLEAR =
  'Nobody near the springs or under the truck: on some controls a pressure acts the moment it is pressed.'

/** Pairing: after the fuse has been out, for five minutes (common practice). */
const PAIRING: readonly CardStep[] = [
  step(
    'Pull the main fuse, wait, put it back',
    `Ignition off. Ten seconds out. ${CLEAR}`,
    'The block clicks once.',
    1,
    null,
    { what: 'refitted' },
  ),
  step(
    'Pair one phone or remote',
    'Pairing stands open for about five minutes. Type the code on the block’s own sheet. One only: two fight each other.',
    'The device shows both pressures.',
    3,
    null,
    { what: 'paired' },
  ),
  step('Write down what was paired', 'Which phone or remote, who has it, and when.', '', 1, null, {
    what: 'written',
  }),
]

const both = (pressure: number): Preset => ({ left: pressure, right: pressure })

const memoriesCard = ({ presets, minimum }: CardFacts): CardStep[] => [
  ...PAIRING,
  step(
    'Set the minimum kept up',
    'In the control’s settings.',
    'It fills to it when the key comes on.',
    2,
    both(minimum),
    { what: 'kept-up' },
  ),
  ...presets.map(({ label, preset }, i) =>
    step(
      `Memory ${i + 1}: ${label}`,
      'Bring left, then right, to these, then left once more: one side lifts the other. Hold to store.',
      'The memory’s light, or its name, stays on.',
      3,
      preset,
      { what: 'stored', memory: i },
    ),
  ),
  step(
    'Press each memory once',
    CLEAR,
    'The gauge comes to within 2 psi (14 kPa) of each.',
    2 * presets.length,
    null,
    { what: 'reached', memories: presets.length },
  ),
]

const paddlesCard = ({ presets, minimum }: CardFacts): CardStep[] => [
  step('Show the driver the paddles', 'Up fills, down vents, let go holds; left and right apart.', '', 3),
  ...presets.map(({ label, preset }) =>
    step(label, 'Fill to these, left, right, then left once more.', 'Both needles stand still.', 2, preset),
  ),
  step('Card on the dash', 'Pressures for each haul, the minimum, the maximum.', '', 1, both(minimum)),
]

const handCard = ({ presets, minimum }: CardFacts): CardStep[] => [
  step('Show the driver the fill valves', 'Cap off, fill, read with the same gauge, cap on.', '', 3),
  ...presets.map(({ label, preset }) =>
    step(
      label,
      'Fill to these on level ground; read again after a minute.',
      'The gauge agrees twice.',
      2,
      preset,
    ),
  ),
  step('Never under the minimum', 'Read before the first drive of a cold day.', '', 1, both(minimum)),
]

const leverCard = ({ lever }: CardFacts): CardStep[] => [
  step(
    'Truck on level ground, empty, wheels chocked',
    'Axle at ride height on its wheels, not on a hoist.',
    '',
    5,
  ),
  step(
    'Hang the link in its hole, arm level',
    lever
      ? `Hole ${Math.round(lever.arm * 1000)} mm from the shaft, link ${Math.round(lever.link * 1000)} mm between its ends, upright.`
      : 'As the valve’s own sheet says.',
    'No hiss: the valve stands in its dead band.',
    15,
    null,
    levels('silent'),
  ),
  step(
    'Push the arm up, then down, by hand',
    CLEAR,
    'Up fills; down vents, or is silent where a check valve holds the springs; level is silent.',
    3,
    null,
    levels('pushed-up', 'pushed-down'),
  ),
  step(
    'Load it, wait, and tape both lips',
    'As high as empty, within the dead band.',
    'Both lips as planned.',
    10,
    null,
    levels('levelled'),
  ),
  step(
    'Dump once, then close it',
    'Its supply shut, or the arm held down: with the dump open the valve would fill from the tank.',
    'No air goes while it stands open: the springs go soft.',
    3,
    null,
    levels('dumped'),
  ),
]

const controllerCard = ({ rests }: CardFacts): CardStep[] => [
  step(
    'Service lock on',
    'Before a hand goes near a bag, and before it is jacked or hoisted.',
    'The lock’s light.',
    1,
    null,
    levels('locked'),
  ),
  step('Sensors level and their own way up', 'Left to left; the arm the way its sheet shows.', '', 10),
  step(
    'Service lock off, bring it down, then up',
    `Loaded: empty, the steel alone holds it up. Begin to teach it, then by its keys. ${CLEAR}`,
    'Both heights shown grow as the body comes up.',
    5,
    null,
    levels('seen-rising'),
  ),
  step(
    'Teach low, then high, then ride height',
    `Down to its stops, up to the checks, then as high as planned. ${CLEAR}`,
    'The controller takes each.',
    10,
    null,
    levels('taught'),
  ),
  step('Load it, and wait', CLEAR, 'It waits, fills, and stops level.', 5, null, levels('levelled')),
  step(
    'Open a door, turn the key off',
    rests ? 'Its sheet says that it then keeps still.' : 'Its sheet does not say that either keeps it still.',
    rests ? 'It rests.' : '',
    2,
    null,
    rests ? levels('rested') : null,
  ),
  step('Service lock shown to the driver', 'On before every jack, hoist, ferry and tyre change.', '', 2),
]

const CARDS: Record<CardFacts['kind'], (facts: CardFacts) => CardStep[]> = {
  memories: memoriesCard,
  paddles: paddlesCard,
  hand: handCard,
  lever: leverCard,
  controller: controllerCard,
}

/** Steps for one control, in order. */
export const setUpCard = (facts: CardFacts): CardStep[] => CARDS[facts.kind](facts)

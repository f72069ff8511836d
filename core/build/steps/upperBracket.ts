import { PRACTICE } from '../../catalog/practice'
import type { BuildFacts, Step, StepValue } from '../types'
import { newStep } from './stepList'

/** How the upper bracket is held: words for its steps, and what is drilled first. */

type Bolts = NonNullable<BuildFacts['bolts']>

const WORDS: Record<Bolts['hold'], string> = {
  'u-bolts': 'by U-bolts round the rail, {inside} wide inside, legs {bolt}',
  drilled: 'by bolts of {bolt} through the rail’s side, a washer at each end',
  'speed-nuts':
    'by bolts of {bolt} into nuts clipped into the maker’s own holes in the rail’s side; nothing is drilled',
  'stop-bolts':
    'by the bump stop’s own bolts or holes; nothing is drilled. A bolt too short for a full nut is replaced by a longer one of its grade or better',
  flange: 'by bolts of {bolt} through the rail’s bottom flange, beside the bed hitch, a washer at each end',
}
const TOO_LONG = 'longer than any standard bolt: threaded rod cut to length'

/** Words and figures for the step that sets the bracket. */
export function bracketWords({ bolts }: Pick<BuildFacts, 'bolts'>): {
  words: string
  values: Record<string, StepValue>
} {
  if (!bolts) return { words: 'Upper bracket on the frame, clamped as the kit has it', values: {} }
  const { hold, length, inside } = bolts
  const values: Record<string, StepValue> = {}
  if (length !== null) values.bolt = { value: length, quantity: 'length' }
  if (inside !== null) values.inside = { value: inside, quantity: 'length' }
  const words = length === null ? WORDS[hold].replace('{bolt}', TOO_LONG) : WORDS[hold]
  return { words: `Upper bracket on the frame ${words}`, values }
}

/** True if the rail is drilled for the bracket. */
export const isDrilled = ({ bolts }: Pick<BuildFacts, 'bolts'>): boolean =>
  bolts?.hold === 'drilled' || bolts?.hold === 'flange'

/** The holes are drilled before anything hangs in the way. */
export const drillStep = (
  group: Step['group'],
  side: 'left' | 'right',
  { bolts }: Pick<BuildFacts, 'bolts'>,
): Step =>
  newStep(
    group,
    `drill-${side}`,
    `Drill the ${side} rail for the upper bracket`,
    `The bracket held in place as the template: ${bolts?.hold === 'flange' ? 'two holes in the bottom flange, beside the bed hitch' : 'holes in the rail’s side'}, {hole} for M10, only where the vehicle maker allows them. Centre punch, pilot, then full size; edges broken, bare metal painted.`,
    {
      values: { hole: { value: PRACTICE.bracketHole.value, quantity: 'length' } },
      choices: { hold: bolts?.hold ?? 'clamp' },
      cautions: [
        'Eye protection. Look behind first: fuel, brake and wire.',
        'Battery off where wires run behind.',
      ],
      tools: ['Drill', 'Pilot drill 4 mm', 'Drill as large as the bolt’s hole', 'Centre punch', 'Zinc paint'],
      minutes: 8,
      after: { clear: 'Make room first.' },
    },
  )

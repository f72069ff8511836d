import type { BuildFacts, FastenerId, Step, StepValue } from '../types'

/** How the upper bracket is held: words for its steps, and what is drilled first. */

type Bolts = NonNullable<BuildFacts['bolts']>

const WORDS: Record<Bolts['hold'], string> = {
  'u-bolts': 'by U-bolts round the rail, {inside} wide inside, legs {bolt}',
  drilled: 'by bolts of {bolt} through the rail’s side, a washer at each end',
  'speed-nuts':
    'by bolts of {bolt} into nuts clipped into the maker’s own holes in the rail’s side; nothing is drilled',
  'stop-bolts':
    'by the bump stop’s own bolts or holes; nothing is drilled. A bolt too short for a full nut is replaced by a longer one of its grade or better',
}
const TOO_LONG = 'longer than any standard bolt: threaded rod cut to length'

/** Words and figures for the step that sets the bracket. */
export function bracketWords({ bolts }: BuildFacts): { words: string; values: Record<string, StepValue> } {
  if (!bolts) return { words: 'Upper bracket on the frame', values: {} }
  const { hold, length, inside } = bolts
  const values: Record<string, StepValue> = {}
  if (length !== null) values.bolt = { value: length, quantity: 'length' }
  if (inside !== null) values.inside = { value: inside, quantity: 'length' }
  const words = length === null ? WORDS[hold].replace('{bolt}', TOO_LONG) : WORDS[hold]
  return { words: `Upper bracket on the frame ${words}`, values }
}

export const bracketFastener = ({ bolts }: BuildFacts): FastenerId =>
  bolts?.hold === 'u-bolts' ? 'u-bolt' : 'upper'

/** True if the rail is drilled for the bracket. */
export const isDrilled = ({ bolts }: BuildFacts): boolean => bolts?.hold === 'drilled'

/** The holes are drilled before anything hangs in the way. */
export const drillStep = (side: Step['group'], name: 'left' | 'right'): Omit<Step, 'after'> => ({
  group: side,
  id: `drill-${name}`,
  title: `Drill the ${name} rail for the upper bracket`,
  detail:
    'The bracket held in place as the template. Holes only where the vehicle maker allows them; edges broken, bare metal painted.',
  values: {},
  cautions: [
    'Eye protection. Look behind first: fuel, brake and wire.',
    'Battery off where wires run behind.',
  ],
  tools: ['Drill'],
  minutes: 8,
})

import { input, notesOf, type Figure, type Note } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import type { TuneResult } from './types'

/** What happens to a haul on a truck that levels itself, from a run of one corner. SI. */
export interface Levelled {
  id: string
  label: string
  /** When it finally stands level, s; null if it never does. */
  levelAt: number | null
  /** Final height relative to ride height, m. */
  off: number
  /** Half of crest to trough, m, and period, s, of a movement that does not end; null if it comes to rest. */
  hunting: { amplitude: number; period: number } | null
}

const note = notesOf('tune', 'length')
const RUN = 'One rear corner in steps of 2 ms, the haul put on, until it rests or swings evenly'

/**
 * Tune, with what runs of its levelling found.
 * @param subject the part that levels
 */
export function withLevels(
  tune: StageOutput<TuneResult>,
  levelled: readonly Levelled[],
  subject: string | null,
): StageOutput<TuneResult> {
  if (levelled.length === 0) return tune
  const notes = levelled.flatMap((of) => hunts(of, subject ?? 'levelling'))
  const figures = Object.assign({}, ...levelled.map(levelledFigures)) as Record<string, Figure>
  return {
    ...tune,
    figures: { ...tune.figures, ...figures },
    notes: [...tune.notes, ...notes],
    state: tune.state === 'stop' ? 'stop' : stateOf(notes, tune.state),
  }
}

function hunts({ id, label, hunting }: Levelled, subject: string): Note[] {
  if (!hunting) return []
  return [
    note({
      rule: 'levelling-hunts',
      rank: 'fix',
      subject: `${subject} ${id}`,
      value: hunting.amplitude,
      limit: null,
      title: `It hunts under “${label}”`,
      text: `The body goes up and down by {value} each way, once in ${Math.round(hunting.period)} s, and never rests: it wears valve and compressor. Less lag, a longer arm, a wider dead band or a longer wait stops it. Try them under Levelling.`,
      source: RUN,
    }),
  ]
}

function levelledFigures({ id, label, levelAt, off, hunting }: Levelled): Record<string, Figure> {
  const inputs = [input('Stands off at the end', off, 'length')]
  return {
    [`${id}.levelAt`]: {
      label: `${label}, level after`,
      value: levelAt,
      quantity: 'time',
      formula: 'from when on it stays within 5 mm of ride height',
      inputs,
      source: RUN,
    },
    [`${id}.hunts`]: {
      label: `${label}, hunts each way`,
      value: hunting?.amplitude ?? 0,
      quantity: 'length',
      formula: 'half of crest to trough of the last whole swing',
      inputs: [...inputs, input('Period', hunting?.period ?? null, 'time')],
      source: RUN,
    },
  }
}

import type { AirPlan } from '../../document/types'
import type { Figure, Note } from '../../quantity/figure'
import { stateOf, type StageOutput } from '../../quantity/stage'
import type { LoopResult } from '../levelling/types'
import type { AirResult } from '../types'
import { drawFigures, haulRunFigures, tankFigures } from './answerFigures'
import { failureNotes, haulRunNotes, limitNotes } from './answerRules'
import type { AnswerInput, NamedScenario } from './types'

/**
 * Results of runs of a plan's circuit: figures and notes of Air that no formula gives. It takes a few tenths of
 * a second in all.
 */
export interface Answers {
  figures: Record<string, Figure>
  notes: Note[]
  /** What levels itself, for each haul; empty if nothing does. */
  levels: Record<string, LevelEnd>
}

/** How a corner that levels itself ends after a load was put on. */
export type LevelEnd = Pick<LoopResult, 'levelAt' | 'off' | 'hunting'>

/** Scenarios that the answers come from: those of every haul, and those written for the job. */
export function answeredScenarios(air: AirPlan, scenarios: readonly NamedScenario[]): NamedScenario[] {
  return scenarios.filter(
    (s) => /^(?:first-fill|up-|settle-|down-|load-|tyres$|tool$)/.test(s.id) || air.scenarios[s.id],
  )
}

/** Figures and notes from finished runs. A scenario without a run could not be run. */
export function answersFromRuns(input: AnswerInput): Omit<Answers, 'levels'> {
  const figures: Record<string, Figure> = {}
  const notes: Note[] = []
  for (const set of input.sets) {
    const of = {
      input,
      set,
      up: input.runs[`up-${set.id}`],
      settle: input.runs[`settle-${set.id}`],
      down: input.runs[`down-${set.id}`],
    }
    Object.assign(figures, haulRunFigures(of))
    notes.push(...haulRunNotes(of))
  }
  Object.assign(figures, tankFigures(input), drawFigures(input.runs))
  for (const s of input.scenarios) notes.push(...limitNotes(input, s))
  return { figures, notes: [...worstOfEach(notes), ...failureNotes(input)] }
}

/** The same limit met in several runs gives one note: that of the run that exceeds it most. */
function worstOfEach(notes: readonly Note[]): Note[] {
  const past = (n: Note) => Math.abs((n.value ?? 0) - (n.limit ?? 0))
  const worst = new Map<string, Note>()
  for (const note of notes) {
    const key = `${note.rule} ${note.subject}`
    const known = worst.get(key)
    if (!known || past(note) > past(known)) worst.set(key, note)
  }
  return [...worst.values()]
}

/** Air, with the results of runs added. */
export function withAnswers(
  air: StageOutput<AirResult>,
  { figures, notes }: Pick<Answers, 'figures' | 'notes'>,
): StageOutput<AirResult> {
  return {
    ...air,
    figures: { ...air.figures, ...figures },
    notes: [...air.notes, ...notes],
    state: air.state === 'stop' ? 'stop' : stateOf(notes, air.state),
  }
}

import { SUPPLY_KINDS } from '../../catalog/kinds'
import { PRACTICE } from '../../catalog/practice'
import { notesOf, type Note, type NoteFields } from '../../quantity/figure'
import { tableRange } from '../../quantity/interpolate'
import { firstOfKind, labelInSentence } from '../circuit/connections'
import { DIRECT } from '../../document/types'
import { compressorOf, partOf, tubeOf } from '../parts/parts'
import { RUN_SOURCE, motorsOf, type HaulRuns } from './answerFigures'
import { currentLimit } from './motorHeat'
import type { AnswerInput, NamedScenario, RunFailure, RunResult } from './types'

/** Notes that only a run can give. */

const airNote = notesOf('air', 'pressure')
const note = (fields: Omit<NoteFields, 'source'>): Note => airNote({ ...fields, source: RUN_SOURCE })

/** A haul raised: a motor that trips, a current higher than planned, a target never reached. */
export function haulRunNotes(of: HaulRuns): Note[] {
  const { up } = of
  return up ? [motorTrips, drawsMore, fallsShort].flatMap((rule) => rule(of, up) ?? []) : []
}

function motorTrips(of: HaulRuns, up: RunResult): Note | null {
  const [hottest] = motorsOf(of, up)
  const thermal = hottest && compressorOf(of.input.air, hottest[0])?.thermal
  if (!hottest || !thermal || hottest[1].hottest < thermal.cutOut) return null
  return note({
    quantity: 'temperature',
    rule: 'run-thermal',
    rank: 'fix',
    subject: hottest[0],
    value: hottest[1].hottest,
    limit: thermal.cutOut,
    title: 'The motor trips on the way up',
    text: `“${of.set.label}” takes it to {value}; its thermal cut-out opens at {limit} and it waits to cool. A larger compressor, or a tank.`,
  })
}

function drawsMore({ set, input }: HaulRuns, up: RunResult): Note | null {
  const planned = input.plannedCurrent
  if (planned <= 0 || up.highestCurrent <= currentLimit(planned)) return null
  return note({
    quantity: 'current',
    rule: 'run-current',
    rank: 'fix',
    subject: firstOfKind(input.air, 'compressor') ?? 'compressor',
    value: up.highestCurrent,
    limit: planned,
    title: 'The motor draws more in a run than Power counts with',
    text: `Brought up for “${set.label}” it draws {value}, {limit} is counted with: what stands between it and the springs raises the pressure it works against. A wider bore, or a thicker wire.`,
  })
}

function fallsShort({ set }: HaulRuns, up: RunResult): Note | null {
  const [result] = up.results
  if (!result || result.seconds !== null) return null
  return note({
    rule: 'run-short',
    rank: 'stop',
    subject: 'spring-left',
    value: Math.max(set.left, set.right),
    title: 'The run never gets there',
    text: `Brought up for “${set.label}”, the springs never come to {value}. Look at the run: “loaded at the minimum, brought up”.`,
  })
}

/** Words for a run that did not finish. */
export const WHY_NOT: Record<RunFailure, string> = {
  stuck: 'its equations find no next step. Look for parts whose figures are far apart.',
  work:
    'it takes more work than a run is given. Look for a switch whose limits are close together, for a leak larger than ' +
    'the supply, for parts whose figures are far apart.',
  balance: 'the truck finds no balance on its springs. Look at what the haul carries and where.',
}

/** Number of names given before the rest are counted. */
const NAMED = 3

/** A run that did not finish proves nothing and has a note: one for each reason. */
export function failureNotes({ scenarios, failures }: AnswerInput): Note[] {
  const why = [...new Set(scenarios.flatMap((s) => failures[s.id] ?? []))]
  return why.map((reason) => {
    const names = scenarios.filter((s) => failures[s.id] === reason).map((s) => `“${s.label}”`)
    const more = names.length - NAMED
    return note({
      quantity: 'count',
      rule: 'run-failed',
      rank: 'fix',
      subject: reason,
      value: names.length,
      title: names.length > 1 ? 'Runs that could not be run' : 'A run that could not be run',
      text: `${names.slice(0, NAMED).join(', ')}${more > 0 ? ` and ${more} more` : ''}: ${WHY_NOT[reason]} Nothing of it is vouched for.`,
    })
  })
}

/** Springs and parts outside their limits at any step of a run. */
export function limitNotes(input: AnswerInput, scenario: NamedScenario): Note[] {
  const what = `“${scenario.label}”`
  const run = input.runs[scenario.id]
  if (!run) return []
  return [
    ...(['left', 'right'] as const).flatMap((side) => sideLimitNotes(input, what, run, side)),
    ...partLimitNotes(input, what, run),
  ]
}

/** Tanks, tubes and valves over their ratings in a run; springs have limits of their own. */
function partLimitNotes({ air }: AnswerInput, what: string, run: RunResult): Note[] {
  const rated = (id: string): number | undefined => {
    const line = air.lines[id]
    if (line) return line.tube === DIRECT ? undefined : tubeOf(air, line)?.maxPressure
    const { kind } = air.components[id]!
    return kind === 'spring' || SUPPLY_KINDS.includes(kind) ? undefined : partOf(air, id).figures.maxPressure
  }
  return Object.entries(run.highest).flatMap(([id, pressure]) => {
    const limit = rated(id)
    if (limit === undefined || pressure <= limit + PRACTICE.targetBand.value) return []
    const line = air.lines[id]
    const name = line
      ? `The line from the ${labelInSentence(air, line.from)}`
      : (air.components[id]?.label ?? id)
    return note({
      rule: 'run-part-over',
      rank: 'stop',
      subject: id,
      value: pressure,
      limit,
      title: `${name} passes its rating in a run`,
      text: `${what}: it comes to {value}; it is rated for {limit}. Take one rated higher, or a regulator or relief valve before it.`,
    })
  })
}

function sideLimitNotes(
  { air, spring }: AnswerInput,
  what: string,
  run: RunResult,
  side: 'left' | 'right',
): Note[] {
  const range = tableRange(spring.areaByHeight)
  const { pressure, low, high } = run.extremes[side]
  const subject = `spring-${side}`
  const label = air.components[subject]?.label ?? subject
  const notes: Note[] = []
  // Slightly over for a moment is the block's own reaction.
  if (pressure > spring.maxPressure + PRACTICE.targetBand.value)
    notes.push(
      note({
        rule: 'run-over-pressure',
        rank: 'stop',
        subject,
        value: pressure,
        limit: spring.maxPressure,
        title: `${label} passes its limit in a run`,
        text: `${what}: it stands at {value} for a moment; it stops at {limit}. A smaller bore before the valve, or a regulator.`,
      }),
    )
  if (low < range.low)
    notes.push(
      note({
        quantity: 'length',
        rule: 'run-too-low',
        rank: 'fix',
        subject,
        value: low,
        limit: range.low,
        title: `${label} is squeezed below its range in a run`,
        text: `${what}: it stands at {value}; its range begins at {limit}.`,
      }),
    )
  if (high > range.high)
    notes.push(
      note({
        quantity: 'length',
        rule: 'run-too-high',
        rank: 'fix',
        subject,
        value: high,
        limit: range.high,
        title: `${label} is drawn out past its range in a run`,
        text: `${what}: it stands at {value}; its range ends at {limit}.`,
      }),
    )
  return notes
}

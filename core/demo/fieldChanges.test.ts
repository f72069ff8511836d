import { readFileSync, writeFileSync } from 'node:fs'
import { createDeriver } from '../derive/derive'
import type { Derived } from '../derive/types'
import type { Plan } from '../document/types'
import { STAGES, type Figure, type Note } from '../quantity/figure'
import { fieldChanges, fieldsOf, withField, type FieldChange } from '../../tests/fieldChanges'
import { slice } from '../../tests/slice'
import { demoJobs } from './demoShop'

/**
 * What each field of a plan affects, kept in `fixtures/changes.json` so that no figure, limit, note or remedy
 * changes unseen on paths that no demo job takes. `npm run golden` writes it again; the difference is read and
 * committed on purpose.
 */
const FILE = 'tests/fixtures/changes.json'
const WRITING = process.env.GOLDEN === 'write'
const jobs = demoJobs()

interface Kept {
  /** For each job, the changes that have an effect, with everything they affect. */
  moves: Record<string, (FieldChange & { moves: string[] })[]>
  /** Fields without an effect on any demo job, whatever their value. */
  still: string[]
}

/** Places at which a change is tried before it is listed as without effect. */
const MOST_PLACES = 24

/** Smaller than any reported length, mass or pressure, so that rounding of a 0 does not count. */
const SMALL = 1e-6

/** Five digits: more than is shown, and fewer than the last bits of another machine. */
const digits = (value: number | null | undefined) =>
  typeof value === 'number' ? String(Number(value.toPrecision(5))) : '–'

/** A figure in one line: value, limits, range, inputs. */
const figureLine = ({ value, min, max, range, inputs }: Figure) =>
  [
    digits(value),
    ...(min === undefined && max === undefined ? [] : [`in ${digits(min)}…${digits(max)}`]),
    ...(range ? [`from ${digits(range.low)} to ${digits(range.high)}`] : []),
    `of ${inputs.map((i) => (typeof i.value === 'string' ? i.value : digits(i.value))).join('; ')}`,
  ].join(' ')

const noteLine = ({ title, text, value, limit, remedy }: Note) =>
  [
    `${title}. ${text}`,
    `${digits(value)} against ${digits(limit)}`,
    ...(remedy ? [`${remedy.label}: ${remedy.patches.map((p) => p.path.join('.')).join(', ')}`] : []),
  ].join(' | ')

/**
 * Summary of a result that no figure tells (places, runs, steps, poses): how many numbers, the sum of the
 * logarithms of their sizes, how many are negative, and the length of its texts.
 */
function sizeOf(result: unknown): string {
  const of = { numbers: 0, size: 0, negative: 0, yes: 0, text: 0 }
  const add = (value: unknown): void => {
    if (typeof value === 'number' && Number.isFinite(value)) {
      of.numbers++
      of.size += Math.log(Math.abs(value) + SMALL)
      if (value < -SMALL) of.negative++
    } else if (typeof value === 'string') of.text += value.length
    else if (value === true) of.yes++
    else if (value && typeof value === 'object') Object.values(value).forEach(add)
  }
  add(result)
  return `${of.numbers} numbers of ${of.size.toFixed(2)}, ${of.negative} negative, ${of.yes} yes, ${of.text} letters`
}

/** Everything said of a plan, one line each, by subject. */
function linesOf({ stages, notes }: Derived): Map<string, string> {
  const lines = new Map<string, string>()
  for (const stage of STAGES) {
    const { figures, state, headline, result } = stages[stage]
    lines.set(stage, `${state} ${JSON.stringify(headline)}, ${sizeOf(result)}`)
    for (const [id, figure] of Object.entries(figures)) lines.set(`${stage}.${id}`, figureLine(figure))
  }
  for (const note of notes)
    lines.set(`${note.rank} ${note.stage}.${note.rule} of ${note.subject}`, noteLine(note))
  return lines
}

/** What is said differently than before: the new line, or that there is none now. */
function moved(before: Map<string, string>, after: Map<string, string>): string[] {
  const gone = [...before.keys()].filter((key) => !after.has(key)).map((key) => `${key} gone`)
  const other = [...after].filter(([key, line]) => before.get(key) !== line)
  return [...gone, ...other.map(([key, line]) => `${key}: ${line}`)].sort()
}

/** Finds what each change of one job affects. */
function moverOf(plan: Plan): (change: FieldChange) => string[] {
  const derive = createDeriver()
  const before = linesOf(derive(plan))
  return (change) => moved(before, linesOf(derive(withField(plan, change))))
}

/** Looks for each change, place after place, until it has an effect. */
function writtenAnew(): Kept {
  const movers = new Map(jobs.map(({ id, plan }) => [id, moverOf(plan)]))
  const found: Kept = { moves: Object.fromEntries(jobs.map(({ id }) => [id, []])), still: [] }
  const moving = new Set<string>()
  let turn = 0
  for (const places of fieldChanges(jobs)) {
    // In turn, so that every job has its share.
    const from = turn++ % places.length
    for (const { id, ...change } of [...places.slice(from), ...places.slice(0, from)].slice(0, MOST_PLACES)) {
      const moves = movers.get(id)!(change)
      if (moves.length === 0) continue
      found.moves[id]!.push({ ...change, moves })
      moving.add(change.field)
      break
    }
  }
  found.still = fieldsOf(jobs).filter((field) => !moving.has(field))
  return found
}

/** One line for each change and for each thing it affects, so that a difference reads as a list. */
function laidOut({ moves, still }: Kept): string {
  const list = (lines: readonly string[], by: string) => `[\n${lines.map((l) => by + l).join(',\n')}\n${by}]`
  const changeText = ({ moves: told, ...change }: Kept['moves'][string][number]) =>
    `${JSON.stringify(change).slice(0, -1)},"moves":${list(
      told.map((line) => JSON.stringify(line)),
      '   ',
    )}}`
  const jobText = ([id, changes]: [string, Kept['moves'][string]]) =>
    `${JSON.stringify(id)}: ${list(changes.map(changeText), '  ')}`
  const all = Object.entries(moves).map(jobText).join(',\n')
  return `{"moves": {\n${all}\n},\n"still": ${JSON.stringify(still)}}\n`
}

if (WRITING) writeFileSync(FILE, laidOut(writtenAnew()))
const { moves: kept, still } = JSON.parse(readFileSync(FILE, 'utf8')) as Kept

/** While faults are planted in one room, its stage: a change without effect there cannot reveal anything. */
const STAGE = process.env.MUTANT_STAGE
/** The day's share of a job's changes; all of them while faults are planted. */
const SHARE = STAGE ? 1 : 0.25
const tellsOf = ({ moves }: { moves: string[] }) =>
  !STAGE || moves.some((line) => line.includes(`${STAGE}.`) || line.startsWith(`${STAGE}:`))

test.each(jobs)('$id: what each field moves', ({ id, plan }) => {
  const movesOf = moverOf(plan)
  for (const { moves, ...change } of slice(`moves ${id}`, kept[id]!.filter(tellsOf), SHARE))
    expect({ ...change, moves: movesOf(change) }).toEqual({ ...change, moves })
})

test.each(jobs)(
  '$id: what is kept of an earlier plan equals what is derived fresh, whichever field is edited',
  ({ id, plan }) => {
    const derive = createDeriver()
    derive(plan)
    for (const { moves: _, ...change } of slice(`fresh ${id}`, kept[id]!, SHARE)) {
      const edited = withField(plan, change)
      const told = linesOf(derive(edited))
      expect({ ...change, moves: moved(linesOf(createDeriver()(edited)), told) }).toEqual({
        ...change,
        moves: [],
      })
      // And back: nothing of the edit remains.
      derive(plan)
    }
  },
)

test('every field of the demo jobs is tried', () => {
  const tried = new Set(Object.values(kept).flatMap((changes) => changes.map((c) => c.field)))
  expect(fieldsOf(jobs).filter((field) => !tried.has(field))).toEqual(still)
})

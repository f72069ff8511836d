import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import type { Figure, Note } from '../core/quantity/figure'
import { METRIC_UNITS, US_UNITS, showText } from '../core/quantity/units'

/**
 * Golden figures of the demo jobs. `fixtures/golden.json` keeps what each job says today, so that no change
 * goes
 * unseen. `npm run golden` writes the file; read the difference and commit it on purpose.
 */
const FILE = 'tests/fixtures/golden.json'
const WRITING = process.env.GOLDEN === 'write'

type Golden = Record<string, Record<string, unknown>>

const kept: Golden = existsSync(FILE) ? (JSON.parse(readFileSync(FILE, 'utf8')) as Golden) : {}

/** Significant digits of the kept values, so that the last bits of another machine do not matter. */
const DIGITS = 9
const rounded = (value: number | null): number | null =>
  value === null ? null : Number(value.toPrecision(DIGITS))

const whyText = ({ label, value, quantity = 'plain' }: Figure['inputs'][number]) =>
  `${label}: ${typeof value === 'string' ? value : showText(value, quantity, METRIC_UNITS)}`

/** A figure as it is kept: SI value, quantity, the two texts that people read, and its inputs. */
export const goldenFigure = ({ label, value, quantity, min, max, range, inputs }: Figure) => ({
  label,
  value: rounded(value),
  quantity,
  shown: [showText(value, quantity, US_UNITS), showText(value, quantity, METRIC_UNITS)],
  ...(min === undefined ? {} : { min: rounded(min) }),
  ...(max === undefined ? {} : { max: rounded(max) }),
  ...(range ? { low: rounded(range.low), high: rounded(range.high) } : {}),
  why: inputs.map(whyText),
})

/** A note as it is kept: everything but its source, with the changes of its remedy. */
export const goldenNote = (note: Note) => ({
  is: `${note.rank} ${note.stage}.${note.rule} of ${note.subject}`,
  title: note.title,
  text: note.text,
  value: rounded(note.value),
  limit: rounded(note.limit),
  quantity: note.quantity,
  ...(note.remedy
    ? { remedy: note.remedy.label, patches: note.remedy.patches.map((p) => `${p.op} ${p.path.join('.')}`) }
    : {}),
})

export const goldenFigures = (figures: Record<string, Figure>) =>
  Object.fromEntries(Object.entries(figures).map(([id, figure]) => [id, goldenFigure(figure)]))

/** Relative difference below which two figures are equal: the last bits depend on the machine. */
const SAME = 1e-7

/** Where the current values differ from the kept ones, one line a place. */
function differences(now: unknown, then: unknown, at: string): string[] {
  if (typeof now === 'number' && typeof then === 'number')
    return Math.abs(now - then) <= SAME * Math.max(Math.abs(now), Math.abs(then))
      ? []
      : [`${at}: ${now}, kept ${then}`]
  if (typeof now !== 'object' || typeof then !== 'object' || now === null || then === null)
    return now === then ? [] : [`${at}: ${JSON.stringify(now)}, kept ${JSON.stringify(then)}`]
  const [a, b] = [now as Record<string, unknown>, then as Record<string, unknown>]
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((key) =>
    differences(a[key], b[key], `${at}.${key}`),
  )
}

/** One line a figure or note, so that a diff of the file lists what changed. */
function laidOut(file: Golden): string {
  const lines = Object.entries(file).map(([job, parts]) => {
    const kinds = Object.entries(parts).map(([part, entries]) => {
      const list = Array.isArray(entries)
      const inner = Object.entries(entries as object).map(
        ([id, entry]) => `   ${list ? '' : `${JSON.stringify(id)}: `}${JSON.stringify(entry)}`,
      )
      const [open, close] = list ? ['[', ']'] : ['{', '}']
      return `  ${JSON.stringify(part)}: ${open}\n${inner.join(',\n')}\n  ${close}`
    })
    return ` ${JSON.stringify(job)}: {\n${kinds.join(',\n')}\n }`
  })
  return `{\n${lines.join(',\n')}\n}\n`
}

/**
 * Differences between one part of a job and its kept values; empty as long as nothing changed.
 * With GOLDEN=write, the current values replace the kept ones.
 */
export function goldenDifferences(job: string, part: string, now: unknown): string[] {
  const plain: unknown = JSON.parse(JSON.stringify(now))
  if (!WRITING) return differences(plain, kept[job]?.[part], `${job}.${part}`)
  const file = existsSync(FILE) ? (JSON.parse(readFileSync(FILE, 'utf8')) as Golden) : {}
  file[job] = { ...file[job], [part]: plain }
  writeFileSync(FILE, laidOut(file))
  return []
}

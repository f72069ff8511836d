import { KINDS } from '../../catalog/kinds'
import { PARTS } from '../../catalog/partClasses'
import { BLOCKS } from '../../catalog/blocks'
import { COMPRESSORS } from '../../catalog/compressors'
import { SPRINGS } from '../../catalog/springs'
import type { OwnClass, ComponentKind } from '../../document/types'
import { csvRows, csvText, withoutApostrophe } from '../../quantity/csv'
import { catalogueClass, figuresOf } from './parts'
import { readTableCell, tableCell, tableProblems } from './sheetTables'

/**
 * A shop's own classes as JSON or CSV. CSV has a heading line: id, kind, label, like, number, make, price, then
 * a column for every figure, SI, named as in the plan file; `table` has rows separated by semicolons and
 * figures by spaces. A file with an error is not read at all.
 */
export type OwnClassesRead =
  { classes: Record<string, OwnClass>; problems: null } | { classes: null; problems: string[] }

const ID = /^[a-z0-9][a-z0-9-]{0,63}$/i
const MOST_ROWS = 500
const PLAIN = ['id', 'kind', 'label', 'like', 'number', 'make', 'price', 'table'] as const

/** Generic classes of a kind, from which an own class may start. */
export const baseClassesOf = (kind: ComponentKind): string[] =>
  (kind === 'spring'
    ? SPRINGS
    : kind === 'compressor'
      ? COMPRESSORS
      : kind === 'block'
        ? BLOCKS
        : PARTS.filter((p) => p.kind === kind)
  ).map((c) => c.id)

/** What is wrong with one class, in words; empty if it may be used. */
export function ownClassProblems(id: string, c: OwnClass): string[] {
  const problems: string[] = []
  if (!ID.test(id)) problems.push(`“${id}”: an id is letters, digits and dashes, 64 at most`)
  if (!(c.kind in KINDS))
    return [...problems, `“${id}”: there is no kind “${c.kind}”; use one of ${Object.keys(KINDS).join(', ')}`]
  if (!c.label) problems.push(`“${id}”: a class needs a label`)
  if (!catalogueClass(c.kind, c.like))
    problems.push(
      `“${id}”: the catalogue has no ${KINDS[c.kind].label.toLowerCase()} “${c.like}” to begin from; “like” names one of ${baseClassesOf(c.kind).join(', ')}`,
    )
  const specs = figuresOf(c.kind)
  for (const [name, value] of Object.entries(c.figures)) {
    const spec = specs.find((f) => f.id === name)
    if (!spec)
      problems.push(
        `“${id}”: a ${KINDS[c.kind].label.toLowerCase()} has no figure “${name}”; it has ${specs.map((f) => f.id).join(', ') || 'none'}`,
      )
    else if (!(value >= spec.min && value <= spec.max))
      problems.push(`“${id}”, ${name}: ${value} is not between ${spec.min} and ${spec.max} (SI)`)
  }
  problems.push(...tableProblems(id, c))
  if (c.kind === 'spring' && c.table.length === 0 && problems.length === 0)
    problems.push(...heightProblems(id, c))
  return problems
}

/** A spring works between its lowest and its highest, whichever of the three its sheet gives. */
function heightProblems(id: string, c: OwnClass): string[] {
  const f = { ...catalogueClass('spring', c.like)!.figures, ...c.figures }
  if (f.lowest! < f.designHeight! && f.designHeight! < f.highest!) return []
  return [
    `“${id}”: lowest, designHeight and highest must rise in that order; they are ${f.lowest}, ${f.designHeight} and ${f.highest} m. Type all three off the sheet.`,
  ]
}

/** The shop’s own parts as CSV: one row per part, one column per figure, SI with its unit in the heading. */
export function ownClassesCsv(classes: Record<string, OwnClass>): string {
  const names = [...new Set(Object.values(classes).flatMap((c) => Object.keys(c.figures)))].sort()
  const data = Object.entries(classes).map(([id, c]) => [
    id,
    c.kind,
    c.label,
    c.like,
    c.number,
    c.make,
    c.price ?? '',
    tableCell(c.table),
    ...names.map((n) => c.figures[n] ?? ''),
  ])
  return csvText([...PLAIN, ...names], data)
}
/** The shop’s own parts as JSON, as `readOwnClasses` reads them. */
export const ownClassesJson = (classes: Record<string, OwnClass>): string =>
  `${JSON.stringify(classes, null, 2)}\n`

const isTable = (value: unknown): value is number[][] =>
  Array.isArray(value) &&
  value.every((row) => Array.isArray(row) && row.every((cell) => typeof cell === 'number'))

/** Reads either form, recognised by the first character. */
export function readOwnClasses(text: string): OwnClassesRead {
  const problems: string[] = []
  const classes: Record<string, OwnClass> = {}
  const take = (id: string, c: OwnClass) => {
    const wrong = ownClassProblems(id, c)
    problems.push(...wrong)
    if (Object.hasOwn(classes, id)) problems.push(`“${id}” stands there twice`)
    if (wrong.length === 0) classes[id] = c
  }
  const trimmed = text.trim()
  if (trimmed.startsWith('{')) {
    let value: unknown
    try {
      value = JSON.parse(trimmed)
    } catch (error) {
      return { classes: null, problems: [`This is not JSON: ${(error as Error).message}`] }
    }
    for (const [id, raw] of Object.entries(value as Record<string, Partial<OwnClass> | null>)) {
      const c = raw ?? {}
      const figures = c.figures ?? {}
      if (
        typeof c.kind !== 'string' ||
        typeof c.label !== 'string' ||
        typeof figures !== 'object' ||
        Object.values(figures).some((v) => typeof v !== 'number') ||
        (c.table !== undefined && !isTable(c.table))
      )
        problems.push(`“${id}” needs a kind, a label, and figures and a table that are numbers`)
      else
        take(id, {
          kind: c.kind,
          label: c.label.slice(0, 80),
          like: String(c.like ?? baseClassesOf(c.kind)[0] ?? ''),
          number: String(c.number ?? '').slice(0, 80),
          make: String(c.make ?? '').slice(0, 80),
          price: typeof c.price === 'number' && c.price >= 0 ? c.price : null,
          figures: { ...figures },
          table: isTable(c.table) ? c.table : [],
        })
    }
  } else {
    const parsed = csvRows(trimmed)
    if (parsed.problem !== null) return { classes: null, problems: [parsed.problem] }
    const { heads } = parsed
    const missing = ['id', 'kind', 'label'].filter((h) => !heads.includes(h))
    if (missing.length > 0)
      return {
        classes: null,
        problems: [
          `The first line must name the columns ${missing.map((m) => `“${m}”`).join(', ')}; it reads “${heads.join(', ').slice(0, 120)}”.`,
        ],
      }
    const figureHeads = heads.filter((h) => !(PLAIN as readonly string[]).includes(h))
    parsed.rows.forEach((row, i) => {
      const at = `Line ${i + 2}`
      const cell = (name: string) => withoutApostrophe((row[name] ?? '').trim())
      const figures: Record<string, number> = {}
      for (const h of figureHeads) {
        const typed = cell(h)
        if (typed === '') continue
        const value = Number(typed)
        if (Number.isFinite(value)) figures[h] = value
        else problems.push(`${at}, “${h}”: “${typed}” is no number. Type it in SI, with a point.`)
      }
      const price = cell('price') === '' ? null : Number(cell('price'))
      if (price !== null && !(price >= 0))
        problems.push(`${at}, “price”: “${cell('price')}” is no price. Type a number, or nothing.`)
      const table = readTableCell(cell('table'))
      if (table === null)
        problems.push(
          `${at}, “table”: not all of it are numbers. Type SI with a point, figures with spaces between, rows with semicolons.`,
        )
      const kind = cell('kind') as ComponentKind
      const before = problems.length
      take(cell('id'), {
        kind,
        label: cell('label').slice(0, 80),
        like: cell('like') || (baseClassesOf(kind)[0] ?? ''),
        number: cell('number').slice(0, 80),
        make: cell('make').slice(0, 80),
        price,
        figures,
        table: table ?? [],
      })
      for (let k = before; k < problems.length; k++) problems[k] = `${at}: ${problems[k]}`
    })
  }
  if (Object.keys(classes).length > MOST_ROWS)
    problems.push(`There are ${Object.keys(classes).length} classes; at most ${MOST_ROWS} fit.`)
  if (problems.length === 0 && Object.keys(classes).length === 0) problems.push('There is no class in it.')
  return problems.length > 0 ? { classes: null, problems } : { classes, problems: null }
}

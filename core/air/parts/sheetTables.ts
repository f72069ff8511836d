import type { FigureSpec } from '../../catalog/kinds'
import type { CompressorClass } from '../../catalog/compressors'
import type { OwnClass, ComponentKind } from '../../document/types'
import { GRAVITY } from '../../quantity/constants'
import { parseQuantity } from '../../quantity/parse'
import { show, showText, unitFor, type UnitChoice } from '../../quantity/units'

/**
 * Tables off a part's own sheet: a spring's load by height and pressure, a compressor's air and current by
 * pressure.
 */

const PRESSURE: FigureSpec = { id: 'pressure', label: 'Pressure', quantity: 'pressure', min: 0, max: 5e6 }

/** Columns of the table on a kind's sheet; none for kinds without one. SI, gauge pressures. */
export const TABLE_COLUMNS: Partial<Record<ComponentKind, readonly FigureSpec[]>> = {
  spring: [
    { id: 'height', label: 'Height', quantity: 'length', min: 0.01, max: 1.5 },
    { ...PRESSURE, min: 1000 },
    { id: 'load', label: 'Load', quantity: 'mass', min: 0.1, max: 100_000 },
  ],
  compressor: [
    PRESSURE,
    { id: 'freeAir', label: 'Free air', quantity: 'flow', min: 0, max: 1 },
    { id: 'current', label: 'Current', quantity: 'current', min: 0, max: 500 },
  ],
}
export const columnsOf = (kind: ComponentKind): readonly FigureSpec[] => TABLE_COLUMNS[kind] ?? []

/** Heights closer than this are equal, m. */
const SAME_HEIGHT = 1e-6

const byFirst = (a: readonly number[], b: readonly number[]) => a[0]! - b[0]!

/** Rows of a table grouped by the value of their first column, ascending. */
function grouped(table: OwnClass['table'], within: number): number[][][] {
  const groups: number[][][] = []
  for (const row of [...table].sort(byFirst)) {
    const last = groups.at(-1)
    if (last && row[0]! - last[0]![0]! <= within) last.push(row)
    else groups.push([row])
  }
  return groups
}

/**
 * Effective area against height from a sheet's loads: at each height the area that fits its rows best, F = A·p,
 * so A = ΣF·p/Σp². `table` has rows of height, m; pressure, Pa gauge; load, kg.
 */
export const areaTable = (table: OwnClass['table']): [number, number][] =>
  grouped(table, SAME_HEIGHT).map((rows) => {
    const sum = (of: (row: number[]) => number) => rows.reduce((all, row) => all + of(row), 0)
    const area = sum(([, p, load]) => load! * GRAVITY * p!) / sum(([, p]) => p! * p!)
    return [rows[0]![0]!, area]
  })

/**
 * Largest difference of single rows' areas from the one used at their height, as a share. A bag is wider at a
 * higher pressure, so one area for all pressures is off by at most this.
 */
export function areaSpread(table: OwnClass['table']): number {
  const areas = areaTable(table)
  return grouped(table, SAME_HEIGHT).reduce(
    (most, rows, i) =>
      rows.reduce(
        (worst, [, p, load]) => Math.max(worst, Math.abs((load! * GRAVITY) / (p! * areas[i]![1]) - 1)),
        most,
      ),
    0,
  )
}

/** A compressor's curves from rows of pressure, Pa gauge; free air, m³/s; current, A. */
export function curvesOf(table: OwnClass['table']): Pick<CompressorClass, 'flow' | 'current'> {
  const rows = [...table].sort(byFirst)
  return {
    flow: rows.map(([p, q]) => [p!, q!]),
    current: rows.map(([p, , amps]) => [p!, amps!]),
  }
}

/** What is wrong with a class's table, in words; empty if it may be used or there is none. */
export function tableProblems(id: string, { kind, table }: Pick<OwnClass, 'kind' | 'table'>): string[] {
  if (table.length === 0) return []
  const columns = columnsOf(kind)
  if (columns.length === 0) return [`“${id}”: this kind of part has no table; take it out.`]
  const wrong = table.flatMap((row, i) =>
    rowProblems(row, columns).map((said) => `“${id}”, table row ${i + 1}: ${said}`),
  )
  if (wrong.length > 0) return wrong
  const groups = grouped(table, SAME_HEIGHT)
  if (groups.length < 2) {
    const what = columns[0]!.label.toLowerCase()
    return [`“${id}”: its table stands at one ${what} only. Type rows at two of them at least.`]
  }
  return kind === 'compressor' ? curveProblems(id, groups) : []
}

/** A compressor has one flow at one pressure, and gives air at its lowest. */
function curveProblems(id: string, groups: number[][][]): string[] {
  const twice = groups.find((rows) => rows.length > 1)
  if (twice) return [`“${id}”: its table has ${twice[0]![0]} Pa twice. Leave one row of them.`]
  if (!(groups[0]![0]![1]! > 0))
    return [`“${id}”: at its lowest pressure it gives no air. Type what its sheet says.`]
  if (!groups.some(([row]) => row![2]! > 0))
    return [`“${id}”: it draws no current. Type what its sheet says.`]
  return []
}

function rowProblems(row: readonly number[], columns: readonly FigureSpec[]): string[] {
  if (row.length !== columns.length)
    return [`it has ${row.length} figures; it needs ${columns.map((c) => c.label.toLowerCase()).join(', ')}`]
  return columns.flatMap(({ label, min, max }, i) =>
    row[i]! >= min && row[i]! <= max
      ? []
      : [`${label.toLowerCase()} ${row[i]} is not between ${min} and ${max} (SI)`],
  )
}

/** A table as one cell of a CSV: figures separated by spaces, rows by semicolons, SI. */
export const tableCell = (table: OwnClass['table']): string => table.map((row) => row.join(' ')).join('; ')

/** A table from such a cell; null if something in it is not a number. */
export function readTableCell(cell: string): number[][] | null {
  const rows = cell
    .split(';')
    .map((row) => row.trim())
    .filter((row) => row !== '')
    .map((row) => row.split(/\s+/).map(Number))
  return rows.flat().every(Number.isFinite) ? rows : null
}

/** A table for typing, in the shop's units: one row per line. */
export function typedTable({ kind, table }: Pick<OwnClass, 'kind' | 'table'>, units: UnitChoice): string {
  const columns = columnsOf(kind)
  const cell = (value: number, i: number) =>
    show(value, columns[i]!.quantity, units).text.replace(/[\s\u2009\u202f]/g, '')
  return table.map((row) => row.map(cell).join('  ')).join('\n')
}

/** What its lines contain, in words: "height mm, pressure psi, load kg". */
export const tableHead = (kind: ComponentKind, units: UnitChoice): string =>
  columnsOf(kind)
    .map(({ label, quantity }) => `${label.toLowerCase()} ${unitFor(quantity, units).symbol}`)
    .join(', ')

/**
 * Reads a table as typed or pasted: one row per line, figures separated by spaces, tabs or semicolons, in the
 * shop's units.
 * @param before the previous table: a line that was not touched keeps its row to the last digit
 */
export function readTypedTable(
  text: string,
  kind: ComponentKind,
  units: UnitChoice,
  before: OwnClass['table'] = [],
): { table: number[][]; problem: null } | { table: null; problem: string } {
  const columns = columnsOf(kind)
  const table: number[][] = []
  const stood = new Map(before.map((row) => [typedTable({ kind, table: [row] }, units), row]))
  for (const [i, line] of text.split('\n').entries()) {
    const untouched = stood.get(line.trim())
    if (untouched) {
      table.push(untouched)
      continue
    }
    const cells = line
      .trim()
      .split(/[;\t]\s*|\s+/)
      .filter((cell) => cell !== '')
    if (cells.length === 0) continue
    const at = `Line ${i + 1}`
    if (cells.length !== columns.length)
      return { table: null, problem: `${at} has ${cells.length} figures. Type ${tableHead(kind, units)}.` }
    const row: number[] = []
    for (const [k, cell] of cells.entries()) {
      const { quantity, label, min, max } = columns[k]!
      const read = parseQuantity(cell, quantity, unitFor(quantity, units))
      if (!read.ok) return { table: null, problem: `${at}, ${label.toLowerCase()}: ${read.message}` }
      if (!(read.value >= min && read.value <= max)) {
        const range = [min, max].map((v) => showText(v, quantity, units)).join(' and ')
        return { table: null, problem: `${at}, ${label.toLowerCase()}: “${cell}” is not between ${range}.` }
      }
      row.push(read.value)
    }
    table.push(row)
  }
  const [problem] = tableProblems('this class', { kind, table })
  return problem
    ? { table: null, problem: problem.replace(/^“this class”[:,] /, '') }
    : { table, problem: null }
}

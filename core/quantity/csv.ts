import Papa from 'papaparse'

/** Tables written as text for spreadsheets, and read from them. */

/** A list as plain figures and texts, for a spreadsheet or for paper. */
export interface Table {
  head: string[]
  rows: (string | number)[][]
}

/** Limits of a table that is read: characters, and columns. */
const MOST_TEXT = 2_000_000
const MOST_COLUMNS = 200
/** A cell that begins with one of these is run as a formula by a spreadsheet. */
const FORMULA = /^[=+\-@\t\r]/

/**
 * CSV of a table. A text that a spreadsheet would run as a formula gets an apostrophe before it; numbers stay
 * numbers. `head` are lines before the table that begin with “#”.
 */
export function csvText(fields: string[], data: (string | number)[][], head: string[] = []): string {
  const numbers = data.map((row) => row.map((cell) => (isNumber(cell) ? Number(cell) : cell)))
  const kept = data.map((row, i) =>
    row.map((cell, j) =>
      typeof numbers[i]![j] === 'number' || !FORMULA.test(String(cell)) ? cell : `'${cell}`,
    ),
  )
  const table = Papa.unparse(
    { fields: fields.map((f) => (FORMULA.test(f) ? `'${f}` : f)), data: kept },
    { newline: '\n' },
  )
  const lines = head.map((line) => `# ${line.replace(/([,;\t]\s*)(?=[=@]|[+-](?!\d))/g, "$1'")}\n`)
  return `${lines.join('')}${table}\n`
}

const isNumber = (cell: string | number) =>
  typeof cell === 'number' || /^[-+]?\d+(\.\d*)?(e[-+]?\d+)?$/i.test(cell)

/** The text without the apostrophe that kept a spreadsheet from running it. */
export const withoutApostrophe = (cell: string): string => cell.replace(/^'(?=[=+\-@\t\r])/, '')

/**
 * Rows of a table with a heading line, each by the names in the heading; or one sentence on what is wrong with
 * the table.
 */
export function csvRows(
  text: string,
): { heads: string[]; rows: Record<string, string>[]; problem: null } | { problem: string } {
  if (text.length > MOST_TEXT)
    return {
      problem: `The table is ${(text.length / 1e6).toFixed(1)} MB; at most ${MOST_TEXT / 1e6} MB are read.`,
    }
  const names = Papa.parse<string[]>(text.trim(), { preview: 1 }).data[0] ?? []
  if (names.length > MOST_COLUMNS)
    return {
      problem: `The first line names ${names.length} columns; at most ${MOST_COLUMNS} are read. Take the others out.`,
    }
  const twice = names.find((name, i) => name.trim() !== '' && names.indexOf(name) < i)
  if (twice !== undefined)
    return { problem: `The first line names “${twice.slice(0, 40)}” twice. Give each column its own name.` }
  const parsed = Papa.parse<Record<string, string>>(text.trim(), { header: true, skipEmptyLines: 'greedy' })
  return { heads: parsed.meta.fields ?? [], rows: parsed.data, problem: null }
}

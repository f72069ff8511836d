import Papa from 'papaparse'
import { READING_UNSAID, type Reading } from '../document/types'
import { parseQuantity } from '../quantity/parse'
import { unitFor, type Quantity, type UnitChoice } from '../quantity/units'

export type ReadResult =
  | {
      readings: Reading[]
      /** The first row: second of the day if it was a clock time, otherwise seconds as typed. */
      first: { clock: boolean; at: number }
      problem: null
    }
  | { readings: null; problem: string }

const DAY = 86_400

/**
 * Rows added to those a test has. A clock time counts from when the test began, whatever the day; minutes count
 * from the test's first reading.
 * @param began second of the day at the test's first reading
 */
export function besideReadings(
  there: readonly Reading[],
  { readings, first }: Extract<ReadResult, { problem: null }>,
  began: number,
): Reading[] {
  const later = first.clock ? (((first.at - began) % DAY) + DAY) % DAY : first.at
  const added = readings.map((reading) => ({ ...reading, t: reading.t + later }))
  return [...there, ...added].sort((a, b) => a.t - b.t)
}

/** Columns that a row may leave empty. */
const MAY_MISS: readonly string[] = ['temperature', 'second', 'barometer']
type ReadKey = Exclude<keyof Reading, 'out'>
const COLUMNS: { key: ReadKey; names: RegExp; quantity: Quantity }[] = [
  { key: 't', names: /^(t|time|clock|when|min|minutes|s|seconds|h|hours)\b/i, quantity: 'time' },
  { key: 'pressure', names: /^(p|press|gauge)/i, quantity: 'pressure' },
  { key: 'second', names: /^(second|2nd|temp\w*\s*2)/i, quantity: 'temperature' },
  { key: 'temperature', names: /^(temp|°|deg|c\b|f\b)/i, quantity: 'temperature' },
  { key: 'barometer', names: /^(baro|atm)/i, quantity: 'pressure' },
]

/**
 * Readings from pasted or imported rows: time, pressure, temperature and optionally a second temperature and a
 * barometer; a temperature may be empty. Separated by comma, semicolon or tab. A heading row may name the
 * columns and give units in brackets ("pressure (psi)"). A clock time (07:30) counts from the first one and
 * past midnight. Numbers without a unit take the shop's; a time without one is in minutes.
 */
export function readRows(text: string, units: UnitChoice): ReadResult {
  const parsed = Papa.parse<string[]>(text.trim(), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  })
  const rows = parsed.data.map((row) => row.map((cell) => cell.trim()))
  if (rows.length === 0)
    return { readings: null, problem: 'There are no rows. Paste lines like “0, 60 psi, 20 °C”.' }
  let order: (ReadKey | null)[] = ['t', 'pressure', 'temperature', 'barometer']
  let columnUnits: (string | null)[] = []
  const head = rows[0]!
  if (head.every((cell) => !/^[-−\d.,:]/.test(cell))) {
    order = head.map((cell) => COLUMNS.find((c) => c.names.test(cell))?.key ?? null)
    columnUnits = head.map(
      (cell) =>
        /[([]\s*([^)\]]+)\s*[)\]]/.exec(cell)?.[1] ??
        /^(s|sec|seconds|min|minutes|h|hours)$/i.exec(cell)?.[1] ??
        null,
    )
    rows.shift()
    for (const needed of ['t', 'pressure', 'temperature'] as const) {
      if (!order.includes(needed))
        return {
          readings: null,
          problem: `The head row names no ${needed === 't' ? 'time' : needed} column. Name the columns time, pressure, temperature.`,
        }
    }
  }
  const readings: Reading[] = []
  let lastClock: number | null = null
  let days = 0
  let isClock = false
  for (const [i, row] of rows.entries()) {
    const reading: Reading = { t: NaN, pressure: NaN, temperature: null, ...READING_UNSAID }
    for (const [c, key] of order.entries()) {
      const cell = row[c] ?? ''
      if (key === null || (MAY_MISS.includes(key) && cell === '')) continue
      const column = COLUMNS.find((col) => col.key === key)!
      const clock = key === 't' ? /^(next day|tomorrow)?\s*(\d{1,2}):(\d{2})(?::(\d{2}))?$/i.exec(cell) : null
      if (clock) {
        isClock = true
        const seconds = Number(clock[2]) * 3600 + Number(clock[3]) * 60 + Number(clock[4] ?? 0)
        // Goes past midnight by itself, and to a later day if the row says so.
        if (lastClock !== null && (seconds < lastClock || clock[1])) days++
        lastClock = seconds
        reading.t = seconds + days * 86_400
        continue
      }
      const fallback =
        key === 't' ? { symbol: 'min', factor: 60, digits: 0 } : unitFor(column.quantity, units)
      const withUnit = columnUnits[c] && !/[a-z°%]/i.test(cell) ? `${cell} ${columnUnits[c]}` : cell
      const value = parseQuantity(withUnit, column.quantity, fallback)
      if (!value.ok)
        return { readings: null, problem: `Row ${i + 1}, ${key === 't' ? 'time' : key}: ${value.message}` }
      reading[key] = value.value
    }
    for (const key of ['t', 'pressure'] as const) {
      if (!Number.isFinite(reading[key]))
        return {
          readings: null,
          problem: `Row ${i + 1} has no ${key === 't' ? 'time' : key}. Each row needs time and pressure.`,
        }
    }
    readings.push(reading)
  }
  const first = Math.min(...readings.map((r) => r.t))
  return {
    readings: readings.map((r) => ({ ...r, t: r.t - first })).sort((a, b) => a.t - b.t),
    first: { clock: isClock, at: isClock ? first % DAY : first },
    problem: null,
  }
}

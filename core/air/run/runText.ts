import { PRACTICE } from '../../catalog/practice'
import { csvText } from '../../quantity/csv'
import { METRIC_UNITS, fromSi, showText, unitFor, type Quantity, type UnitChoice } from '../../quantity/units'
import type { Scenario } from '../../document/types'
import type { RunResult } from './types'

/** A run's CSV uses units that suit a spreadsheet, whatever the shop's. */
const CSV_UNITS: UnitChoice = { ...METRIC_UNITS, pressure: 'kPa' }
const DIGITS: Partial<Record<Quantity, number>> = {
  pressure: 3,
  length: 2,
  temperature: 2,
  current: 2,
  massFlow: 4,
  time: 3,
  count: 0,
}

/** Results of a run, one line each, in the shop's units. */
export function runSummary(scenario: Scenario, result: RunResult, units: UnitChoice = CSV_UNITS): string[] {
  const say = (value: number, quantity: Quantity) => showText(value, quantity, units).replaceAll(' ', ' ')
  const lines = result.results
    .map((r) => {
      const step = scenario.steps[r.step]
      switch (step?.do) {
        case 'bring': {
          const to = `${say(step.left, 'pressure')} left, ${say(step.right, 'pressure')} right`
          return r.seconds === null
            ? `Does not come to ${to}.`
            : `${say(r.seconds, 'time')} to ${to}${(r.overshoot ?? 0) > PRACTICE.targetBand.value ? `, ${say(r.overshoot!, 'pressure')} past it on the way` : ''}.`
        }
        case 'tyre':
          return r.seconds === null
            ? `${r.count} of ${step.count} tyres filled: the air does not reach ${say(step.to, 'pressure')}.`
            : `${r.count} tyres in ${say(r.seconds, 'time')}, ${((r.count! / r.seconds) * 3600).toFixed(1)} an hour.`
        case 'tool':
          return r.seconds === null
            ? 'No coupler to run a tool from.'
            : r.count === 1
              ? `The tool ran ${say(step.seconds, 'time')} in full.`
              : `The tool ran ${say(r.seconds, 'time')} in full, then slowed.`
        default:
          return ''
      }
    })
    .filter(Boolean)
  const motors = Object.values(result.used)
  const on = motors.reduce((s, m) => s + m.on, 0)
  return [
    ...lines,
    ...(on > 0
      ? [
          `Supply on for ${say(on, 'time')} of ${say(result.lasted, 'time')}${result.highestCurrent > 0 ? `, ${say(result.highestCurrent, 'current')} at most` : ''}.`,
        ]
      : []),
    ...(motors.some((m) => m.hottest > 0)
      ? [`Motor ${say(Math.max(...motors.map((m) => m.hottest)), 'temperature')} at its hottest.`]
      : []),
  ]
}

/**
 * A run as CSV: its results in lines that begin with “#”, then a heading and one row for every kept instant.
 */
export function runCsv(scenario: Scenario, result: RunResult): string {
  const units = result.columns.map((c) =>
    c.quantity === 'time' ? { symbol: 's', factor: 1, digits: 3 } : unitFor(c.quantity, CSV_UNITS),
  )
  const fields = result.columns.map(
    (c, i) =>
      `${c.label}${units[i]!.symbol ? `, ${units[i]!.symbol}${c.quantity === 'pressure' ? ' gauge' : ''}` : ''}`,
  )
  const data = result.rows.map((row) =>
    row.map((value, i) => fromSi(value, units[i]!).toFixed(DIGITS[result.columns[i]!.quantity] ?? 3)),
  )
  const head = [
    scenario.label,
    ...runSummary(scenario, result),
    `Gas kept to ${result.massError.toExponential(1)} of what was in play, ${result.steps} steps.`,
  ]
  return csvText(fields, data, head)
}

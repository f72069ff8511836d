import { show, unitFor, type UnitChoice } from '../quantity/units'
import type { CardRow } from './types'

/** A pressure card as rows of text in the shop's units, the same for screen, paper and CSV. */
export interface CardText {
  head: string[]
  rows: { cells: string[]; mark: string; share: number }[]
}

const MARKS: Record<string, string> = {
  minPressure: 'held at the minimum',
  maxPressure: 'over the spring’s pressure',
  maxLoad: 'over the spring’s load',
  height: 'outside the spring’s height',
}

/** The pressure card as rows of text in the shop’s units. */
export function cardText(card: readonly CardRow[], teed: boolean, units: UnitChoice): CardText {
  const mass = unitFor('mass', units).symbol
  const pressure = unitFor('pressure', units).symbol
  const text = (value: number, quantity: 'mass' | 'pressure') => show(value, quantity, units).text
  return {
    head: [
      `Aboard, ${mass}`,
      `Rear axle, ${mass}`,
      ...(teed ? [`Both, ${pressure}`] : [`Left, ${pressure}`, `Right, ${pressure}`]),
    ],
    rows: card.map((row) => ({
      share: row.share,
      cells: [
        text(row.added, 'mass'),
        text(row.rearAxle, 'mass'),
        text(row.left, 'pressure'),
        ...(teed ? [] : [text(row.right, 'pressure')]),
      ],
      mark: [row.overRating ? 'rear axle over its rating' : '', MARKS[row.limitedBy ?? ''] ?? '']
        .filter(Boolean)
        .join(', '),
    })),
  }
}

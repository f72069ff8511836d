import { notesOf, type Note } from '../quantity/figure'
import type { LeverTravel } from './lever'

/** Input of the rules on a height valve's lever over the axle's travel. */

export interface LeverRuleInput {
  /** Id of the valve. */
  id: string
  travel: LeverTravel
  stops: number
  arm: number
  /** A longer arm that clears both, m; null if none of those sold does. */
  better: number | null
  /** True if somebody chose the arm or the link; otherwise they are the usual ones. */
  isChosen: boolean
}

const note = notesOf('tune', 'angle')
const GEOMETRY = 'Two circles: arm about the shaft, link about the axle’s bracket'

const remedyOf = ({ id, better }: LeverRuleInput) =>
  better === null
    ? undefined
    : {
        label: `Hang the link ${Math.round(better * 1000)} mm out`,
        patches: [{ op: 'add' as const, path: ['air', 'components', id, 'sheet', 'arm'], value: better }],
      }

export function leverRules(input: LeverRuleInput): Note[] {
  const { id, travel, stops } = input
  if (travel.overCentre)
    return [
      note({
        quantity: 'count',
        rule: 'lever-over-centre',
        rank: 'stop',
        subject: id,
        title: 'The lever goes over centre',
        text: 'At full travel arm and link come into one line: it snaps over and then works the wrong way round, filling what is high. A longer arm or link keeps them apart.',
        source: GEOMETRY,
        remedy: remedyOf(input),
      }),
    ]
  if (!travel.atStops) return []
  const most = Math.max(Math.abs(travel.droop ?? 0), Math.abs(travel.bump ?? 0))
  return [
    note({
      rule: 'lever-at-stops',
      rank: 'stop',
      subject: id,
      value: most,
      limit: stops,
      title: 'The axle turns the valve past its own stops',
      text: 'At full travel the arm stands at {value}; the valve stops at {limit}. The link bends or its ball tears off.',
      source: GEOMETRY,
      remedy: remedyOf(input),
    }),
  ]
}

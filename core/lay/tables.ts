import { stripOf } from './run/strip'
import type { Solid } from './space/solids'
import type { LayResult } from './types'

/** Lay's lists as tables of plain figures, for spreadsheets. Lengths in whole mm. */
export interface Table {
  head: string[]
  rows: (string | number)[][]
}

const mm = (metres: number) => Math.round(metres * 1000)

/** The cut list in the order it is cut. */
export const cutTable = ({ cuts }: Pick<LayResult, 'cuts'>): Table => ({
  head: ['Order', 'From', 'To', 'Mark', 'Cut mm', 'Run mm', 'Slack mm', 'Bend radius mm', 'Ties', 'Holes'],
  rows: cuts.map((cut, i) => [
    i + 1,
    cut.fromLabel,
    cut.toLabel,
    cut.path,
    mm(cut.cut),
    mm(cut.run),
    mm(cut.slack),
    mm(cut.wantedBend),
    cut.ties,
    cut.grommets,
  ]),
})

/** Every run piece by piece. */
export const stripTable = ({ routes }: Pick<LayResult, 'routes'>, solids: readonly Solid[]): Table => ({
  head: ['From', 'To', 'From its start mm', 'Goes', 'Along', 'For mm', 'Through'],
  rows: routes.flatMap((route) =>
    stripOf(route, solids).map((piece) => [
      route.fromLabel,
      route.toLabel,
      mm(piece.at),
      piece.way,
      piece.along ?? '',
      mm(piece.length),
      piece.through.join('; '),
    ]),
  ),
})

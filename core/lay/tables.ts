import type { Table } from '../quantity/csv'
import { stripOf } from './run/strip'
import type { Solid } from './space/solid'
import type { LayResult, Route } from './types'

/** Lay's lists as tables of plain values for spreadsheets. Lengths in whole mm. */

const mm = (metres: number) => Math.round(metres * 1000)

/** The cut list in cutting order. */
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

/** Wires besides the feed, longest first. */
export const wireTable = ({ wires }: Pick<LayResult, 'wires'>): Table => ({
  head: ['From', 'To', 'Carries', 'Cut mm', 'Run mm', 'Drip loops and terminals mm', 'Holes'],
  rows: wires.map((wire) => [
    wire.fromLabel,
    wire.toLabel,
    wire.carries ?? '',
    mm(wire.cut),
    mm(wire.run),
    mm(wire.slack),
    wire.grommets,
  ]),
})

/** Holes to drill. */
export const holeTable = ({ holes }: Pick<LayResult, 'holes'>): Table => ({
  head: ['Through', 'For', 'Drill mm', 'Grommet inside mm', 'Ahead mm', 'Left mm', 'Up mm', 'Behind it'],
  rows: holes.map(({ through, what, drill, grommet, at, behind }) => [
    through,
    what,
    drill === null ? 'there' : Math.round(drill * 1e4) / 10,
    grommet === null ? '' : Math.round(grommet * 1e4) / 10,
    mm(at.x),
    mm(at.y),
    mm(at.z),
    behind.map(({ label, far }) => `${label} ${mm(far)} mm`).join('; '),
  ]),
})

/** Two labels for each line and wire, one for each end. */
export const labelsOf = (
  { routes }: Pick<LayResult, 'routes'>,
  markOf: (path: Route['path']) => string,
): { mark: string; text: string; end: string }[] =>
  routes.flatMap(({ path, fromLabel, toLabel, carries }) =>
    [fromLabel, toLabel].map((end) => ({
      mark: markOf(path),
      text: `${fromLabel} → ${toLabel}${carries && carries !== 'feed' ? `, ${carries}` : ''}`,
      end: `end at ${end.toLowerCase()}`,
    })),
  )

/** Every run piece by piece. */
export const stripTable = ({ routes }: Pick<LayResult, 'routes'>, solids: readonly Solid[]): Table => ({
  head: ['From', 'To', 'From its start mm', 'Goes', 'Along', 'For mm', 'Through', 'Ties', 'First tie mm'],
  rows: routes.flatMap((route) =>
    stripOf(route, solids).map((piece) => [
      route.fromLabel,
      route.toLabel,
      mm(piece.at),
      piece.way,
      piece.along ?? '',
      mm(piece.length),
      piece.through.join('; '),
      piece.ties.length,
      piece.ties.length > 0 ? mm(piece.ties[0]!) : '',
    ]),
  ),
})

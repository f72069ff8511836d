import { AWG_SIZES, METRIC_SIZES } from '../catalog/electrical'
import { JOINT_SCHOOLS } from '../catalog/wiring'
import type { Table } from '../quantity/csv'
import type { GuardRow } from './guards'
import type { MotorSource } from './network/states'
import type { PartOf, Wiring } from './network/types'
import { isWire, type Counted, type WireRow } from './wires'

/** Power's lists as tables of plain values for spreadsheets and paper, and the wiring as a graph. */

const mm = (metres: number) => Math.round(metres * 1000)
const rounded = (value: number, digits: number) => Number(value.toFixed(digits))
const mm2 = (area: number) => rounded(area * 1e6, 2)

/** Name of the size in a system that is at least as thick as a wire needs; a metric size is never thinner. */
export function sizeLabel(area: number, system: 'AWG' | 'mm²'): string {
  const sizes = system === 'AWG' ? AWG_SIZES : METRIC_SIZES
  return sizes.find((size) => size.area >= area * 0.9999)?.label ?? `${mm2(area)} mm²`
}

const ZONES = { engine: 'engine space', chassis: 'chassis', cab: 'cab' } as const

/** Every wire with its size, colour, length and both ends. */
export const wireTable = (rows: readonly WireRow[], system: 'AWG' | 'mm²'): Table => ({
  head: [
    'Mark',
    'Wire',
    'From',
    'Terminal',
    'To',
    'Terminal',
    'Colour',
    'Size',
    'mm²',
    'Insulation',
    'Length mm',
    'Run at Lay',
    'Where',
    'Together',
    'Most A',
    'Loses V',
    'Heat W',
    'May carry A',
    'Guard A',
    'Joints',
  ],
  rows: rows.map((row) => [
    row.mark,
    row.label,
    row.ends[0].at,
    `${row.ends[0].terminal}, ${row.ends[0].barrel}`,
    row.ends[1].at,
    `${row.ends[1].terminal}, ${row.ends[1].barrel}`,
    row.colour,
    sizeLabel(row.area, system),
    mm2(row.area),
    row.insulation,
    mm(row.length),
    row.laid ? 'yes' : 'no, usual length',
    ZONES[row.zone],
    row.bundle,
    rounded(row.amps, 2),
    rounded(row.drop, 3),
    rounded(row.heat, 2),
    rounded(row.ampacity, 1),
    row.guard?.rating ?? '',
    JOINT_SCHOOLS[row.joint].label,
  ]),
})

/** What to cut and mark: a label for each end. */
export const harnessTable = (rows: readonly WireRow[], system: 'AWG' | 'mm²'): Table => ({
  head: ['Mark', 'Colour', 'Size', 'Cut mm', 'Strip there mm', 'Strip here mm', 'Label there', 'Label here'],
  rows: rows.map((row) => [
    row.mark,
    row.colour,
    sizeLabel(row.area, system),
    mm(row.length),
    mm(row.ends[0].strip),
    mm(row.ends[1].strip),
    `${row.mark} ${row.ends[1].at}`,
    `${row.mark} ${row.ends[0].at}`,
  ]),
})

/** The card in the lid of the fuse box. */
export const fuseTable = (guards: readonly GuardRow[]): Table => ({
  head: ['Guard', 'A', 'Kind', 'Feeds', 'Guards wires', 'Carries A'],
  rows: guards.map(({ label, rating, kind, feeds, wires, amps }) => [
    label,
    rating,
    kind,
    feeds.join('; '),
    wires.join(' '),
    rounded(amps, 2),
  ]),
})

/** Terminals and other small parts, with the heat-shrink to buy. */
export const jointTable = (counted: readonly Counted[], shrink: number): Table => ({
  head: ['Part', 'Count'],
  rows: [...counted.map(({ what, count }) => [what, count]), ['heat-shrink with adhesive, mm', mm(shrink)]],
})

/** Volts lost on the way to a consumer, part by part, from the battery to its earth. */
export interface Lost {
  id: string
  label: string
  volts: number
}

/**
 * Where the volts go between the battery's posts and a consumer, and what is left across it.
 * @param solved volts of the nodes in one state
 */
export function voltsLost(
  { parts }: Wiring,
  taker: string,
  volts: Record<string, number>,
): { lost: Lost[]; left: number } {
  const end = parts.find(({ id }) => id === taker)!
  const across = (a: string, b: string) => volts[a]! - volts[b]!
  const lost: Lost[] = []
  for (let [at, steps] = [end.a, 0]; steps < parts.length; steps++) {
    const before = parts.find((part) => part.b === at && part.role !== 'user' && part.role !== 'coil')
    if (!before || before.role === 'battery' || before.role === 'motor') break
    lost.unshift({ id: before.id, label: before.label, volts: across(before.a, before.b) })
    at = before.a
  }
  const earth = parts.find((part): part is PartOf<'earth'> => part.role === 'earth' && part.a === end.b)
  if (earth) lost.push({ id: earth.id, label: earth.label, volts: across(earth.a, earth.b) })
  const shared = earth && parts.find(({ role, a }) => role === 'joint' && a === earth.b)
  if (shared) lost.push({ id: shared.id, label: shared.label, volts: across(shared.a, shared.b) })
  return { lost, left: across(end.a, end.b) }
}

/** Amps and volts of the motor at the pressures of its own curve. */
export interface MotorAt {
  pressure: number
  amps: number
  volts: number
}

/** @param source the wiring as seen by the motor: volts without its own current, and the ohms behind them */
export const motorAtPressures = (
  curve: readonly (readonly [pressure: number, amps: number])[],
  source: MotorSource,
): MotorAt[] =>
  curve.map(([pressure, amps]) => ({ pressure, amps, volts: source.volts - source.ohms * amps }))

/** The wiring as a graph: nodes with their names, parts with what stands between them. */
export function wiringGraph(wiring: Wiring, rows: readonly WireRow[]) {
  const marks = new Map(rows.map((row) => [row.id, row]))
  return {
    nodes: [...new Set(wiring.parts.flatMap(({ a, b }) => [a, b]))].map((id) => ({
      id,
      label: wiring.points[id] ?? null,
    })),
    parts: wiring.parts.map((part) => {
      const { id, label, a, b, role } = part
      const row = isWire(part) ? marks.get(id) : undefined
      return {
        id,
        label,
        role,
        from: a,
        to: b,
        ...('ohm' in part && { ohm: part.ohm }),
        ...(part.role === 'guard' && { rating_A: part.rating, kind: part.kind }),
        ...(row && {
          mark: row.mark,
          colour: row.colour,
          area_mm2: row.area * 1e6,
          length_m: row.length,
          laid: row.laid,
          zone: row.zone,
        }),
      }
    }),
  }
}

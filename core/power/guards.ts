import { fuseHolds, fuseOpensBy } from './circuit'
import { isTaker, type GuardKind, type Wiring } from './network/types'
import { guardOf, isWire, lastingAmps, type AllStates, type WireRow } from './wires'

/** Fuses, breakers and links: what each guards, and how it compares with wire, inrush and a short. SI. */

/**
 * A²·s per m² squared that a copper wire withstands before its insulation suffers, starting at 105 °C.
 * @source IEC 60364-5-54: k = 115 from 70 to 160 °C; from 105 °C about 88 A·√s/mm²
 */
export const WITHSTAND = 88e6

/**
 * Longest time in s that a wire of an area withstands a current: (k·S)² = I²·t. Valid for a few seconds only.
 */
export const wireWithstands = (area: number, current: number): number => ((WITHSTAND * area) / current) ** 2

export interface GuardRow {
  id: string
  label: string
  kind: GuardKind
  rating: number
  /** Largest continuous current through it, A. */
  amps: number
  /** Labels of the consumers behind it. */
  feeds: string[]
  /** Marks of the wires that only this one guards. */
  wires: string[]
}

/** Every guard, for the card in the lid. */
export function guardRows(wiring: Wiring, rows: readonly WireRow[], solved: AllStates): GuardRow[] {
  return wiring.parts.flatMap((part): GuardRow[] => {
    if (part.role !== 'guard') return []
    const { id, label, kind, rating } = part
    const wires = rows.filter(({ guard }) => guard?.id === id).map(({ mark }) => mark)
    const feeds = wiring.parts
      .filter((other) => isTaker(other) && guardOf(wiring, other.id)?.id === id)
      .map((other) => other.label)
    return [{ id, label, kind, rating, amps: lastingAmps(solved, id), feeds, wires }]
  })
}

/** A short to the frame at the far end of a wire: its current, and the latest by which its guard opens. */
export interface Short {
  amps: number
  opensBy: number
  bears: number
}

/**
 * A dead short at the far end of a wire, from the battery through everything before it.
 * @returns null for a wire without a guard
 */
export function shortBehind(wiring: Wiring, id: string): Short | null {
  const wire = wiring.parts.find((part) => part.id === id)!
  const guard = guardOf(wiring, id)
  if (!isWire(wire) || !guard) return null
  let [ohms, at] = ['ohm' in wire ? wire.ohm : 0, wire.a]
  const { parts } = wiring
  for (let steps = 0; steps < parts.length; steps++) {
    const battery = parts.find((part) => part.role === 'battery' && part.a === at)
    if (battery?.role === 'battery') {
      const amps = battery.volts / (ohms + battery.inner)
      return { amps, opensBy: fuseOpensBy(amps / guard.rating), bears: wireWithstands(wire.wire.area, amps) }
    }
    const before = parts.find(
      (part) => part.b === at && 'ohm' in part && part.role !== 'user' && part.role !== 'coil',
    )
    if (!before || !('ohm' in before)) return null
    ohms += before.ohm
    at = before.a
  }
  return null
}

export interface GuardCurves {
  /** Least and latest opening time of the guard over current, s. */
  least: { x: number; y: number }[]
  most: { x: number; y: number }[]
  /** How long the thinnest wire behind it withstands a current. */
  wire: { x: number; y: number }[]
  /** Current of the motor over time: inrush, then running current. */
  motor: { x: number; y: number }[]
}

const STEPS = 60
/** Fuse, wire and motor over logarithmic axes: amps across, seconds up. */
export function guardCurves(
  rating: number,
  area: number,
  motor: { inrush: number; inrushTime: number; running: number } | null,
): GuardCurves {
  const multiples = Array.from({ length: STEPS + 1 }, (_, i) => 1.1 * (12 / 1.1) ** (i / STEPS))
  const over = (of: (multiple: number) => number) =>
    multiples
      .map((multiple) => ({ x: multiple * rating, y: of(multiple) }))
      .filter(({ y }) => Number.isFinite(y) && y <= LONGEST)
  return {
    least: over(fuseHolds),
    most: over(fuseOpensBy),
    wire: over((multiple) => wireWithstands(area, multiple * rating)),
    motor: motor
      ? [
          { x: motor.inrush, y: SHORTEST },
          { x: motor.inrush, y: motor.inrushTime },
          { x: motor.running, y: motor.inrushTime },
          { x: motor.running, y: LONGEST },
        ]
      : [],
  }
}
/** Times drawn, s. */
const [SHORTEST, LONGEST] = [0.01, 1000]

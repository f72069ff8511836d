import { KINDS } from '../catalog/kinds'
import type { SpringClass } from '../catalog/springs'
import { tubeClass } from '../catalog/tubes'
import { DIRECT, type AirLine, type AirPath, type AirPlan, type HoldTest } from '../document/types'
import { MOST_COVERED } from './settings'

/**
 * What a test was made on, as words kept with it. A test counts only for the circuit it was made on. Parts go
 * by kind and port, so that a renamed part is the same part.
 */

/** One end of a line: the part and the port. */
const endText = (air: AirPlan, id: string, port: string): string => {
  const part = air.components[id]
  return part ? `${KINDS[part.kind].label}${part.side ? ` ${part.side}` : ''}, ${port}` : id
}

/** A line with both its ends. */
export function lineText(air: AirPlan, line: AirLine): string {
  const tube =
    line.tube === DIRECT ? 'screwed together' : (tubeClass(line.tube ?? air.tubeClass)?.label ?? 'tube')
  return `${endText(air, line.from, line.fromPort)} – ${endText(air, line.to, line.toPort)}, ${tube}`
}

const PATHS_OF: Record<AirPath, readonly AirPath[]> = {
  left: ['left', 'both'],
  right: ['right', 'both'],
  both: ['left', 'right', 'both'],
  supply: ['supply'],
}

/** What a hold test of a side covers: its springs and every line of it. */
export function coversText(air: AirPlan, spring: SpringClass | null, side: AirPath): string {
  const lines = Object.values(air.lines)
    .filter((line) => PATHS_OF[side].includes(line.path))
    .map((line) => lineText(air, line))
  const filled = side === 'supply' ? [] : [spring?.label ?? 'no spring']
  return [...filled, ...lines.sort()].join('; ').slice(0, MOST_COVERED)
}

/** True if a test was made on this circuit. A test without a record counts for the circuit as it is. */
export const isOfThisCircuit = (test: HoldTest, air: AirPlan, spring: SpringClass | null): boolean =>
  test.covers === '' || test.covers === coversText(air, spring, test.side)

/**
 * Records what a test covers: at its first reading, and when another side is put under test while it still
 * belongs to this circuit. A test whose last reading is taken away covers nothing again.
 * @param before the test as it was; `test` as it is now, changed in place
 */
export function writeCovers(
  before: Pick<HoldTest, 'readings' | 'side' | 'covers'>,
  test: HoldTest,
  air: AirPlan,
  spring: SpringClass | null,
): void {
  const begun = before.readings.length === 0 && test.readings.length > 0
  const stood = before.covers === coversText(air, spring, before.side)
  if (test.readings.length === 0) test.covers = ''
  else if (begun || (stood && test.side !== before.side)) test.covers = coversText(air, spring, test.side)
}

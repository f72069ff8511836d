import type { HoldTest, Reading } from './types'

/** Most readings of one test: the plan's own limit. */
export const MOST_READINGS = 5000

/**
 * Time of a reading taken now, s since the first; the first begins the test.
 * @param of a draft: its start is recorded with the first reading
 */
export function stampReading(of: HoldTest, now: Date): number {
  const last = of.readings.at(-1)
  if (!last) {
    of.startedAt = now.toISOString()
    return 0
  }
  // Never earlier than the last one, because two at the same time say nothing about a loss.
  return Math.max(Math.round((now.getTime() - new Date(of.startedAt).getTime()) / 1000), last.t + 1)
}

/**
 * What a gauge at both springs and the tank shows of the side under test, Pa gauge; null if there is no tank.
 */
export function gaugeOfSide(
  side: HoldTest['side'],
  { left, right, tank }: { left: number; right: number; tank: number | null },
): number | null {
  if (side === 'supply') return tank
  if (side === 'both') return (left + right) / 2
  return side === 'left' ? left : right
}

/**
 * Appends a reading of devices with a clock of their own, counted from the first one taken. A reading that is
 * not later is ignored.
 */
export function appendByDevice(
  of: HoldTest,
  reading: Omit<Reading, 't'>,
  at: number,
  began: { device: number; test: number },
): void {
  const t = began.test + at - began.device
  const last = of.readings.at(-1)
  if (!last || t > last.t) of.readings.push({ ...reading, t })
}

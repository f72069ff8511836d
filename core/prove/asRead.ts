import { PRACTICE } from '../catalog/practice'
import type { HoldTest, Reading } from '../document/types'
import type { HoldReading } from './types'

/** Readings as they were taken: with two thermometers or none, and without those left out as misread. */

/** Mean of a reading's thermometers, K, and half of their difference. */
function temperatureOf({ temperature, second }: Reading): { kelvin: number; unsure: number } | null {
  const read = [temperature, second].filter((kelvin) => kelvin !== null)
  if (read.length === 0) return null
  const kelvin = read.reduce((sum, k) => sum + k, 0) / read.length
  return { kelvin, unsure: Math.abs(read[0]! - kelvin) }
}

/**
 * Readings as they are judged, in order of time. If no thermometer was read, the temperature comes from the
 * readings before and after, and may have drifted as far as in a night.
 * @param atmosphere Pa, if no barometer was read
 * @throws if there are readings but no thermometer was read at all
 */
export function asJudged({ readings }: Pick<HoldTest, 'readings'>, atmosphere: number): HoldReading[] {
  const kept = readings
    .map((reading, index) => ({ reading, index }))
    .filter(({ reading }) => !reading.out)
    .sort((a, b) => a.reading.t - b.reading.t)
  const known = kept.flatMap(({ reading }) => {
    const at = temperatureOf(reading)
    return at ? [{ t: reading.t, ...at }] : []
  })
  if (kept.length > 0 && known.length === 0)
    throw new Error('No reading has a temperature. Type at least one: without it cold and a leak look alike.')
  return kept.map(({ reading, index }) => {
    const { t, pressure, barometer } = reading
    const own = temperatureOf(reading) ?? between(known, t)
    const { kelvin, unsure } = own
    return { t, pressure, temperature: kelvin, barometer: barometer ?? atmosphere, unsure, index }
  })
}

/** A temperature nobody read, K, from the nearest ones that were, and its doubt as one standard deviation. */
function between(
  known: readonly { t: number; kelvin: number }[],
  t: number,
): { kelvin: number; unsure: number } {
  const before = known.filter((k) => k.t <= t).at(-1)
  const after = known.find((k) => k.t > t)
  const nearest = Math.min(...[before, after].map((k) => (k ? Math.abs(k.t - t) : Infinity)))
  const unsure = (PRACTICE.nightRate.value * nearest) / Math.sqrt(3)
  if (!before || !after) return { kelvin: (before ?? after)!.kelvin, unsure }
  const share = (t - before.t) / (after.t - before.t)
  return { kelvin: before.kelvin + share * (after.kelvin - before.kelvin), unsure }
}

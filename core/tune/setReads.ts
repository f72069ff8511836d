import { atmosphereAt } from '../quantity/atmosphere'

/**
 * What a gauge reads of air that was shut in elsewhere, Pa gauge: a sealed, rigid volume, so that pressure goes with
 * temperature; the air around the gauge goes with the height above the sea. SI.
 * @source ideal gas; ISO 2533
 */
export function setReads(set: number, at: Conditions, read: Conditions): number {
  const absolute = (set + atmosphereAt(at.altitude)) * (read.temperature / at.temperature)
  return absolute - atmosphereAt(read.altitude)
}
/** K, m above the sea. */
export interface Conditions {
  temperature: number
  altitude: number
}

/** A bag under its load: its height and the air shut in. */
export interface LoadedBag {
  /** Height at a gauge pressure on its own corner, m, and air inside at a height, m³. */
  heightAt: (pressure: number) => number
  volumeAt: (height: number) => number
}

/**
 * What a bag that carries its corner stands and reads at after the weather has changed, no air in or out: the air shut in
 * is p·V/T, and height follows the pressure the corner wants. The gauge moves little, the truck sinks or rises.
 * @param kept share of the air that is still there
 */
export function bagLater(
  bag: LoadedBag,
  set: number,
  at: Conditions,
  later: Conditions,
  kept = 1,
): { pressure: number; height: number } {
  const air = (pressure: number, { temperature, altitude }: Conditions) =>
    ((pressure + atmosphereAt(altitude)) * bag.volumeAt(bag.heightAt(pressure))) / temperature
  const wanted = air(set, at) * kept
  // More pressure is more height and more air: one root.
  let [low, high] = [0, 2 * set + 200_000]
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2
    if (air(middle, later) < wanted) low = middle
    else high = middle
  }
  const pressure = (low + high) / 2
  return { pressure, height: bag.heightAt(pressure) }
}

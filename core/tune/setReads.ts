import { atmosphereAt } from '../quantity/atmosphere'
import { REFERENCE_TEMPERATURE } from '../quantity/constants'
import { findRoot } from '../quantity/root'
import { TUNE_SOLVER } from './settings'

/**
 * What a gauge reads of air that was shut in elsewhere, Pa gauge. The volume is sealed and rigid, so pressure
 * follows temperature, and the air around the gauge follows the height above the sea. SI.
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

/** A bag under its load: its height, and the air shut in. */
export interface LoadedBag {
  /** Height at a gauge pressure on its own corner, m, and air inside at a height, m³. */
  heightAt: (pressure: number) => number
  volumeAt: (height: number) => number
}

/** Air in a bag that carries its corner at a gauge pressure, as p·V/T, J/K. */
const airIn = (bag: LoadedBag, pressure: number, { temperature, altitude }: Conditions) =>
  ((pressure + atmosphereAt(altitude)) * bag.volumeAt(bag.heightAt(pressure))) / temperature

/** A leak as a hold test measures it: Pa/s lost from `volume` m³ at constant height and 20 °C. */
export interface SteadyLeak {
  loss: number
  volume: number
}

/** Share of its air that a bag still has after some seconds of a steady leak. */
export function keptAfter(
  bag: LoadedBag,
  set: number,
  at: Conditions,
  { loss, volume }: SteadyLeak,
  seconds: number,
): number {
  const gone = (loss * volume * seconds) / REFERENCE_TEMPERATURE
  return Math.max(1 - gone / airIn(bag, set, at), 0)
}

/**
 * How long a bag that carries its corner stands at a steady leak before it reads a given least pressure, s; 0
 * if it reads less from the start.
 * @source ideal gas; the leak taken as steady
 */
export function holdsFor(
  bag: LoadedBag,
  set: number,
  least: number,
  at: Conditions,
  later: Conditions,
  { loss, volume }: SteadyLeak,
): number {
  const spare = airIn(bag, set, at) - airIn(bag, least, later)
  return Math.max((spare * REFERENCE_TEMPERATURE) / (loss * volume), 0)
}

/**
 * Height and reading of a bag that carries its corner, after the weather has changed with no air in or out. The
 * air shut in is p·V/T, and the height follows from the pressure the corner needs. The gauge moves little; the
 * truck sinks or rises.
 * @param kept share of the air that is still there
 */
export function bagLater(
  bag: LoadedBag,
  set: number,
  at: Conditions,
  later: Conditions,
  kept = 1,
): { pressure: number; height: number } {
  const wanted = airIn(bag, set, at) * kept
  const over = (pressure: number) => airIn(bag, pressure, later) - wanted
  // More pressure means more height and more air: there is one root, or an end where the bag is empty or far
  // too full.
  const most = 2 * set + 200_000
  const pressure = over(0) >= 0 ? 0 : over(most) <= 0 ? most : findRoot(over, 0, most, TUNE_SOLVER.close)
  return { pressure, height: bag.heightAt(pressure) }
}

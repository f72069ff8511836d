import { allOfKinds } from '../air/circuit/connections'
import { circuitAsItRuns } from '../air/circuit/states'
import { partOf } from '../air/parts/parts'
import type { Plan } from '../document/types'
import { cutInLeak, sinkLeak } from '../prove/otherWays'
import { input, type Figure } from '../quantity/figure'
import { interpolate } from '../quantity/interpolate'
import type { Derived } from '../derive/types'

/** A job's leak told otherwise than by a hold test, as figures that can be asked why. SI. */

/**
 * A spring that sinks under a haul at the pressure Load asks of it: the fuller side, its area at the height it
 * is meant for.
 * @param sink m at the wheel within `seconds`; `temperature` K, at both ends the same
 * @returns null without a spring or without such a haul
 */
export function sinkFigure(
  { stages }: Derived,
  haulId: string,
  sink: number,
  seconds: number,
  temperature: number,
): Figure | null {
  const { spring, hauls } = stages.load.result
  const haul = hauls[haulId]
  if (!spring || !haul) return null
  const gauge = Math.max(haul.left.pressure, haul.right.pressure)
  const pressure = gauge + stages.air.result.site.atmosphere
  const area = interpolate(spring.areaByHeight, spring.designHeight)
  const atSpring = sink * stages.truck.result.truck.suspension.motionRatio
  return {
    label: 'Leak from a truck that sinks',
    value: sinkLeak(pressure, area, atSpring, seconds, temperature),
    quantity: 'leak',
    formula: 'p_abs·A·Δh/t·(293.15 K/T)',
    inputs: [
      input('Pressure that Load asks, absolute', pressure, 'pressure'),
      input('Area at its own height', area, 'area'),
      input('Sunk at the spring', atSpring, 'length'),
      input('Within', seconds, 'time'),
      input('Temperature', temperature, 'temperature'),
    ],
    source: 'Ideal gas at constant pressure: the bag bears its load',
  }
}

/** Cut-in and cut-out of the circuit's pressure switch, Pa gauge; null where it has no switch, or no tank. */
export function switchOf({ air }: Plan, { stages }: Derived): { cutIn: number; cutOut: number } | null {
  const circuit = circuitAsItRuns(air)
  const [id] = allOfKinds(circuit, 'pressureSwitch')
  if (id === undefined || stages.air.result.tankVolume <= 0) return null
  const { cutIn, cutOut } = partOf(circuit, id).figures
  return { cutIn: cutIn!, cutOut: cutOut! }
}

/**
 * A compressor that comes in again though nothing is used.
 * @param interval s from its stop to its next start
 * @returns null where no switch works it
 */
export function cutInFigure(
  plan: Plan,
  derived: Derived,
  interval: number,
  temperature: number,
): Figure | null {
  const ends = switchOf(plan, derived)
  if (!ends) return null
  const { cutIn, cutOut } = ends
  const volume = derived.stages.air.result.tankVolume
  return {
    label: 'Leak from how often it cuts in',
    value: cutInLeak(volume, cutIn, cutOut, interval, temperature).leak,
    quantity: 'leak',
    formula: 'V·(cut-out − cut-in)/interval·(293.15 K/T)',
    inputs: [
      input('Tanks', volume, 'volume'),
      input('Cut-in', cutIn, 'pressure'),
      input('Cut-out', cutOut, 'pressure'),
      input('From stop to next start', interval, 'time'),
      input('Temperature', temperature, 'temperature'),
    ],
    source: 'Ideal gas in a rigid volume, nothing used in between',
  }
}

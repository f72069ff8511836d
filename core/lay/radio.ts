import { PRACTICE } from '../catalog/practice'
import type { AirPlan, Point, Side, Truck } from '../document/types'
import { distance } from './distances'
import { metBy } from './run/pieces'
import { standing } from './space/standing'
import type { Solid } from './space/solid'

/** How well the valve block is received at the driver's seat. */

/** The driver's seat, from the back of the cab and the centre line, m (from memory). */
export const driverSeat = ({ cabRear, frame }: Truck, side: Side): Point => ({
  x: cabRear + 0.6,
  y: side === 'left' ? 0.4 : -0.4,
  z: frame.top + 0.4,
})

export interface Signal {
  /** From the block to the receiver, m. */
  far: number
  /** Steel in between, each once. */
  between: string[]
  /** Loss in the open, dB. */
  open: number
  /** Margin left, dB. */
  margin: number
}
/**
 * The block's id, its signal at the driver's seat, and at the far end of a trailer, where one helps with
 * loading.
 */
export interface Radio extends Signal {
  id: string
  trailer: Signal
}

/** Place at the far end of a trailer on the coupling; its length and the height of a hand are from memory. */
export const trailerEnd = ({ axleToBall, frame }: Truck): Point => ({
  x: -axleToBall - PRACTICE.trailerLength.value,
  y: 0,
  z: frame.top + 0.4,
})

const LIGHT = 299_792_458
/** Below this distance the formula is not valid, m. */
const NEAREST = 0.1

/**
 * Loss of a signal in the open, dB: 20 log10(4π d f / c).
 * @param far m, some wavelengths or more
 * @param frequency Hz
 * @source Friis' transmission formula, aerials without gain
 */
export const openLoss = (far: number, frequency: number): number =>
  20 * Math.log10((4 * Math.PI * far * frequency) / LIGHT)

/**
 * Margin of a signal over a distance, m, with a number of steel sheets in between, dB; below 0 it is not
 * received.
 */
export const radioMargin = (far: number, sheets: number): number =>
  PRACTICE.radioBudget.value -
  openLoss(Math.max(far, NEAREST), PRACTICE.radioFrequency.value) -
  sheets * PRACTICE.radioSheet.value

/**
 * The first valve block of a circuit, as received at the driver's seat and at a trailer's far end; null without
 * one.
 */
export function radioOf(
  truck: Truck,
  air: AirPlan,
  places: Readonly<Record<string, Point>>,
  solids: readonly Solid[],
  side: Side,
): Radio | null {
  const id = Object.keys(air.components).find((part) => air.components[part]!.kind === 'block')
  const from = id && places[id]
  if (!from) return null
  const steel = solids.filter(({ kind }) => kind !== 'hot').map(standing)
  const heardAt = (there: Point): Signal => {
    const far = distance(from, there)
    const between = [...new Set(metBy(from, there, steel).map(({ solid }) => solid.label))]
    const open = openLoss(Math.max(far, NEAREST), PRACTICE.radioFrequency.value)
    return { far, between, open, margin: radioMargin(far, between.length) }
  }
  return { id, ...heardAt(driverSeat(truck, side)), trailer: heardAt(trailerEnd(truck)) }
}

import { PRACTICE } from '../catalog/practice'
import { wheelTravel } from '../catalog/truckGeometry'
import { COVERAGE, GRAVITY, SIGMA_WITHIN } from '../quantity/constants'
import { input, type Figure } from '../quantity/figure'
import { balanceBody } from './body'
import { onlyKnown } from './knownLoad'
import { haulLoads } from './target'
import type { TenMinuteCheck, Uncertainty } from './types'
import { sourcesOf, wantedOf, type UncertainCase } from './uncertainty'

/**
 * The ten-minute check: a known load over the rear axle, both lips taped with the springs at their least
 * pressure and taped again once they are filled. The doubt it would leave can be worked out beforehand: with
 * straight lines and normal errors it does not depend on what the lips read (least squares with a prior; any
 * text on estimation).
 */

/** A known load that two people can find and put on: a few people, or drums of water, kg. */
const LIGHTEST = 100
const HEAVIEST = 300
const ROUNDED = 50
/** The springs are filled by at least this much, Pa. A smaller step would be lost in the tape's doubt. */
const LEAST_FILL = 100_000
/** The pressure is lowered by so much at a time until the truck stands low enough, Pa. */
const STEP = 5_000
/** The check is offered only if it leaves less than this part of the doubt. */
const WORTH = 0.85
/** The check tells of the truck and its spring, not of what a haul weighs. */
const OF_TRUCK = ['gap', 'area', 'rate', 'motion', 'seat']

type Vector = readonly number[]
const dot = (a: Vector, b: Vector) => a.reduce((sum, v, i) => sum + v * b[i]!, 0)

/** @param rearChange what the haul puts on the rear axle, kg. */
export function tenMinuteCheck(
  c: UncertainCase,
  { deviation }: Uncertainty,
  rearChange: number,
): TenMinuteCheck | null {
  const worse = deviation.left >= deviation.right ? 'left' : 'right'
  const now = COVERAGE * deviation[worse]
  if (now < PRACTICE.presetTolerance.value) return null
  const wished = Math.round(Math.abs(rearChange) / 2 / ROUNDED) * ROUNDED
  const known = Math.min(Math.max(wished, LIGHTEST), HEAVIEST, knownAtMost(c))
  if (known < LIGHTEST) return null
  const check = { ...c, haul: onlyKnown(c.haul, known), teed: true }
  const { minPressure } = c.spring
  const most = filledAtMost(check)
  if (most < minPressure + LEAST_FILL) return null
  // Filled to what the haul itself wants, where truck and spring allow it: the bag then stands as it will be driven.
  const filled = Math.min(Math.max(wantedOf(c, worse), minPressure + LEAST_FILL), most)

  const sources = sourcesOf(c)
  const half = (of: UncertainCase, source: (typeof sources)[number], read: (of: UncertainCase) => number) =>
    (read(source.shift(of, SIGMA_WITHIN)) - read(source.shift(of, -SIGMA_WITHIN))) / 2
  const wanted = sources.map((source) => half(c, source, (of) => wantedOf(of, worse)))
  const lips = [minPressure, filled].map((p) =>
    sources.map((source) => (OF_TRUCK.includes(source.id) ? half(check, source, (of) => lipOf(of, p)) : 0)),
  )
  const [least, full] = [lips[0]!, lips[1]!]
  // An error of the known load, or of the unladen lips, is in both readings.
  const heavier = { ...check, haul: onlyKnown(c.haul, known * (1 + PRACTICE.weighedItem.value)) }
  const byLoad = (p: number) => (lipOf(heavier, p) - lipOf(check, p)) * SIGMA_WITHIN
  const [loadLeast, loadFull] = [byLoad(minPressure), byLoad(filled)]
  // The mean of two lips is known better than one.
  const meanOfTwo = (within: number) => (within * SIGMA_WITHIN) ** 2 / 2
  const [tape, unladen] = [meanOfTwo(PRACTICE.lip.value), meanOfTwo(PRACTICE.unladenLip.value)]
  const a = dot(least, least) + loadLeast ** 2 + tape + unladen
  const b = dot(least, full) + loadLeast * loadFull + unladen
  const d = dot(full, full) + loadFull ** 2 + tape + unladen
  const [u, v] = [dot(least, wanted), dot(full, wanted)]
  const explained = (d * u ** 2 - 2 * b * u * v + a * v ** 2) / (a * d - b ** 2)
  const then = COVERAGE * Math.sqrt(Math.max(dot(wanted, wanted) - explained, 0))
  if (then > WORTH * now) return null
  return {
    known,
    pressure: { least: minPressure, filled },
    lips: { least: lipOf(check, minPressure), filled: lipOf(check, filled) },
    doubt: { now, then },
  }
}

/** The most the empty rear axle may take besides, kg, in whole tens: its rating, less the weight and its doubt. */
function knownAtMost({ truck, tolerances }: UncertainCase): number {
  const { rearLeft, rearRight } = truck.unladen
  return Math.floor((truck.ratings.rearAxle - rearLeft - rearRight - tolerances.rearAxle) / 10) * 10
}

/** The highest pressure for the check, Pa: under the spring's own limits, and with half of the droop left. */
function filledAtMost(check: UncertainCase): number {
  const { areaByHeight, maxLoad, minPressure, maxPressure } = check.spring
  const widest = Math.max(...areaByHeight.map(([, area]) => area))
  const { rearLeft, rearRight } = check.truck.heights
  const highest = (rearLeft + rearRight) / 2 - wheelTravel(check.truck).droop / 2
  let most = Math.min(maxPressure, (maxLoad * GRAVITY) / widest)
  while (most > minPressure && lipOf(check, most) > highest) most -= STEP
  return most
}

/** The doubt after the check, as a figure. */
export const checkFigure = ({ known, pressure, lips, doubt }: TenMinuteCheck): Figure => ({
  label: 'Doubt once the ten-minute check is made, ±',
  value: doubt.then,
  quantity: 'pressure',
  formula: '2·√(g·g − what the four lips tell of g), g what each source moves the pressure by',
  inputs: [
    input('Doubt now, ±', doubt.now, 'pressure'),
    input('Known load over the rear axle', known, 'mass'),
    input('Pressure first', pressure.least, 'pressure'),
    input('Lips then, as planned', lips.least, 'length'),
    input('Filled to', pressure.filled, 'pressure'),
    input('Lips then, as planned', lips.filled, 'length'),
    input('A lip stands within ±', PRACTICE.lip.value, 'length'),
    input('an unladen lip within ±', PRACTICE.unladenLip.value, 'length'),
  ],
  source: 'Least squares with the survey’s doubt as what is known before',
})

/** Mean of both rear lips above the ground with a pressure in both springs, m. */
function lipOf({ haul, truck, spring }: UncertainCase, pressure: number): number {
  const at = balanceBody(truck, haulLoads(haul, truck).body, spring, { left: pressure, right: pressure })
  const { rearLeft, rearRight } = truck.heights
  return (rearLeft + rearRight - at.rearLeft - at.rearRight) / 2
}

import { PRACTICE } from '../catalog/practice'
import { exampleTruck } from '../catalog/trucks'
import type { Known, MotionHow, SurveyTolerances, Truck, WeightHow } from '../document/types'
import { GRAVITY } from '../quantity/constants'
import type { TwoHeights, SurveyedPart, SurveyChanges, TriedSteel } from './types'

/** ± of an axle's weight, kg: as entered, or the usual one for how it was found. */
function weightTolerance(known: Known<WeightHow>, value: number): number {
  if (known.tolerance !== null) return known.tolerance
  switch (known.how) {
    case 'scale':
      return PRACTICE.publicScale.value
    case 'wheel-scales':
      return PRACTICE.wheelScales.value
    case 'guess':
    case 'unknown':
      return value * PRACTICE.unknownWeight.value
  }
}

/**
 * k = (ΔF/2 − what the overload leaf takes past its contact)/Δh. The mean of two sides is two differences of
 * two tape readings each, so the mean squat is within one tape's tolerance (root of squares).
 */
export function twoHeights(
  squat: Truck['survey']['squat'],
  overload: Truck['suspension']['overload'],
  tape = PRACTICE.tape.value,
): TwoHeights | null {
  const mean = (squat.beforeLeft - squat.afterLeft + squat.beforeRight - squat.afterRight) / 2
  if (!(mean > tape) || !(squat.load > 0)) return null
  const second = overload ? overload.rate * Math.max(mean - overload.contact, 0) : 0
  const rate = ((squat.load * GRAVITY) / 2 - second) / mean
  return rate > 0 ? { rate, tolerance: tape / mean, squat: mean } : null
}

/** A taped motion ratio leaves no doubt about the seat, because both travels were taped there. */
export function motionTolerances(
  { how, tolerance }: Known<MotionHow>,
  suspension: Truck['suspension'],
): Pick<SurveyTolerances, 'motion' | 'seat'> {
  if (how === 'tape') return { motion: tolerance ?? PRACTICE.tapedMotion.value, seat: 0 }
  const isBeside = suspension.kind === 'coil' && suspension.helper === 'beside'
  const usual = isBeside ? PRACTICE.unknownMotionBeside : PRACTICE.unknownMotion
  return { motion: tolerance ?? usual.value, seat: PRACTICE.unknownSeat.value }
}

/**
 * The truck's figures with the kit and a two-heights test included. A lift fitted after the tape was used
 * widens the gap, unladen and at droop, by its height. The bump stop stays where it is on the frame, less what
 * is cut off.
 */
export function surveyChanges({
  suspension: s,
  survey,
  seatGap,
  heights,
  unladen: w,
}: SurveyedPart): SurveyChanges {
  const rear = s.liftMeasured ? 0 : s.lift
  const front = s.liftMeasured ? 0 : s.frontLift
  const inferred = survey.rearRate.how === 'two-heights' ? twoHeights(survey.squat, s.overload) : null
  const changed = rear !== 0 || front !== 0 || s.stopCut > 0 || inferred !== null
  return {
    changes: !changed
      ? null
      : {
          heights: {
            frontLeft: heights.frontLeft + front,
            frontRight: heights.frontRight + front,
            rearLeft: heights.rearLeft + rear,
            rearRight: heights.rearRight + rear,
          },
          seatGap: {
            unladen: seatGap.unladen + rear * s.motionRatio,
            droop: seatGap.droop + rear * s.motionRatio,
            bump: Math.max(seatGap.bump - s.stopCut * s.motionRatio, 0),
          },
          suspension: { ...s, rearRate: inferred?.rate ?? s.rearRate, frontStopGap: s.frontStopGap + front },
        },
    tolerances: {
      frontAxle: weightTolerance(survey.frontAxle, w.frontLeft + w.frontRight),
      rearAxle: weightTolerance(survey.rearAxle, w.rearLeft + w.rearRight),
      gap:
        survey.gap.tolerance ?? (survey.gap.how === 'tape' ? PRACTICE.tape.value : PRACTICE.unknownGap.value),
      rearRate:
        survey.rearRate.tolerance ??
        inferred?.tolerance ??
        (survey.rearRate.how === 'sheet' ? PRACTICE.sheetRate.value : PRACTICE.unknownRate.value),
      ...motionTolerances(survey.motion, s),
    },
    rateFrom: inferred ? 'two-heights' : survey.rearRate.how === 'sheet' ? 'sheet' : 'kind',
  }
}

/** The same, after a road trial has told how stiff the rear is. */
export function afterTrial(of: SurveyChanges, plan: SurveyedPart, { rate }: TriedSteel): SurveyChanges {
  const { heights, seatGap, suspension } = of.changes ?? plan
  const stiffer = { ...suspension, rearRate: suspension.rearRate * rate.factor }
  return {
    changes: { heights, seatGap, suspension: stiffer },
    // The area found by the trial already includes the motion ratio and the place of the seat.
    tolerances: { ...of.tolerances, rearRate: rate.tolerance, motion: 0, seat: 0 },
    rateFrom: 'trial',
  }
}

/** Ratings on the plate, or those of a certified upgrade if its paper is at hand. */
export function ratingsInForce({ ratings }: Pick<Truck, 'ratings'>): Truck['ratings'] {
  const { certified } = ratings
  if (!certified || certified.paper.trim() === '') return ratings
  const { frontAxle, rearAxle, gross } = certified
  return { ...ratings, frontAxle, rearAxle, gross }
}

/** True if nobody measured a figure that is known in this way. */
export const isGuess = (how: string) => how === 'unknown' || how === 'guess'

/**
 * A typed figure counts as measured: a weight comes from a scale, a gap from a tape, a rating from the plate, a
 * rate from a sheet.
 */
export function weighed(t: Truck, axle: 'front' | 'rear'): void {
  const known = t.survey[`${axle}Axle`]
  if (known.how === 'unknown') t.survey[`${axle}Axle`] = { how: 'scale', tolerance: null }
}
/**
 * Records a taped unladen gap. Droop and bump that are still the kind's example keep their distance to it,
 * because what is guessed is the axle's travel.
 */
export function gapTaped(t: Truck, unladen: number): void {
  const example = exampleTruck(t.kind).seatGap
  const by = unladen - t.seatGap.unladen
  const isGuessed = t.seatGap.droop === example.droop && t.seatGap.bump === example.bump
  t.seatGap.unladen = unladen
  if (isGuessed && t.survey.gap.how !== 'tape') {
    t.seatGap.droop = Math.max(t.seatGap.droop + by, unladen)
    t.seatGap.bump = Math.min(Math.max(t.seatGap.bump + by, 0), unladen)
  }
  taped(t)
}
export function motionTaped(t: Truck): void {
  if (t.survey.motion.how === 'unknown') t.survey.motion = { how: 'tape', tolerance: null }
}
export function taped(t: Truck): void {
  if (t.survey.gap.how === 'unknown') t.survey.gap = { how: 'tape', tolerance: null }
}
/** The plate counts as read once both axles and the gross are typed. One figure says nothing of the others. */
export function plated(t: Truck): void {
  const { frontAxle, rearAxle, gross } = exampleTruck(t.kind).ratings
  const { ratings } = t
  if (ratings.frontAxle !== frontAxle && ratings.rearAxle !== rearAxle && ratings.gross !== gross)
    t.survey.ratings = { how: 'plate', tolerance: null }
}
export function offSheet(t: Truck): void {
  t.survey.rearRate = { how: 'sheet', tolerance: null }
}

import type { Known, Truck } from '../document/types'
import { GRAVITY } from '../quantity/constants'
import type { TwoHeights, SurveyedPart, SurveyChanges } from './types'

/** Usual tolerances, ± in SI (common practice): tape 3 mm, public scale 20 kg an axle, wheel scales 5 kg a wheel. */
export const TAPE = 0.003
export const TOLERANCES = {
  scale: 20,
  'wheel-scales': 10,
  /** Share of a weight that is only the kind's example. */
  unknownWeight: 0.1,
  /** A gap that is only the kind's example, m. */
  unknownGap: 0.02,
  /** Share of a rate from the spring's sheet, and of one that is only the kind's example. */
  sheetRate: 0.05,
  unknownRate: 0.2,
} as const

const weightDoubt = (known: Known<string>, value: number) =>
  known.tolerance ??
  (known.how === 'unknown'
    ? value * TOLERANCES.unknownWeight
    : known.how === 'scale'
      ? TOLERANCES.scale
      : TOLERANCES['wheel-scales'])

/**
 * k = (ΔF/2 − what the overload leaf takes past its contact)/Δh. The mean of two sides is two differences of two tape
 * readings each, so the mean squat is within one tape's tolerance (root of squares).
 */
export function twoHeights(
  squat: Truck['survey']['squat'],
  overload: Truck['suspension']['overload'],
  tape = TAPE,
): TwoHeights | null {
  const mean = (squat.beforeLeft - squat.afterLeft + squat.beforeRight - squat.afterRight) / 2
  if (!(mean > tape) || !(squat.load > 0)) return null
  const second = overload ? overload.rate * Math.max(mean - overload.contact, 0) : 0
  const rate = ((squat.load * GRAVITY) / 2 - second) / mean
  return rate > 0 ? { rate, doubt: tape / mean, squat: mean } : null
}

/**
 * What the figures say once a kit and a two-heights test are counted. A lift not yet fitted when the tape was used widens
 * the gap unladen and at droop by its height; the stop stays where it is on the frame.
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
  const changed = rear !== 0 || front !== 0 || inferred !== null
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
            bump: seatGap.bump,
          },
          suspension: { ...s, rearRate: inferred?.rate ?? s.rearRate, frontStopGap: s.frontStopGap + front },
        },
    doubt: {
      frontAxle: weightDoubt(survey.frontAxle, w.frontLeft + w.frontRight),
      rearAxle: weightDoubt(survey.rearAxle, w.rearLeft + w.rearRight),
      gap: survey.gap.tolerance ?? (survey.gap.how === 'tape' ? TAPE : TOLERANCES.unknownGap),
      rearRate:
        survey.rearRate.tolerance ??
        inferred?.doubt ??
        (survey.rearRate.how === 'sheet' ? TOLERANCES.sheetRate : TOLERANCES.unknownRate),
    },
    rateFrom: inferred ? 'two-heights' : survey.rearRate.how === 'sheet' ? 'sheet' : 'kind',
  }
}

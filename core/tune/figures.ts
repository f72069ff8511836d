import { PRACTICE } from '../catalog/practice'
import type { SpringClass } from '../catalog/springs'
import type { Preset, TunePlan } from '../document/types'
import { input, type Figure } from '../quantity/figure'
import type { Corrected, HaulNeed, TrialSaid } from './types'

/** The pressure that is never gone under, Pa gauge. */
export const minimumFigure = (tune: TunePlan, minimum: number, spring: SpringClass | null): Figure => ({
  label: 'Minimum kept up',
  value: minimum,
  quantity: 'pressure',
  formula: tune.minimum === null ? 'the spring’s own minimum' : 'as typed',
  inputs: [input('Spring’s minimum', spring?.minPressure ?? null, 'pressure')],
  source: 'Spring class (common practice); its own sheet rules',
  min: spring?.minPressure,
  max: spring?.maxPressure,
})

/** Both sides of one haul's preset. */
export function presetFigures(
  id: string,
  label: string,
  of: { preset: Preset; stored: boolean; need: HaulNeed; minimum: number; spring: SpringClass | null },
): Record<string, Figure> {
  const side = (name: 'left' | 'right'): Figure => ({
    label: `${label}, ${name}`,
    value: of.preset[name],
    quantity: 'pressure',
    formula: of.stored ? 'as stored' : 'Load’s pressure, never under the minimum',
    inputs: [
      input('Load finds', of.need[name], 'pressure'),
      input('Block holds within', PRACTICE.presetTolerance.value, 'pressure'),
      input('Gauge reads within', PRACTICE.gaugeAccuracy.value, 'ratio'),
    ],
    source: 'Load; tolerances are common practice',
    min: of.minimum,
    max: of.spring?.maxPressure,
  })
  return { [`${id}.left`]: side('left'), [`${id}.right`]: side('right') }
}

const TRIAL_SOURCE = 'Road trial: least squares with the survey’s own doubt as what was known before'

/** How far spring and steel are from what the plan says of them, and what the trial leaves unexplained. */
export function trialFigures(trial: TrialSaid): Record<string, Figure> {
  const inputs = trial.lips.flatMap(({ side, taped, planned }, i) => [
    input(`Lip ${side}, ${i + 1}, taped`, taped, 'length'),
    input('the plan had', planned, 'length'),
  ])
  const factor = (label: string, { factor: value, tolerance }: Corrected): Figure => ({
    label,
    value,
    quantity: 'ratio',
    formula: 'the most likely of all that fits the tape within ± of each figure',
    inputs,
    source: TRIAL_SOURCE,
    range: { low: value - tolerance, high: value + tolerance },
  })
  return {
    'trial.area': factor('Spring’s area, of what its class or sheet says', trial.area),
    'trial.rate': factor('Suspension rate, of what the survey says', trial.rate),
    'trial.leftOver': {
      label: 'Left unexplained',
      value: trial.leftOver.value,
      quantity: 'length',
      formula: '√(Σ(taped − most likely)²/n), with load, places and gap each moved within ± too',
      inputs: trial.lips.flatMap(({ side, taped, corrected }, i) => [
        input(`Lip ${side}, ${i + 1}, taped`, taped, 'length'),
        input('the plan now has', corrected, 'length'),
      ]),
      source: TRIAL_SOURCE,
      max: trial.leftOver.limit,
    },
  }
}

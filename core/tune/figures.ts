import { PRACTICE } from '../catalog/practice'
import type { SpringClass } from '../catalog/springs'
import type { Preset, TunePlan } from '../document/types'
import { input, type Figure } from '../quantity/figure'
import type { HaulNeed } from './types'

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

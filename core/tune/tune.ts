import { PRACTICE } from '../catalog/practice'
import type { SpringClass } from '../catalog/springs'
import { ordered, type Haul, type TunePlan } from '../document/types'
import type { Figure, Note } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import type { HaulNeed, TuneResult } from './types'
import { presetRules } from './rules'

/** A preset per haul: as stored, or what Load found; checked against the spring's limits. */
export function tuneStage(
  tune: TunePlan,
  hauls: Record<string, Haul>,
  needs: Record<string, HaulNeed>,
  spring: SpringClass | null,
  teed: boolean,
): StageOutput<TuneResult> {
  const minimum = tune.minimum ?? spring?.minPressure ?? 0
  const presets: TuneResult['presets'] = {}
  const figures: Record<string, Figure> = {
    minimum: {
      label: 'Minimum kept up',
      value: minimum,
      quantity: 'pressure',
      formula: tune.minimum === null ? 'the spring’s own minimum' : 'as typed',
      inputs: [{ label: 'Spring’s minimum', value: spring?.minPressure ?? null, quantity: 'pressure' }],
      source: 'Spring class (common practice); its own sheet rules',
      min: spring?.minPressure,
      max: spring?.maxPressure,
    },
  }
  const notes: Note[] = []
  for (const [id, haul] of ordered(hauls)) {
    const need = needs[id]
    if (!need) continue
    const stored = tune.presets[id]
    const preset = stored ?? { left: Math.max(need.left, minimum), right: Math.max(need.right, minimum) }
    presets[id] = { ...preset, followsLoad: !stored }
    for (const side of ['left', 'right'] as const) {
      figures[`${id}.${side}`] = {
        label: `${haul.label}, ${side}`,
        value: preset[side],
        quantity: 'pressure',
        formula: stored ? 'as stored' : 'Load’s pressure, never under the minimum',
        inputs: [
          { label: 'Load finds', value: need[side], quantity: 'pressure' },
          { label: 'Block holds within', value: PRACTICE.presetTolerance.value, quantity: 'pressure' },
          { label: 'Gauge reads within', value: PRACTICE.gaugeAccuracy.value, quantity: 'ratio' },
        ],
        source: 'Load; tolerances are common practice',
        min: minimum,
        max: spring?.maxPressure,
      }
    }
    notes.push(...presetRules(id, haul.label, preset, stored !== undefined, need, minimum, spring, teed))
  }
  if (spring && tune.minimum !== null && tune.minimum < spring.minPressure) {
    notes.push({
      stage: 'tune',
      quantity: 'pressure',
      rule: 'minimum-too-low',
      rank: 'stop',
      subject: 'minimum',
      value: tune.minimum,
      limit: spring.minPressure,
      title: 'The minimum is under the spring’s own',
      text: 'It is set to {value}; under {limit} the spring folds and chafes.',
      source: 'Spring class (common practice)',
      remedy: {
        label: 'Take the spring’s minimum',
        patches: [{ op: 'replace', path: ['tune', 'minimum'], value: null }],
      },
    })
  }
  const count = Object.keys(presets).length
  const storedCount = Object.keys(tune.presets).filter((id) => hauls[id]).length
  return {
    figures,
    notes,
    state: stateOf(notes, count > 0 && storedCount === count ? 'clear' : storedCount > 0 ? 'begun' : 'none'),
    headline: { text: `${storedCount} of ${count} preset${count === 1 ? '' : 's'}` },
    result: { presets, minimum },
  }
}

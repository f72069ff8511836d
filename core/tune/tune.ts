import type { SpringClass } from '../catalog/springs'
import { ordered, type Haul, type TunePlan } from '../document/types'
import type { Figure, Note } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import { minimumFigure, presetFigures, trialFigures } from './figures'
import { followedPreset, minimumRule, presetRules } from './rules'
import { trialRules } from './trialRules'
import type { HaulNeed, TrialSaid, TuneResult } from './types'

/**
 * A preset per haul: as stored, or what Load found; checked against the spring's limits. SI, gauge.
 * @param trial what the road trial said, which Load's pressures follow already.
 */
export function tuneStage(
  tune: TunePlan,
  hauls: Record<string, Haul>,
  needs: Record<string, HaulNeed>,
  spring: SpringClass | null,
  teed: boolean,
  trial: TrialSaid | null = null,
): StageOutput<TuneResult> {
  const minimum = tune.minimum ?? spring?.minPressure ?? 0
  const presets: TuneResult['presets'] = {}
  const figures: Record<string, Figure> = { minimum: minimumFigure(tune, minimum, spring) }
  const notes: Note[] = []
  for (const [id, { label }] of ordered(hauls)) {
    const need = needs[id]
    if (!need || !spring) continue
    const stored = tune.presets[id] !== undefined
    const preset = tune.presets[id] ?? followedPreset(need, minimum)
    presets[id] = { ...preset, followsLoad: !stored }
    Object.assign(figures, presetFigures(id, label, { preset, stored, need, minimum, spring }))
    notes.push(...presetRules({ id, label, preset, stored, need, minimum, spring, teed }))
  }
  notes.push(...minimumRule(tune, spring), ...trialRules(tune, trial, spring, hauls))
  if (trial) Object.assign(figures, trialFigures(trial))
  const count = Object.keys(presets).length
  const storedCount = Object.keys(tune.presets).filter((id) => hauls[id]).length
  const all = count > 0 && storedCount === count
  return {
    figures,
    notes,
    state: stateOf(notes, all ? 'clear' : storedCount > 0 ? 'begun' : 'none'),
    headline: {
      text: spring ? `${storedCount} of ${count} preset${count === 1 ? '' : 's'}` : 'nothing to set',
    },
    result: { presets, minimum, trial },
  }
}

import type { SpringClass } from '../catalog/springs'
import { ordered, type Haul, type Preset, type TunePlan } from '../document/types'
import type { Figure, Note } from '../quantity/figure'
import { noMemo, stateOf, type Memo, type StageOutput } from '../quantity/stage'
import { elsewhereOf } from './elsewhere'
import {
  elsewhereFigures,
  leverFigures,
  minimumFigure,
  presetFigures,
  sensorFigures,
  sharedFigures,
  trailerSignalFigure,
  trialFigures,
} from './figures'
import { pressureOf } from './held'
import { sharedMemories } from './memories'
import { leverRules, type LeverRuleInput } from './leverRules'
import { followedPreset, minimumRule, presetRules } from './rules'
import { sensorRules, type SensorRuleInput } from './sensorRules'
import { trialRules } from './trialRules'
import type { HaulNeed, TrialSaid, TuneResult, TuneSite } from './types'
import { memoryRules, trailerSignalRule, weatherRules } from './weatherRules'

/** A haul as Tune reads it: its pressures come from Load. */
export type NamedHaul = Pick<Haul, 'label' | 'order'>

/** What Tune gets from the earlier stages. */
export interface TuneFacts {
  needs: Record<string, HaulNeed>
  spring: SpringClass | null
  teed: boolean
  site: TuneSite
  /** What the road trial found; Load's pressures already follow it. */
  trial: TrialSaid | null
  /** The lever of a height valve over the axle's travel; null without one. */
  lever?: LeverRuleInput | null
  /** The sensors of electronic levelling over the travel; null without them. */
  sensor?: SensorRuleInput | null
}

/**
 * A preset per haul, as stored or as Load found it. It is checked against the spring's limits here and in other
 * weather, and shared if the control has fewer memories than there are hauls. SI, gauge.
 * @param memo keeps the presets that a change does not affect
 */
export function tuneStage(
  tune: TunePlan,
  hauls: Record<string, NamedHaul>,
  { needs, spring, teed, site, trial, lever = null, sensor = null }: TuneFacts,
  memo: Memo = noMemo,
): StageOutput<TuneResult> {
  const minimum = tune.minimum ?? spring?.minPressure ?? 0
  const presets: TuneResult['presets'] = {}
  const elsewhere: TuneResult['elsewhere'] = {}
  const figures: Record<string, Figure> = { minimum: minimumFigure(tune, minimum, spring) }
  const notes: Note[] = []
  for (const [id, { label }] of ordered(hauls)) {
    const need = needs[id]
    if (!need || !spring) continue
    // A height valve stores nothing, so presets stored with an earlier control are ignored.
    const noted = site.heldBy === 'height' ? undefined : tune.presets[id]
    const { weather, minimum: typed } = tune
    const inputs = [need, label, noted, minimum, spring, teed, site, weather, typed]
    const planned = memo(`preset:${id}`, inputs, () =>
      presetOf(id, label, need, noted, { tune: { weather, minimum: typed }, minimum, spring, teed, site }),
    )
    presets[id] = planned.preset
    elsewhere[id] = planned.elsewhere
    Object.assign(figures, planned.figures)
    notes.push(...planned.notes)
  }
  const shared = spring ? sharedOf(tune, needs, Object.keys(presets), minimum, site) : null
  notes.push(
    ...minimumRule(tune, spring),
    ...memoryRules(tune, shared, site.hasMemories),
    ...trailerSignalRule(site),
    ...trialRules(tune, trial, spring, hauls),
    ...(lever ? leverRules(lever) : []),
    ...(sensor ? sensorRules(sensor) : []),
  )
  if (site.trailerSignal) Object.assign(figures, trailerSignalFigure(site.trailerSignal))
  if (shared) Object.assign(figures, sharedFigures(hauls, shared, tune))
  if (lever) Object.assign(figures, leverFigures(lever, tune))
  if (sensor) Object.assign(figures, sensorFigures(sensor))
  if (trial) Object.assign(figures, trialFigures(trial))
  const { planned, text } = plannedOf(tune, Object.keys(presets), lever, sensor)
  return {
    figures,
    notes,
    state: stateOf(notes, spring ? planned : 'none'),
    headline: { text: spring ? text : 'nothing to set' },
    result: { heldBy: site.heldBy, presets, minimum, trial, shared, elsewhere, lever: lever?.travel ?? null },
  }
}

/** What every haul's preset is judged with. */
interface PresetFacts extends Pick<TuneFacts, 'teed' | 'site'> {
  tune: Pick<TunePlan, 'weather' | 'minimum'>
  minimum: number
  spring: SpringClass
}

/** A haul's preset, stored or as Load found it, here and in other weather. */
function presetOf(
  id: string,
  label: string,
  need: HaulNeed,
  noted: Preset | undefined,
  { tune, minimum, spring, teed, site }: PresetFacts,
) {
  const stored = noted !== undefined
  const preset = noted ?? followedPreset(need, minimum)
  const there = elsewhereOf(need, preset, tune.weather, minimum, site)
  const name = pressureOf(site.heldBy, label)
  return {
    preset: { ...preset, followsLoad: !stored },
    elsewhere: there,
    figures: {
      ...presetFigures(id, label, { preset, stored, need, minimum, spring, heldBy: site.heldBy }),
      ...elsewhereFigures(id, label, { preset, there, tune, minimum, spring, site }),
    },
    notes: [
      ...presetRules({ id, name, preset, stored, need, minimum, spring, teed }),
      ...weatherRules({ id, label, preset, stored, need, elsewhere: there, minimum, spring, tune, site }),
    ],
  }
}

/** How far tuning is planned: presets of every haul, or the settings of whatever levels by itself. */
function plannedOf(
  { presets, sensing }: TunePlan,
  hauls: readonly string[],
  lever: LeverRuleInput | null,
  sensor: SensorRuleInput | null,
): { planned: 'none' | 'begun' | 'clear'; text: string } {
  const begun = (done: number, of: number) => (of > 0 && done === of ? 'clear' : done > 0 ? 'begun' : 'none')
  if (lever) {
    const { isChosen } = lever
    return { planned: isChosen ? 'clear' : 'none', text: isChosen ? 'lever chosen' : 'lever to choose' }
  }
  if (sensor) {
    const answers = [sensing.door, sensing.key, sensing.hitch, sensing.lock]
    const known = answers.filter((answer) => answer !== null).length
    return { planned: begun(known, answers.length), text: `${known} of ${answers.length} holds answered` }
  }
  const stored = hauls.filter((id) => presets[id]).length
  return {
    planned: begun(stored, hauls.length),
    text: `${stored} of ${hauls.length} preset${hauls.length === 1 ? '' : 's'}`,
  }
}

/** Hauls on the control's memories; null without a haul. */
function sharedOf(
  tune: TunePlan,
  needs: Record<string, HaulNeed>,
  ids: readonly string[],
  minimum: number,
  site: TuneSite,
) {
  if (ids.length === 0) return null
  const wanted = Object.fromEntries(
    ids.map((id): [string, Preset] => [id, followedPreset(needs[id]!, minimum)]),
  )
  return sharedMemories(wanted, needs, tune.memories, tune.heightTolerance, site)
}

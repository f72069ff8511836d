import { PRACTICE } from '../catalog/practice'
import type { SpringClass } from '../catalog/springs'
import type { Preset, TunePlan } from '../document/types'
import { notesOf, type Note, type Remedy } from '../quantity/figure'
import { applyRules, type Rule } from '../quantity/stage'
import { TUNE_SOLVER } from './settings'
import type { HaulNeed } from './types'

/** Input of the rules on one haul's preset. */
export interface PresetRuleInput {
  id: string
  /** What the pressure is called with this control. */
  name: string
  preset: Preset
  /** True if it was stored; otherwise it follows Load. */
  stored: boolean
  need: HaulNeed
  minimum: number
  spring: SpringClass
  teed: boolean
}
type PresetRule = Rule<PresetRuleInput>

const note = notesOf('tune', 'pressure')
const CLASS = 'Spring class (common practice); its own sheet rules'

/** The preset while nothing is stored: Load's pressure, never below the minimum. */
export const followedPreset = (need: HaulNeed, minimum: number): Preset => ({
  left: Math.max(need.left, minimum),
  right: Math.max(need.right, minimum),
})

const follow = (id: string): Remedy => ({
  label: 'Take Load’s pressure',
  patches: [{ op: 'remove', path: ['tune', 'presets', id] }],
})

const overLimit: PresetRule = ({ id, name, preset, stored, spring }) => {
  const high = Math.max(preset.left, preset.right)
  if (high <= spring.maxPressure) return null
  return note({
    rule: 'preset-over-limit',
    rank: 'stop',
    subject: id,
    value: high,
    limit: spring.maxPressure,
    title: `${name} is over the spring’s limit`,
    text: 'It would set {value}; the spring stops at {limit}.',
    source: CLASS,
    remedy: stored ? follow(id) : undefined,
  })
}

const underMinimum: PresetRule = ({ id, name, preset, stored, minimum }) => {
  const low = Math.min(preset.left, preset.right)
  if (low >= minimum) return null
  return note({
    rule: 'preset-under-minimum',
    rank: 'stop',
    subject: id,
    value: low,
    limit: minimum,
    title: `${name} is under the minimum`,
    text: 'It would set {value}; never run the springs under {limit}.',
    source: CLASS,
    remedy: stored ? follow(id) : undefined,
  })
}

const offLoad: PresetRule = ({ id, name, preset, stored, need, minimum }) => {
  const followed = followedPreset(need, minimum)
  const off = Math.max(Math.abs(preset.left - followed.left), Math.abs(preset.right - followed.right))
  if (!stored || off <= PRACTICE.presetOffLoad.value) return null
  return note({
    rule: 'preset-off-load',
    rank: 'know',
    subject: id,
    value: off,
    limit: PRACTICE.presetOffLoad.value,
    title: `${name} differs from Load`,
    text: 'It stands {value} from what the load asks; {limit} would be close enough.',
    source: 'Load; common practice',
    remedy: follow(id),
  })
}

const teedPreset: PresetRule = ({ id, name, preset, stored, teed }) => {
  const apart = Math.abs(preset.left - preset.right)
  if (!stored || !teed || apart <= TUNE_SOLVER.alike) return null
  const both = Math.max(preset.left, preset.right)
  return note({
    rule: 'teed-preset',
    rank: 'fix',
    subject: id,
    value: apart,
    limit: 0,
    title: `${name} sets two pressures on one line`,
    text: 'The springs are teed: they always share one pressure. The two differ by {value}.',
    source: 'Circuit',
    remedy: {
      label: 'Set both alike',
      patches: [{ op: 'replace', path: ['tune', 'presets', id], value: { left: both, right: both } }],
    },
  })
}

/** All notes on one preset. */
export const presetRules = (input: PresetRuleInput): Note[] =>
  applyRules([overLimit, underMinimum, offLoad, teedPreset], input)

/** A minimum typed below the spring's own. */
export function minimumRule(tune: TunePlan, spring: SpringClass | null): Note[] {
  if (!spring || tune.minimum === null || tune.minimum >= spring.minPressure) return []
  return [
    note({
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
    }),
  ]
}

import { PRACTICE } from '../catalog/practice'
import type { SpringClass } from '../catalog/springs'
import type { Preset } from '../document/types'
import type { Note } from '../quantity/figure'
import type { HaulNeed } from './types'

export function presetRules(
  id: string,
  label: string,
  preset: Preset,
  stored: boolean,
  need: HaulNeed,
  minimum: number,
  spring: SpringClass | null,
  teed: boolean,
): Note[] {
  if (!spring) return []
  const notes: Note[] = []
  const base = { stage: 'tune', quantity: 'pressure', subject: id } as const
  const high = Math.max(preset.left, preset.right)
  const low = Math.min(preset.left, preset.right)
  const follow = {
    label: 'Take Load’s pressure',
    patches: [{ op: 'remove' as const, path: ['tune', 'presets', id] }],
  }
  if (high > spring.maxPressure)
    notes.push({
      ...base,
      rule: 'preset-over-limit',
      rank: 'stop',
      value: high,
      limit: spring.maxPressure,
      title: `Preset “${label}” is over the spring’s limit`,
      text: 'It would set {value}; the spring stops at {limit}.',
      source: 'Spring class (common practice); its own sheet rules',
      remedy: follow,
    })
  if (low < minimum)
    notes.push({
      ...base,
      rule: 'preset-under-minimum',
      rank: 'stop',
      value: low,
      limit: minimum,
      title: `Preset “${label}” is under the minimum`,
      text: 'It would set {value}; never run the springs under {limit}.',
      source: 'Spring class (common practice); its own sheet rules',
      remedy: follow,
    })
  if (!stored) return notes
  const off = Math.max(
    Math.abs(preset.left - Math.max(need.left, minimum)),
    Math.abs(preset.right - Math.max(need.right, minimum)),
  )
  if (off > PRACTICE.presetTolerance.value * 1.5)
    notes.push({
      ...base,
      rule: 'preset-off-load',
      rank: 'know',
      value: off,
      limit: PRACTICE.presetTolerance.value,
      title: `Preset “${label}” differs from Load`,
      text: 'It stands {value} from what the load asks; the block itself holds within {limit}.',
      source: 'Load; common practice',
      remedy: follow,
    })
  if (teed && Math.abs(preset.left - preset.right) > 1)
    notes.push({
      ...base,
      rule: 'teed-preset',
      rank: 'fix',
      value: Math.abs(preset.left - preset.right),
      limit: 0,
      title: `Preset “${label}” sets two pressures on one line`,
      text: 'The springs are teed: they always share one pressure. The two differ by {value}.',
      source: 'Circuit',
      remedy: {
        label: 'Set both alike',
        patches: [
          {
            op: 'replace',
            path: ['tune', 'presets', id],
            value: { left: Math.max(preset.left, preset.right), right: Math.max(preset.left, preset.right) },
          },
        ],
      },
    })
  return notes
}

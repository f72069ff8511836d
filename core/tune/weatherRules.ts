import { PRACTICE } from '../catalog/practice'
import type { SpringClass } from '../catalog/springs'
import type { Preset, TunePlan } from '../document/types'
import { notesOf, type Note, type Remedy } from '../quantity/figure'
import { setFor } from './elsewhere'
import { pressureOf } from './held'
import { memoriesTaken } from './memories'
import { TUNE_SOLVER } from './settings'
import type { Conditions } from './setReads'
import type { Elsewhere, HaulNeed, SharedMemories, TuneSite } from './types'

/** Rules on presets in other weather, and on too few memories. */

const note = notesOf('tune', 'pressure')
const GAS = 'Air shut in keeps p·V/T, the bag its load; atmosphere ISO 2533'
const { weatherOn: ON, weatherNear: NEAR } = TUNE_SOLVER

/** Whoever loads a trailer stands at its far end and presses the button there. */
export function trailerSignalRule({ trailerSignal }: TuneSite): Note[] {
  const limit = PRACTICE.radioReserve.value
  if (!trailerSignal || trailerSignal.margin >= limit) return []
  return [
    note({
      quantity: 'decibel',
      rule: 'trailer-signal',
      rank: 'know',
      subject: 'setup',
      value: trailerSignal.margin,
      limit,
      title: 'The block may not be heard behind the trailer',
      text: `{value} are left where {limit} are wanted; between stand ${trailerSignal.between.join(', ') || 'nothing of the truck'}, and whatever the trailer carries. Press from beside the truck, or set the memory before the trailer is loaded.`,
      source: 'Friis’ formula; losses from memory',
    }),
  ]
}

export interface WeatherRuleInput {
  id: string
  label: string
  preset: Preset
  need: HaulNeed
  elsewhere: Elsewhere
  minimum: number
  spring: SpringClass
  tune: Pick<TunePlan, 'weather' | 'minimum'>
  site: TuneSite
  /** True if it was stored; otherwise it follows Load. */
  stored: boolean
}

/**
 * Each side moved as far as its limit requires; the other stays. Returns nothing if the height is held, because
 * the pressure is then not set.
 */
function moved(
  input: WeatherRuleInput,
  label: string,
  limit: number,
  later: Conditions,
  way: 1 | -1,
): Remedy | undefined {
  const { id, preset, need, tune, site } = input
  if (site.heldBy === 'height') return undefined
  const at = { temperature: tune.weather.shop, altitude: site.altitude }
  const side = (name: 'left' | 'right') => {
    const wanted = setFor(limit, need, name, at, later, site) + way * ON
    return way > 0 ? Math.max(preset[name], wanted) : Math.min(preset[name], wanted)
  }
  const value = { left: side('left'), right: side('right') }
  return { label, patches: [{ op: 'add', path: ['tune', 'presets', id], value }] }
}

function coldUnder(input: WeatherRuleInput): Note[] {
  const { id, label, preset, elsewhere, minimum, tune, site, stored } = input
  // A preset already under the minimum in the shop has a note of its own.
  if (elsewhere.cold.reads >= minimum - NEAR || Math.min(preset.left, preset.right) < minimum) return []
  const later = { temperature: tune.weather.cold, altitude: site.altitude }
  return [
    note({
      rule: 'cold-under-minimum',
      // A control that keeps its minimum fills up when the key comes on.
      rank: stored && !site.keepsUp ? 'fix' : 'know',
      subject: id,
      value: elsewhere.cold.reads,
      limit: minimum,
      title: `${pressureOf(site.heldBy, label)} falls under the minimum in the cold`,
      text: `Set in the shop it reads {value} at the coldest; under {limit} the bag folds and chafes.${site.keepsUp ? ' The control fills it up when the key comes on; until then it stands so.' : ''}`,
      source: GAS,
      remedy: moved(input, 'Set it for the cold', minimum, later, 1),
    }),
  ]
}

function hotOver(input: WeatherRuleInput): Note[] {
  const { id, label, preset, elsewhere, spring, tune, site, stored } = input
  const limit = spring.maxPressure
  const worst = Math.max(elsewhere.hot.reads, elsewhere.pass.reads)
  if (worst <= limit + NEAR || Math.max(preset.left, preset.right) > limit) return []
  const hot = elsewhere.hot.reads >= elsewhere.pass.reads
  const later = hot
    ? { temperature: tune.weather.hot, altitude: site.altitude }
    : { temperature: tune.weather.shop, altitude: tune.weather.pass }
  return [
    note({
      rule: 'hot-over-limit',
      // Until it is stored it is only what Load asks. Once stored, somebody drives with it.
      rank: stored ? 'stop' : 'know',
      subject: id,
      value: worst,
      limit,
      title: `${pressureOf(site.heldBy, label)} goes over the spring’s limit ${hot ? 'in the heat' : 'over the pass'}`,
      text: 'Set in the shop it comes to {value} there; the spring bears {limit}.',
      source: GAS,
      remedy: moved(input, 'Set it for that', limit, later, -1),
    }),
  ]
}

export const weatherRules = (input: WeatherRuleInput): Note[] => [...coldUnder(input), ...hotOver(input)]

/** More pressures stored than the control has memories. */
export function memoryRules(tune: TunePlan, shared: SharedMemories | null, hasMemories: boolean): Note[] {
  if (!shared || !hasMemories) return []
  const stored = Object.keys(shared.byHaul).flatMap((id) => tune.presets[id] ?? [])
  const taken = memoriesTaken(stored)
  if (taken <= tune.memories) return []
  const rises = Object.values(shared.byHaul).flatMap(({ rise }) => [
    Math.abs(rise.left),
    Math.abs(rise.right),
  ])
  const worst = Math.round(Math.max(...rises) * 1000)
  return [
    note({
      quantity: 'count',
      rule: 'memories-few',
      rank: 'fix',
      subject: 'memories',
      value: taken,
      limit: tune.memories,
      title: 'More presets than the control has memories',
      text: `{value} different ones are stored; it has {limit}. Shared as well as can be, no haul stands further than ${worst} mm from where it wants to.`,
      source: 'Exact search over all hauls',
      remedy: {
        label: 'Share the memories',
        patches: Object.entries(shared.byHaul).map(([id, { preset }]) => ({
          op: 'add' as const,
          path: ['tune', 'presets', id],
          value: preset,
        })),
      },
    }),
  ]
}

import { firstOfKind } from '../air/circuit/connections'
import { circuitPatches } from '../air/circuit/changeCircuit'
import { circuitAsItRuns } from '../air/circuit/states'
import { applyEdit } from '../document/edit'
import { ordered, type Archetype, type Plan } from '../document/types'
import { createDeriver } from '../derive/derive'
import { levelLoopOf, ROAD_KM, runLevel, type LevelLoop } from './levelLoops'
import { movePreset, presetPairs } from './presetMoves'
import type { Derived } from '../derive/types'

/** Presets, a height valve and electronic levelling side by side, each put on this job. SI. */

export const WAY_IDS = ['presets', 'valve', 'electronic'] as const
export type WayId = (typeof WAY_IDS)[number]

export interface LevellingWay {
  id: WayId
  label: string
  /** True if the job has it now. */
  isOwn: boolean
  /**
   * Duration of a change, s: the mean of all preset changes, or the time until levelling rests; null if it
   * never arrives.
   */
  seconds: number | null
  /** Seconds per week, from how often the load changes; null if nobody said, or if it never arrives. */
  perWeek: number | null
  /** Free air for a change, and for a kilometre of rough road, m³. */
  air: number
  airPerKm: number
  /** Largest current while it fills, A. */
  amps: number
  /** Largest distance from the target height, m at the wheel. */
  off: number
  /** Number of parts in the circuit without its springs, and of lines to run. */
  parts: number
  lines: number
  /** What happens if its most expensive part fails (common practice). */
  fails: string
}

const WAYS: Record<WayId, { label: string; archetype: Archetype; fails: string }> = {
  presets: {
    label: 'Presets, pressed by the driver',
    archetype: 'wireless-dual',
    fails: 'Stays as it is; forgotten, the truck drives off at the wrong height.',
  },
  valve: {
    label: 'Height valve',
    archetype: 'height-valve',
    fails:
      'A link that is off lets its spring empty; a leak is filled up until somebody hears the compressor.',
  },
  electronic: {
    label: 'Electronic levelling',
    archetype: 'electronic',
    fails:
      'A sensor that is off keeps still; one the wrong way round drives to its stop until its time is over.',
  },
}

/** Which of the three a circuit is; null for a hand-operated one. */
export function wayOf(plan: Pick<Plan, 'air'>): WayId | null {
  if (firstOfKind(plan.air, 'heightValve')) return 'valve'
  if (firstOfKind(plan.air, 'controller')) return 'electronic'
  return firstOfKind(plan.air, 'block') ? 'presets' : null
}

/** The job with one of the three; unchanged if it has it already. */
export function onWay(plan: Plan, way: WayId): Plan {
  return wayOf(plan) === way ? plan : applyEdit(plan, circuitPatches(plan.air, WAYS[way].archetype))
}

/**
 * Computes one way; some tenths of a second. @returns null if nothing can be run, for example without a haul
 */
export function levellingWay(plan: Plan, id: WayId): LevellingWay | null {
  const on = onWay(plan, id)
  const derived = createDeriver()(on)
  const found = id === 'presets' ? byPresets(on, derived) : byItself(on, derived)
  if (!found) return null
  const { changes } = plan.job
  const circuit = circuitAsItRuns(on.air)
  const { seconds } = found
  return {
    id,
    label: WAYS[id].label,
    fails: WAYS[id].fails,
    isOwn: on === plan,
    ...found,
    perWeek: changes === null || seconds === null ? null : changes * seconds,
    parts: Object.values(circuit.components).filter(({ kind }) => kind !== 'spring' && kind !== 'plug')
      .length,
    lines: Object.keys(circuit.lines).length,
  }
}

type Found = Pick<LevellingWay, 'seconds' | 'air' | 'airPerKm' | 'amps' | 'off'>

/** Runs every change of preset; if one never arrives, the result is never. */
function byPresets(plan: Plan, derived: Derived): Found | null {
  const moves = presetPairs(plan, derived).flatMap(([from, to]) => movePreset(plan, derived, from, to) ?? [])
  if (moves.length === 0) return null
  const mean = (of: readonly number[]) => of.reduce((sum, value) => sum + value, 0) / of.length
  const { figures } = derived.stages.tune
  const off = ordered(plan.hauls).map(([id]) => figures[`${id}.error`]?.value ?? 0)
  return {
    seconds: moves.some(({ seconds }) => seconds === null) ? null : mean(moves.map((m) => m.seconds!)),
    air: mean(moves.map(({ air }) => air)),
    airPerKm: 0,
    amps: Math.max(...moves.map(({ amps }) => amps)),
    off: Math.max(...off),
  }
}

/** The most demanding haul put on, then a rough road driven with it. */
function byItself(plan: Plan, derived: Derived): Found | null {
  const loops = ordered(plan.hauls).flatMap(([id]): LevelLoop[] => {
    const loop = levelLoopOf(plan, derived, id)
    return loop ? [loop] : []
  })
  const [most] = loops.sort((a, b) => b.haulForce - a.haulForce)
  if (!most) return null
  const loaded = runLevel(most, 'load')
  const { current, compressors } = derived.stages.air.result
  return {
    seconds: loaded.restAt,
    air: loaded.filled,
    airPerKm: runLevel(most, 'rough').filled / ROAD_KM,
    amps: current * compressors,
    off: Math.abs(loaded.off),
  }
}

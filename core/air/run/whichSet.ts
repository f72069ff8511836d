import { SUPPLY_KINDS } from '../../catalog/kinds'
import { PRACTICE } from '../../catalog/practice'
import { PARTS } from '../../catalog/partClasses'
import { BLOCKS } from '../../catalog/blocks'
import { COMPRESSORS, compressorClass } from '../../catalog/compressors'
import { TUBES } from '../../catalog/tubes'
import type { AirPlan } from '../../document/types'
import { allOfKinds, firstOfKind } from '../circuit/connections'
import { addTank } from '../circuit/additions'
import { takeOut } from '../circuit/operations'
import { partOf } from '../parts/parts'

/**
 * Which set to buy: every compressor, tank, bore and block tried in the plan's own circuit over all its hauls.
 */

export interface SetChoice {
  compressor: string | null
  tank: string | null
  tube: string
  block: string | null
}

export interface SetTried extends SetChoice {
  /** Longest of all hauls, s; null if one is not reached. */
  seconds: number | null
  byHaul: Record<string, number | null>
  /** Largest overshoot of a spring, Pa. */
  overshoot: number
  /** Highest motor current, A. */
  current: number
  /** Space of tank and compressor, m³. */
  volume: number
}

const TRIED_TUBES = ['nylon-3-16', 'nylon-1-4', 'nylon-3-8']

/**
 * Sets that make sense for this circuit: a compressor that reaches the cut-out, available tanks, and tubes that
 * its parts take.
 */
export function setsToTry(air: AirPlan): SetChoice[] {
  if (allOfKinds(air, ...SUPPLY_KINDS).length === 0) return []
  const electric = firstOfKind(air, 'compressor') !== null
  const block = firstOfKind(air, 'block')
  const outlets = block ? BLOCKS.find((b) => b.id === air.blockClass)?.outlets : undefined
  const blocks = block ? BLOCKS.filter((b) => b.outlets === outlets).map((b) => b.id) : [null]
  const own = firstOfKind(air, 'tank') !== null
  // Paddles, couplers and levelling valves need a tank; only a block can do without.
  const tanks: (string | null)[] = [
    ...(block || !own ? [null] : []),
    ...(electric || own ? PARTS.filter((p) => p.kind === 'tank').map((p) => p.id) : []),
  ]
  const limits =
    allOfKinds(air, 'pressureSwitch').map((id) => partOf(air, id).figures.cutOut!)[0] ?? 1_000_000
  return (electric ? COMPRESSORS.map((c) => c.id) : [null]).flatMap((compressor) =>
    tanks.flatMap((tank) => {
      const most = compressor === null ? Infinity : compressorClass(compressor)!.maxPressure
      if (tank !== null && most < limits) return []
      // Without a tank only its own rating stops a compressor, so what it feeds must bear that.
      if (tank === null && most > PRACTICE.tanklessMost.value) return []
      const rated = tank === null ? Infinity : PARTS.find((p) => p.id === tank)!.figures.maxPressure!
      if (rated < limits) return []
      return TRIED_TUBES.flatMap((tube) =>
        blocks.map((b): SetChoice => ({ compressor, tank, tube, block: b })),
      )
    }),
  )
}

/** The plan's circuit with a set put into it. */
export function withSet(air: AirPlan, choice: SetChoice): AirPlan {
  let next = air
  const tank = firstOfKind(next, 'tank')
  // Without a tank there is nothing to fill tyres from.
  if (choice.tank === null && tank)
    next = takeOut(tank)(allOfKinds(next, 'coupler').reduce((a, id) => takeOut(id)(a), next))
  if (choice.tank !== null && !tank) next = addTank(next)
  const now = firstOfKind(next, 'tank')
  return {
    ...next,
    tubeClass: choice.tube,
    blockClass: choice.block ?? next.blockClass,
    compressorClass: choice.compressor ?? next.compressorClass,
    components:
      now && choice.tank
        ? { ...next.components, [now]: { ...next.components[now]!, class: choice.tank, sheet: {} } }
        : next.components,
  }
}

/** Space a set needs under the truck, m³. */
export function volumeOfSet(choice: SetChoice): number {
  const tank = choice.tank === null ? 0 : PARTS.find((p) => p.id === choice.tank)!.figures.volume!
  const c = choice.compressor === null ? null : compressorClass(choice.compressor)
  return tank + (c ? c.size[0] * c.size[1] * c.size[2] : 0)
}

/**
 * Sets that no other beats, that is, none is at least as good in time, current and space and better in one.
 * Sets that do not reach a haul are left out.
 */
export function unbeatenSets(tried: readonly SetTried[]): Set<SetTried> {
  const whole = tried.filter((t) => t.seconds !== null)
  const better = (a: SetTried, b: SetTried) =>
    a.seconds! <= b.seconds! &&
    a.current <= b.current &&
    a.volume <= b.volume &&
    (a.seconds! < b.seconds! || a.current < b.current || a.volume < b.volume)
  return new Set(whole.filter((t) => !whole.some((o) => better(o, t))))
}

/** Name of a set. */
export function setLabel(choice: SetChoice): string {
  return [
    choice.compressor === null ? null : compressorClass(choice.compressor)?.label,
    choice.tank === null ? 'no tank' : PARTS.find((p) => p.id === choice.tank)?.label,
    TUBES.find((t) => t.id === choice.tube)?.label,
    choice.block === null ? null : BLOCKS.find((b) => b.id === choice.block)?.label,
  ]
    .filter(Boolean)
    .join(', ')
}

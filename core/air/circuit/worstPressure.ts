import { SUPPLY_KINDS } from '../../catalog/kinds'
import { PRACTICE } from '../../catalog/practice'
import type { AirPlan, FaultKind, ComponentKind } from '../../document/types'
import { GAS_CONSTANT_AIR, REFERENCE_TEMPERATURE, STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { interpolate } from '../../quantity/interpolate'
import { findRoot } from '../../quantity/root'
import { componentFlow } from '../equations/componentFlow'
import { beltFlow, compressorOf, partOf } from '../parts/parts'
import { allOfKinds, connectedParts, firstOfKind } from './connections'
import { onwardFrom } from './onward'
import { perCircuit } from './perCircuit'

/**
 * The pressure each part may see: with everything working, and with any one guard failed. Gauge, Pa. A guard
 * limits a pressure by itself: pressure switch, regulator, relief valve, and the check valve, which, if
 * reversed, separates the supply from the switch that would stop it.
 */

export interface GuardFault {
  what: Extract<FaultKind, 'switch-welded' | 'check-reversed' | 'relief-shut'> | 'regulator-open'
  part: string
}

/** Pressure at a part with one guard failed. */
export interface FaultPressure {
  fault: GuardFault
  pressure: number
  /** The relief valve that then limits it, and whether it can pass everything the supply gives. */
  relief: { id: string; enough: boolean } | null
}

export interface PressureSeen {
  normal: number
  /** Every failure with the pressure at the part, whether or not it is higher. */
  faults: FaultPressure[]
}

/** Kinds at which the way out of the supply ends: shut, or with a pressure of their own beyond. */
const ENDS_SUPPLY: readonly ComponentKind[] = [
  'block',
  'paddle',
  'solenoid',
  'regulator',
  'heightValve',
  'spring',
  'handFill',
  'coupler',
  'horn',
]

/** Pressure at which a supply stops delivering, Pa gauge. */
export function stallOf(plan: AirPlan, id: string): number {
  const { figures } = partOf(plan, id)
  const kind = plan.components[id]!.kind
  if (kind === 'boost') return figures.set ?? 0
  const rated = figures.maxPressure ?? 0
  if (kind === 'belt') return beltFlow(figures).at(-1)![0]
  return rated * (1 + PRACTICE.pumpStall.value)
}

/** Free air of a supply at a gauge pressure, m³/s, up to its stall; boost gives any amount. */
function flowOf(plan: AirPlan, id: string, pressure: number): number {
  const { kind } = plan.components[id]!
  if (kind === 'belt') return interpolate(beltFlow(partOf(plan, id).figures), pressure)
  const compressor = compressorOf(plan, id)
  if (kind !== 'compressor' || !compressor) return pressure < stallOf(plan, id) ? Infinity : 0
  const { flow, maxPressure } = compressor
  if (pressure <= maxPressure) return interpolate(flow, pressure)
  const least: [number, number] = [maxPressure, interpolate(flow, maxPressure)]
  return interpolate([least, [stallOf(plan, id), 0]], pressure)
}

/**
 * Free air a wide-open relief valve passes, m³/s at the standard atmosphere, wherever the truck works. Thinner
 * air reduces what a supply gives more than what the valve passes. ISO 6358-1.
 */
function reliefFlow(plan: AirPlan, id: string, pressure: number): number {
  const { conductance, criticalRatio } = partOf(plan, id).figures
  const inlet = pressure + STANDARD_ATMOSPHERE
  const { massFlow } = componentFlow(
    conductance!,
    criticalRatio!,
    inlet,
    STANDARD_ATMOSPHERE,
    REFERENCE_TEMPERATURE,
  )
  return (massFlow * GAS_CONSTANT_AIR * REFERENCE_TEMPERATURE) / STANDARD_ATMOSPHERE
}

/**
 * Pressure at which a relief valve holds what a supply gives: its set pressure plus accumulation, or higher if
 * it is too small.
 */
export function reliefHolds(
  plan: AirPlan,
  relief: string,
  supplies: readonly string[],
): { pressure: number; enough: boolean } {
  const open = partOf(plan, relief).figures.set! * (1 + PRACTICE.reliefBand.value)
  const given = (p: number) => supplies.reduce((sum, id) => sum + flowOf(plan, id, p), 0)
  const stall = Math.max(0, ...supplies.map((id) => stallOf(plan, id)))
  const over = (p: number) => given(p) - reliefFlow(plan, relief, p)
  if (stall <= open || over(open) <= 0) return { pressure: open, enough: true }
  return { pressure: over(stall) >= 0 ? stall : findRoot(over, open, stall), enough: false }
}

/** Every guard that can fail, one at a time. */
function guardFaults(plan: AirPlan): GuardFault[] {
  const each = (what: GuardFault['what'], kind: ComponentKind) =>
    allOfKinds(plan, kind).map((part) => ({ what, part }))
  return [
    ...each('switch-welded', 'pressureSwitch'),
    ...each('regulator-open', 'regulator'),
    ...each('check-reversed', 'check'),
    ...each('relief-shut', 'relief'),
  ]
}

/** True if a pressure switch stops a supply: only with a tank, and never for boost. */
const isSwitched = (plan: AirPlan, supply: string): boolean =>
  firstOfKind(plan, 'tank') !== null && plan.components[supply]!.kind !== 'boost'

type Reach = Pick<FaultPressure, 'pressure' | 'relief'>

/** What every failure needs to know of a circuit, computed once: where air goes on to, and what limits it. */
const waysOf = perCircuit((plan) => {
  const supplies = allOfKinds(plan, ...SUPPLY_KINDS)
  const ofEach = <T>(ids: readonly string[], find: (id: string) => T) =>
    new Map(ids.map((id) => [id, find(id)] as const))
  const all = Object.keys(plan.components)
  return {
    supplies,
    onward: ofEach(all, (id) => onwardFrom(plan, id)),
    reliefs: ofEach(all, (id) => reliefsAt(plan, id)),
    holds: ofEach(allOfKinds(plan, 'relief'), (id) => reliefHolds(plan, id, supplies)),
  }
})

/** Pressure of each part in use with one guard failed, or none. */
function pressuresUnder(plan: AirPlan, springMost: number, fault: GuardFault | null): Map<string, Reach> {
  const failed = (what: GuardFault['what'], part: string) => fault?.what === what && fault.part === part
  const seen = new Map<string, Reach>()
  const queue: [string, Reach][] = []
  const { supplies, onward, reliefs, holds } = waysOf(plan)
  const shutCheck = fault?.what === 'check-reversed' ? fault.part : null
  const open = (id: string) => id !== shutCheck
  for (const id of supplies) queue.push([id, supplyReach(plan, id, fault, failed, open)])
  for (const id of allOfKinds(plan, 'handFill')) queue.push([id, { pressure: springMost, relief: null }])
  const beyond = (id: string, at: Reach): Reach => {
    const { kind } = plan.components[id]!
    const atMost = (most: number): Reach => (at.pressure <= most ? at : { pressure: most, relief: null })
    if (kind === 'regulator' && !failed('regulator-open', id)) return atMost(partOf(plan, id).figures.set!)
    if (kind === 'check') return { ...at, pressure: at.pressure - (partOf(plan, id).figures.opening ?? 0) }
    if (kind === 'block' || kind === 'paddle' || kind === 'heightValve') return atMost(springMost)
    return at
  }
  const held = (id: string, at: Reach): Reach => {
    // With everything working no relief valve opens. One that would is set too low and has a note.
    if (fault === null) return at
    const holding = reliefs
      .get(id)!
      .filter((relief) => !failed('relief-shut', relief))
      .map((relief) => ({ id: relief, ...holds.get(relief)! }))
      .sort((a, b) => a.pressure - b.pressure)[0]
    if (!holding || holding.pressure >= at.pressure) return at
    return { pressure: holding.pressure, relief: { id: holding.id, enough: holding.enough } }
  }
  while (queue.length) {
    const [id, arriving] = queue.shift()!
    const at = held(id, arriving)
    if (!(at.pressure > (seen.get(id)?.pressure ?? -1))) continue
    seen.set(id, at)
    const { kind } = plan.components[id]!
    if (kind === 'spring' || !open(id)) continue
    for (const other of onward.get(id)!) queue.push([other, beyond(id, at)])
  }
  return seen
}

type Failed = (what: GuardFault['what'], part: string) => boolean

/** Relief valves at the pressure of a part. */
function reliefsAt(plan: AirPlan, id: string): string[] {
  const closed: readonly ComponentKind[] = [...ENDS_SUPPLY, 'check', ...SUPPLY_KINDS]
  const own = plan.components[id]!.kind
  if (own !== 'spring' && own !== 'handFill' && closed.includes(own)) return []
  const ways: readonly ComponentKind[] = closed.filter((k) => k !== 'spring' && k !== 'handFill')
  return [...connectedParts(plan, id, ways)].filter((other) => plan.components[other]!.kind === 'relief')
}

/** Pressure of a supply at its own outlet: limited by what is openly connected to it, otherwise its stall. */
function supplyReach(
  plan: AirPlan,
  id: string,
  fault: GuardFault | null,
  failed: Failed,
  open: (id: string) => boolean,
): Reach {
  const { holds } = waysOf(plan)
  const reached = connectedOnward(plan, id, open)
  const opening = [...reached]
    .filter((other) => plan.components[other]!.kind === 'check')
    .reduce((sum, other) => sum + (partOf(plan, other).figures.opening ?? 0), 0)
  const limits: Reach[] = [{ pressure: unheld(plan, id, failed), relief: null }]
  for (const other of reached) {
    const { kind } = plan.components[other]!
    const { figures } = partOf(plan, other)
    if (kind === 'pressureSwitch' && isSwitched(plan, id) && !failed('switch-welded', other))
      limits.push({ pressure: figures.cutOut! + opening, relief: null })
    if (kind === 'relief' && fault !== null && !failed('relief-shut', other)) {
      const { pressure, enough } = holds.get(other)!
      limits.push({ pressure: pressure + opening, relief: { id: other, enough } })
    }
  }
  return limits.reduce((least, limit) => (limit.pressure < least.pressure ? limit : least))
}

/**
 * Pressure of a supply by itself: on demand at most its rating, because whoever calls it stops it; otherwise up
 * to its stall.
 */
function unheld(plan: AirPlan, id: string, failed: Failed): number {
  const onDemand = firstOfKind(plan, 'tank') === null
  const runsOn = allOfKinds(plan, 'pressureSwitch').some((part) => failed('switch-welded', part))
  const rated = partOf(plan, id).figures.maxPressure
  return onDemand && !runsOn && rated !== undefined ? rated : stallOf(plan, id)
}

/** Parts to which a supply's air always has a way. */
function connectedOnward(plan: AirPlan, id: string, open: (id: string) => boolean): Set<string> {
  const { onward } = waysOf(plan)
  const seen = new Set([id])
  const queue = [id]
  while (queue.length) {
    for (const other of onward.get(queue.shift()!)!) {
      if (seen.has(other) || !open(other) || ENDS_SUPPLY.includes(plan.components[other]!.kind)) continue
      seen.add(other)
      queue.push(other)
    }
  }
  return seen
}

const pressuresKnown = perCircuit(() => new Map<number, Map<string, PressureSeen>>())

/** {@link pressuresSeen}, computed once for a circuit and its fill pressure. */
export function worstPressures(plan: AirPlan, springMost: number): Map<string, PressureSeen> {
  const known = pressuresKnown(plan)
  const seen = known.get(springMost) ?? pressuresSeen(plan, springMost)
  known.set(springMost, seen)
  return seen
}

/**
 * Pressure each part in use may see, Pa gauge. @param springMost highest pressure to which the operator fills
 * the springs
 */
function pressuresSeen(plan: AirPlan, springMost: number): Map<string, PressureSeen> {
  const normal = pressuresUnder(plan, springMost, null)
  const seen = new Map<string, PressureSeen>(
    [...normal].map(([id, at]) => [id, { normal: at.pressure, faults: [] }]),
  )
  for (const fault of guardFaults(plan))
    for (const [id, at] of pressuresUnder(plan, springMost, fault)) {
      seen.get(id)?.faults.push({ fault, ...at })
    }
  return seen
}

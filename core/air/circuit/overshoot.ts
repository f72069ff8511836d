import { PRACTICE } from '../../catalog/practice'
import type { AirPlan, ComponentKind } from '../../document/types'
import { GAS_CONSTANT_AIR, REFERENCE_TEMPERATURE } from '../../quantity/constants'
import { boreConductance, componentFlow, inRow } from '../equations/componentFlow'
import { partOf } from '../parts/parts'
import type { AirNeed, AirSet, Overshoot } from '../types'
import { connectedParts, firstOfKind } from './connections'

const NOT_FED_FROM_TANK: readonly ComponentKind[] = [
  'spring',
  'handFill',
  'compressor',
  'belt',
  'boost',
  'check',
]
const BEYOND_FEED: readonly ComponentKind[] = ['spring', 'handFill', 'tank', 'compressor', 'coupler']

/** Bore proposed if no bore is needed, m. */
const WIDE_OPEN = 0.01

/**
 * How far a block fed from a full tank passes its target before it has read and shut, Pa: the flow there times
 * its reaction time, into the smaller spring (ISO 6358-1, isothermal). Also the bore before it, m, that would
 * keep this below the block's own tolerance and still fill the pair in an acceptable time. Null if no tank
 * feeds a block.
 * @param volume air in each spring at the highest haul, m³; `full` pressure of the full tank, Pa gauge;
 * `atmosphere` Pa
 */
export function overshootOf(
  plan: AirPlan,
  set: AirSet,
  needs: Record<string, AirNeed>,
  volume: { left: number; right: number },
  full: number | null,
  atmosphere: number,
): Overshoot | null {
  const block = firstOfKind(plan, 'block')
  const tank = firstOfKind(plan, 'tank')
  if (!block || !tank || !set.block || full === null) return null
  if (!connectedParts(plan, block, NOT_FED_FROM_TANK).has(tank)) return null
  const { bores, valves } = resistancesBefore(plan, block)
  const target = Math.max(
    ...Object.values(needs).map((n) => Math.max(n.left.pressure, n.right.pressure)),
    set.spring?.minPressure ?? 0,
  )
  const tankAbs = full + atmosphere
  const targetAbs = Math.min(target + atmosphere, tankAbs)
  const flowPerConductance = componentFlow(
    1,
    set.block.criticalRatio,
    tankAbs,
    targetAbs,
    REFERENCE_TEMPERATURE,
  ).massFlow
  const pascalPerKilogram = (GAS_CONSTANT_AIR * REFERENCE_TEMPERATURE) / Math.min(volume.left, volume.right)
  const perConductance = flowPerConductance * pascalPerKilogram * PRACTICE.blockReaction.value
  const rest = inRow([set.block.conductance, ...valves])
  const leastAbs = Math.min((set.spring?.minPressure ?? 0) + atmosphere, targetAbs)
  const fill = secondsPerConductance(set.block.criticalRatio, tankAbs, leastAbs, targetAbs, volume)
  // The tightest bore with an acceptable time, and the bore that keeps the overshoot within the block's own
  // tolerance.
  const waited = fill / PRACTICE.fillWait.value
  const wanted = Math.max(PRACTICE.presetTolerance.value / perConductance, waited)
  // 1/C² = 1/C_rest² + 1/C_bore².
  const ofBore = wanted < rest ? (1 / wanted ** 2 - 1 / rest ** 2) ** -0.5 : null
  const now = inRow([set.block.conductance, ...valves, ...bores])
  const then = Math.min(wanted, rest)
  return {
    value: now * perConductance,
    seconds: fill / now,
    bore: ofBore === null ? WIDE_OPEN : Math.sqrt(ofBore / boreConductance(1)),
    withBore: { value: then * perConductance, seconds: fill / then },
  }
}

/** Number of pressures on the way at which the flow is computed. */
const WAY = 40
/**
 * Time for a pair of springs to go from one absolute pressure to another through a conductance of one,
 * s·(m³/(s·Pa)): the mass over the flow, which falls as the springs approach the tank (ISO 6358-1, isothermal,
 * full tank).
 */
function secondsPerConductance(
  criticalRatio: number,
  tank: number,
  from: number,
  to: number,
  volume: { left: number; right: number },
): number {
  const step = (to - from) / WAY
  let seconds = 0
  for (let i = 0; i < WAY; i++) {
    const at = from + step * (i + 0.5)
    const { massFlow } = componentFlow(1, criticalRatio, tank, Math.min(at, tank), REFERENCE_TEMPERATURE)
    const mass = (step * (volume.left + volume.right)) / (GAS_CONSTANT_AIR * REFERENCE_TEMPERATURE)
    seconds += massFlow > 0 ? mass / massFlow : 0
  }
  return seconds
}

/** Sonic conductances between tank and block: of small bores, and of everything else. */
function resistancesBefore(plan: AirPlan, block: string): { bores: number[]; valves: number[] } {
  const bores: number[] = []
  const valves: number[] = []
  for (const id of connectedParts(plan, block, BEYOND_FEED)) {
    const { figures } = partOf(plan, id)
    const { kind } = plan.components[id]!
    if (kind === 'restrictor') bores.push(boreConductance(figures.bore!))
    else if (kind === 'solenoid' || kind === 'dryer' || kind === 'regulator')
      valves.push(figures.conductance!)
  }
  return { bores, valves }
}

import { PRACTICE } from '../../catalog/practice'
import type { AirPlan } from '../../document/types'
import { GAS_CONSTANT_AIR, REFERENCE_TEMPERATURE, STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { allOfKinds, firstOfKind, connectedParts } from '../circuit/connections'
import { componentFlow, boreConductance } from './componentFlow'
import { partOf } from '../parts/parts'
import type { AirSet, AirNeed } from '../types'

/**
 * How far a block fed from a full tank goes past its target before it has read and shut: the flow there over its reaction
 * time, into the smaller spring as it stands. And the bore in front of it that would keep that under the limit.
 */
export function overshootOf(
  plan: AirPlan,
  set: AirSet,
  needs: Record<string, AirNeed>,
  volume: { left: number; right: number },
  cutOut: number | null,
): { value: number; bore: number } | null {
  const block = firstOfKind(plan, 'block')
  const tank = firstOfKind(plan, 'tank')
  if (
    !block ||
    !tank ||
    !set.block ||
    cutOut === null ||
    !connectedParts(plan, block, ['spring', 'handFill', 'compressor', 'belt', 'boost', 'check']).has(tank)
  )
    return null
  const inWay = [
    ...connectedParts(plan, block, ['spring', 'handFill', 'tank', 'compressor', 'coupler']),
  ].flatMap((id) => {
    const { figures } = partOf(plan, id)
    const { kind } = plan.components[id]!
    return kind === 'restrictor'
      ? [boreConductance(figures.bore!)]
      : kind === 'solenoid' || kind === 'dryer' || kind === 'regulator'
        ? [figures.conductance!]
        : []
  })
  const inRow = (list: number[]) => list.reduce((sum, c) => sum + 1 / c ** 2, 0) ** -0.5
  const target = Math.max(
    ...Object.values(needs).map((n) => Math.max(n.left.pressure, n.right.pressure)),
    set.spring?.minPressure ?? 0,
  )
  const smaller = Math.min(volume.left, volume.right)
  const tankAbs = cutOut + STANDARD_ATMOSPHERE
  const unit = componentFlow(
    1,
    set.block.criticalRatio,
    tankAbs,
    Math.min(target + STANDARD_ATMOSPHERE, tankAbs),
    REFERENCE_TEMPERATURE,
  ).massFlow
  const perConductance =
    (unit * GAS_CONSTANT_AIR * REFERENCE_TEMPERATURE * PRACTICE.blockReaction.value) / smaller
  const withoutBore = inRow([
    set.block.conductance,
    ...inWay.filter(
      (c) =>
        !allOfKinds(plan, 'restrictor').some((id) => boreConductance(partOf(plan, id).figures.bore!) === c),
    ),
  ])
  const wanted = PRACTICE.presetTolerance.value / perConductance
  // 1/C² = 1/C_rest² + 1/C_bore².
  const ofBore = wanted < withoutBore ? (1 / wanted ** 2 - 1 / withoutBore ** 2) ** -0.5 : Infinity
  return {
    value: inRow([set.block.conductance, ...inWay]) * perConductance,
    bore: Number.isFinite(ofBore) ? Math.sqrt(ofBore / boreConductance(1)) : 0.01,
  }
}

import type { AirPlan, Truck } from '../plan/types'
import { GAS_CONSTANT_AIR, REFERENCE_TEMPERATURE, STANDARD_ATMOSPHERE } from '../quantity/constants'
import type { Figure } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import { interpolate } from '../quantity/interpolate'
import { allOf, firstOf, reach, springsTeed } from './circuit'
import { componentFlow } from './flow'
import { airSet, partOf, type AirSet } from './parts'
import { boreConductance } from './plant'
import { REACT } from './rig'
import { OVERSHOOT, airRules, supplyOf } from './rules'
import { springVolume } from '../catalog/springVolume'
import { timeToLevel, type FillingCorner } from './levelTime'

/** What Air needs of Load, haul by haul. SI. */
export interface AirNeed {
  label: string
  left: { pressure: number; height: number; limitedBy: string | null }
  right: { pressure: number; height: number; limitedBy: string | null }
  sideDifference: number
  /** Height of each spring at a pressure, on its own corner. */
  heightAt: { left(p: number): number; right(p: number): number }
}

export interface AirResult extends AirSet {
  teed: boolean
  /** Whether there is an electric compressor to wire. */
  powered: boolean
  /** Whether anything but hands fills it. */
  supplied: boolean
  /** Highest pressure any haul needs, Pa gauge. */
  highest: number
  /** Motor current at that pressure, A. */
  current: number
  /** Air volume of both springs at the highest haul, m³, left and right. */
  springVolume: { left: number; right: number }
  times: Record<string, number | null>
}

/** Circuit, sizes and the time to each haul. */
export function airStage(air: AirPlan, truck: Truck, needs: Record<string, AirNeed>): StageOutput<AirResult> {
  const set = airSet(air)
  const { spring, compressor } = set
  const teed = springsTeed(air)
  const figures: Record<string, Figure> = {}
  const times: Record<string, number | null> = {}
  let highest = spring?.minPressure ?? 0
  let volume = { left: spring?.volume ?? 0, right: spring?.volume ?? 0 }
  for (const [id, need] of Object.entries(needs)) {
    const top = Math.max(need.left.pressure, need.right.pressure)
    if (!spring) continue
    const volumeAt = { height: spring.designHeight, volume: spring.volume }
    if (top >= highest) {
      highest = top
      volume = {
        left: springVolume(spring.areaByHeight, volumeAt, need.left.height),
        right: springVolume(spring.areaByHeight, volumeAt, need.right.height),
      }
    }
    if (!compressor) continue
    const corners: FillingCorner[] = (['left', 'right'] as const).map((side) => ({
      areaByHeight: spring.areaByHeight,
      volumeAt,
      heightAt: need.heightAt[side],
      from: spring.minPressure,
      to: need[side].pressure,
    }))
    const short = [need.left.limitedBy, need.right.limitedBy].some((l) => l !== null && l !== 'minPressure')
    // A height that the springs cannot reach has no time to reach it.
    const filled = short || top > compressor.maxPressure ? null : timeToLevel(corners, compressor.flow)
    times[id] = filled?.seconds ?? null
    figures[`${id}.time`] = {
      label: 'Up to level',
      value: times[id],
      quantity: 'time',
      formula: 't = Σ ∫ dm/(ρ·Q(p)), m = p_abs·V(h)/(R·T), from the minimum to the haul’s pressure',
      max: compressor.maxRun,
      inputs: [
        { label: 'Compressor', value: compressor.label },
        { label: 'Free air pumped', value: filled?.freeAir ?? null, quantity: 'volume' },
        { label: 'Left to', value: need.left.pressure, quantity: 'pressure' },
        { label: 'Right to', value: need.right.pressure, quantity: 'pressure' },
        { label: 'Flow at the end', value: interpolate(compressor.flow, top), quantity: 'flow' },
      ],
      source: 'Isothermal fill; compressor curve of the class (common practice), its own sheet rules',
    }
  }
  const supply = supplyOf(air)
  // With a tank the motor works up to the cut-out, whatever the haul asks.
  const motorAt =
    firstOf(air, 'tank') && supply?.cutOut != null
      ? Math.min(supply.cutOut, compressor?.maxPressure ?? Infinity)
      : highest
  const current = compressor ? interpolate(compressor.current, motorAt) : 0
  if (compressor) {
    figures.current = {
      label: 'Motor current',
      value: current,
      quantity: 'current',
      formula:
        'current curve at the highest pressure it works against: cut-out with a tank, else the highest haul’s',
      inputs: [
        { label: 'Pressure', value: motorAt, quantity: 'pressure' },
        { label: 'Compressor', value: compressor.label },
      ],
      source: 'Class curve (common practice); its own sheet rules',
    }
  }
  figures.highest = {
    label: 'Highest pressure needed',
    value: highest,
    quantity: 'pressure',
    formula: 'largest of all hauls and sides',
    inputs: Object.values(needs).map((n) => ({
      label: n.label,
      value: Math.max(n.left.pressure, n.right.pressure),
      quantity: 'pressure' as const,
    })),
    source: 'Load',
    max: spring?.maxPressure,
  }
  const overshoot = overshootOf(air, set, needs, volume, supply?.cutOut ?? null)
  if (overshoot) {
    figures.overshoot = {
      label: 'Past the target before the block shuts',
      value: overshoot.value,
      quantity: 'pressure',
      formula: 'ṁ·R·T·Δt/V, ṁ by ISO 6358 through block, bore and valves in a row from the full tank',
      inputs: [
        { label: 'Tank, full', value: supply!.cutOut, quantity: 'pressure' },
        { label: 'Spring, air', value: Math.min(volume.left, volume.right), quantity: 'volume' },
        { label: 'To read and shut, s', value: REACT, quantity: 'plain' },
        { label: 'Bore that keeps it under the limit', value: overshoot.bore, quantity: 'bore' },
      ],
      source: 'ISO 6358-1; reaction from memory',
      max: OVERSHOOT,
    }
    figures.bore = {
      label: 'Bore that keeps it under 2 psi',
      value: overshoot.bore,
      quantity: 'bore',
      formula: 'bore whose conductance in a row with the block’s lets the overshoot be the limit',
      inputs: [{ label: 'Limit', value: OVERSHOOT, quantity: 'pressure' }],
      source: 'ISO 6358-1, conductances in a row: 1/C² = Σ 1/Cᵢ²',
    }
  }
  const notes = airRules({ plan: air, truck, set, needs, times, teed, supply, overshoot })
  return {
    figures,
    notes,
    state: stateOf(notes, 'clear'),
    headline: compressor ? { figures: ['time'] } : { text: supply ? 'by engine' : 'by hand' },
    result: {
      ...set,
      teed,
      powered: compressor !== null,
      supplied: supply !== null,
      highest,
      current,
      springVolume: volume,
      times,
    },
  }
}

/**
 * How far a block fed from a full tank goes past its target before it has read and shut: the flow there over its reaction
 * time, into the smaller spring as it stands. And the bore in front of it that would keep that under the limit.
 */
function overshootOf(
  plan: AirPlan,
  set: AirSet,
  needs: Record<string, AirNeed>,
  volume: { left: number; right: number },
  cutOut: number | null,
): { value: number; bore: number } | null {
  const block = firstOf(plan, 'block')
  const tank = firstOf(plan, 'tank')
  if (
    !block ||
    !tank ||
    !set.block ||
    cutOut === null ||
    !reach(plan, block, ['spring', 'handFill', 'compressor', 'belt', 'boost', 'check']).has(tank)
  )
    return null
  const inWay = [...reach(plan, block, ['spring', 'handFill', 'tank', 'compressor', 'coupler'])].flatMap(
    (id) => {
      const { figures } = partOf(plan, id)
      const { kind } = plan.components[id]!
      return kind === 'restrictor'
        ? [boreConductance(figures.bore!)]
        : kind === 'solenoid' || kind === 'dryer' || kind === 'regulator'
          ? [figures.conductance!]
          : []
    },
  )
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
  const perConductance = (unit * GAS_CONSTANT_AIR * REFERENCE_TEMPERATURE * REACT) / smaller
  const withoutBore = inRow([
    set.block.conductance,
    ...inWay.filter(
      (c) => !allOf(plan, 'restrictor').some((id) => boreConductance(partOf(plan, id).figures.bore!) === c),
    ),
  ])
  const wanted = OVERSHOOT / perConductance
  // 1/C² = 1/C_rest² + 1/C_bore².
  const ofBore = wanted < withoutBore ? (1 / wanted ** 2 - 1 / withoutBore ** 2) ** -0.5 : Infinity
  return {
    value: inRow([set.block.conductance, ...inWay]) * perConductance,
    bore: Number.isFinite(ofBore) ? Math.sqrt(ofBore / boreConductance(1)) : 0.01,
  }
}

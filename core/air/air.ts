import { PRACTICE } from '../catalog/practice'
import type { AirPlan, Truck } from '../document/types'
import type { Figure } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import { interpolate } from '../quantity/interpolate'
import { firstOfKind, springsTeed } from './circuit/connections'
import { airSet } from './parts/parts'
import { airRules } from './rules/index'
import { supplyOf } from './circuit/supply'
import { springVolume } from '../catalog/springVolume'
import { timeToLevel, type FillingCorner } from './equations/levelTime'
import type { AirNeed, AirResult } from './types'
import { overshootOf } from './equations/overshoot'

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
    firstOfKind(air, 'tank') && supply?.cutOut != null
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
        { label: 'To read and shut, s', value: PRACTICE.blockReaction.value, quantity: 'plain' },
        { label: 'Bore that keeps it under the limit', value: overshoot.bore, quantity: 'bore' },
      ],
      source: 'ISO 6358-1; reaction from memory',
      max: PRACTICE.presetTolerance.value,
    }
    figures.bore = {
      label: 'Bore that keeps it under 2 psi',
      value: overshoot.bore,
      quantity: 'bore',
      formula: 'bore whose conductance in a row with the block’s lets the overshoot be the limit',
      inputs: [{ label: 'Limit', value: PRACTICE.presetTolerance.value, quantity: 'pressure' }],
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

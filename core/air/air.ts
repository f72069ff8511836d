import type { ComponentKind } from '../catalog/kinds'
import type { SpringClass } from '../catalog/springs'
import { springVolume } from '../catalog/springVolume'
import type { AirPlan, Truck } from '../document/types'
import { interpolate } from '../quantity/interpolate'
import { stateOf, type StageOutput } from '../quantity/stage'
import { allOfKinds, firstOfKind, springsTeed } from './circuit/connections'
import { overshootOf } from './circuit/overshoot'
import { supplyOf } from './circuit/supply'
import { timeToLevel, type FillingCorner } from './equations/levelTime'
import { airFigures } from './figures'
import { airSet, partOf } from './parts/parts'
import { airRules } from './rules'
import type { AirNeed, AirResult, AirSet, ElectricPart, HaulFill, SupplyFacts } from './types'

/** Circuit, sizes and the time to each haul. */
export function airStage(air: AirPlan, truck: Truck, needs: Record<string, AirNeed>): StageOutput<AirResult> {
  const set = airSet(air)
  const { compressor } = set
  const teed = springsTeed(air)
  const supply = supplyOf(air)
  const { highest, springVolume: volume } = highestHaul(set.spring, needs)
  const fills = fillsOf(set, needs)
  const motorPressure = motorWorksAgainst(air, set, supply, highest)
  const current = compressor ? interpolate(compressor.current, motorPressure) : 0
  const times = Object.fromEntries(Object.entries(fills).map(([id, f]) => [id, f?.seconds ?? null]))
  const overshoot = overshootOf(air, set, needs, volume, supply?.most ?? null)
  const notes = airRules({ plan: air, truck, set, needs, times, teed, supply, overshoot })
  return {
    figures: airFigures({
      set,
      needs,
      fills,
      supply,
      highest,
      volume,
      motor: { pressure: motorPressure, current },
      overshoot,
    }),
    notes,
    state: stateOf(notes, 'clear'),
    headline: compressor ? { figures: ['time'] } : { text: supply ? 'by engine' : 'by hand' },
    result: {
      ...set,
      electric: electricParts(air),
      teed,
      powered: compressor !== null,
      supplied: supply !== null,
      highest,
      current,
      springVolume: volume,
      tankVolume: allOfKinds(air, 'tank').reduce((sum, id) => sum + (partOf(air, id).figures.volume ?? 0), 0),
      times,
    },
  }
}

const ON_WIRES: readonly ComponentKind[] = [
  'belt',
  'pressureSwitch',
  'cabSwitch',
  'solenoid',
  'controller',
  'heightSensor',
  'sensor',
]

const electricParts = (air: AirPlan): ElectricPart[] =>
  allOfKinds(air, ...ON_WIRES).map((id) => {
    const { kind, label } = air.components[id]!
    return { id, kind, label, current: partOf(air, id).figures.current ?? 0 }
  })

/** Highest pressure any haul needs, Pa gauge, and the air volume of both springs there, m³. */
function highestHaul(
  spring: SpringClass | null,
  needs: Record<string, AirNeed>,
): Pick<AirResult, 'highest' | 'springVolume'> {
  if (!spring) return { highest: 0, springVolume: { left: 0, right: 0 } }
  const volumeAt = { height: spring.designHeight, volume: spring.volume }
  const volume = (height: number) => springVolume(spring.areaByHeight, volumeAt, height)
  let found = { highest: spring.minPressure, springVolume: { left: spring.volume, right: spring.volume } }
  for (const need of Object.values(needs)) {
    const top = Math.max(need.left.pressure, need.right.pressure)
    if (top < found.highest) continue
    found = {
      highest: top,
      springVolume: { left: volume(need.left.height), right: volume(need.right.height) },
    }
  }
  return found
}

/** Filling from the minimum to each haul by the electric compressor; null where it cannot get there. */
function fillsOf(
  { spring, compressor }: AirSet,
  needs: Record<string, AirNeed>,
): Record<string, HaulFill | null> {
  if (!spring || !compressor) return {}
  const volumeAt = { height: spring.designHeight, volume: spring.volume }
  const corner = (need: AirNeed, side: 'left' | 'right'): FillingCorner => ({
    areaByHeight: spring.areaByHeight,
    volumeAt,
    heightAt: need.heightAt[side],
    from: spring.minPressure,
    to: need[side].pressure,
  })
  return Object.fromEntries(
    Object.entries(needs).map(([id, need]) => {
      const top = Math.max(need.left.pressure, need.right.pressure)
      // A height that the springs cannot reach has no time to reach it.
      const short = [need.left.limitedBy, need.right.limitedBy].some((l) => l !== null && l !== 'minPressure')
      if (short || top > compressor.maxPressure) return [id, null]
      return [id, timeToLevel([corner(need, 'left'), corner(need, 'right')], compressor.flow)]
    }),
  )
}

/** Pressure the motor works up to, Pa gauge: with a tank the cut-out, whatever the haul asks. */
function motorWorksAgainst(
  air: AirPlan,
  { compressor }: AirSet,
  supply: SupplyFacts | null,
  highest: number,
): number {
  if (!firstOfKind(air, 'tank') || !supply) return highest
  return Math.min(supply.most, compressor?.maxPressure ?? Infinity)
}

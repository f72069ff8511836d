import type { CompressorClass } from '../catalog/compressors'
import type { SpringClass } from '../catalog/springs'
import { springVolume } from '../catalog/springVolume'
import type { AirPlan, ComponentKind } from '../document/types'
import { interpolate } from '../quantity/interpolate'
import { stateOf, type StageOutput } from '../quantity/stage'
import { allOfKinds, firstOfKind, springsTeed } from './circuit/connections'
import { firstFill } from './circuit/firstFill'
import { overshootOf } from './circuit/overshoot'
import { supplyOf } from './circuit/supply'
import { timeToLevel, type FillingCorner } from './equations/levelTime'
import { airFigures } from './figures'
import { compressorOnSite, motorSpeed, terminalVoltage } from './parts/compressorOnSite'
import { airSet, partOf } from './parts/parts'
import { airRules } from './rules'
import type {
  AirNeed,
  AirResult,
  AirSet,
  ElectricPart,
  HaulFill,
  MotorFeed,
  Site,
  SupplyFacts,
  TruckOfAir,
} from './types'

/**
 * Circuit, sizes and the time to each haul.
 * @param air as it runs when the job is done; `planned` includes what is left for later
 */
export function airStage(
  air: AirPlan,
  truck: TruckOfAir,
  needs: Record<string, AirNeed>,
  site: Site,
  planned = air,
): StageOutput<AirResult> {
  const set = setOnSite(air, site)
  const { compressor } = set
  const teed = springsTeed(air)
  const supply = supplyOf(air)
  const { highest, springVolume: volume } = highestHaul(set.spring, needs)
  const compressors = allOfKinds(air, 'compressor').length
  const fills = fillsOf(set, needs, site, compressors)
  const motor = motorLoad(air, needs, site.atmosphere)
  // The winding is the class's own, wherever it works.
  const { compressor: chosen } = airSet(air)
  const onFeed = chosen && site.feed && motorOnFeed(chosen, site.feed, motor.current)
  const times = Object.fromEntries(Object.entries(fills).map(([id, f]) => [id, f?.seconds ?? null]))
  const overshoot = overshootOf(air, set, needs, volume, supply?.most ?? null, site.atmosphere)
  const first = firstFill(air, set.spring)
  const notes = airRules({ plan: air, planned, truck, set, needs, times, teed, site, supply, overshoot })
  return {
    figures: airFigures({
      set,
      needs,
      fills,
      supply,
      highest,
      volume,
      motor: { ...motor, onFeed },
      site,
      overshoot,
      firstFill: first,
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
      current: motor.current,
      compressors,
      slowed: onFeed?.slowed ?? null,
      springVolume: volume,
      tankVolume: allOfKinds(air, 'tank').reduce((sum, id) => sum + (partOf(air, id).figures.volume ?? 0), 0),
      times,
      site,
      firstFill: first,
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

/** Other consumers besides compressor and block, with their current. */
export const electricParts = (air: AirPlan): ElectricPart[] =>
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

/** The chosen classes, with the compressor as it performs on site. */
function setOnSite(air: AirPlan, site: Pick<Site, 'atmosphere' | 'feed'>): AirSet {
  const set = airSet(air)
  return set.compressor ? { ...set, compressor: compressorOnSite(set.compressor, site) } : set
}

/**
 * Highest pressure the motor works against, Pa gauge, and its current there, A. This is known before its feed,
 * because the current follows the pressure and not the voltage.
 */
export function motorLoad(
  air: AirPlan,
  needs: Record<string, AirNeed>,
  atmosphere: number,
): { pressure: number; current: number } {
  const set = setOnSite(air, { atmosphere, feed: null })
  const { highest } = highestHaul(set.spring, needs)
  const pressure = motorWorksAgainst(air, set, supplyOf(air), highest)
  return { pressure, current: set.compressor ? interpolate(set.compressor.current, pressure) : 0 }
}

/** Volts left at the motor's terminals, and the share of its speed, and so of its air, lost in the feed. */
const motorOnFeed = (compressor: CompressorClass, feed: MotorFeed, current: number) => ({
  volts: terminalVoltage(feed, current),
  slowed: Math.max(1 - motorSpeed(compressor, feed, current), 0),
})

/** Time to fill from the minimum to each haul with the electric compressor; null if it cannot reach it. */
function fillsOf(
  { spring, compressor }: AirSet,
  needs: Record<string, AirNeed>,
  { atmosphere, staging }: Site,
  compressors: number,
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
      // A height that the springs cannot reach takes no time.
      const short = [need.left.limitedBy, need.right.limitedBy].some((l) => l !== null && l !== 'minPressure')
      if (short || top > compressor.maxPressure) return [id, null]
      const corners = [corner(need, 'left'), corner(need, 'right')]
      const alone = timeToLevel(corners, compressor.flow, atmosphere)
      return [id, compressors < 2 ? alone : withSecond(alone, staging)]
    }),
  )
}

/**
 * A fill with the help of a second compressor of the same class: until it starts the first works alone, then
 * they give twice the air against the same pressures.
 */
export const withSecond = (alone: HaulFill | null, staging: number): HaulFill | null =>
  alone && { ...alone, seconds: Math.min(alone.seconds, (alone.seconds + staging) / 2) }

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

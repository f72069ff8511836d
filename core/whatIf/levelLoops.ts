import { allOfKinds, firstOfKind } from '../air/circuit/connections'
import { circuitAsItRuns } from '../air/circuit/states'
import { supplyOf } from '../air/circuit/supply'
import { isoMassFlow } from '../air/equations/componentFlow'
import { runLoop } from '../air/levelling/closedLoop'
import type { Corner, Drive, Leveller, LoopResult, Supply } from '../air/levelling/types'
import { roadHeights, washboard, type RoadClass } from '../air/levelling/road'
import { partOf } from '../air/parts/parts'
import { PRACTICE } from '../catalog/practice'
import { springVolume } from '../catalog/springVolume'
import type { Plan } from '../document/types'
import { rearSteel, steelForce } from '../load/steel'
import { GRAVITY, REFERENCE_DENSITY, REFERENCE_TEMPERATURE } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import { leverAngle } from '../tune/lever'
import { sensorTravel } from '../tune/sensor'
import { sensedTravel } from '../tune/wheelTravel'
import { LEVEL_DRIVE } from './settings'
import type { Derived } from '../derive/types'

/** A plan's own levelling, one rear corner of it, over what the road brings. SI. */

export const LEVEL_DRIVES = [
  { id: 'load', label: 'Load put on' },
  { id: 'brake', label: 'Braking hard' },
  { id: 'pothole', label: 'Pothole' },
  { id: 'washboard', label: 'Washboard' },
  { id: 'smooth', label: 'Good road, ten minutes' },
  { id: 'rough', label: 'Rough road, ten minutes' },
  { id: 'hoist', label: 'Frame on the hoist' },
] as const
export type LevelDrive = (typeof LEVEL_DRIVES)[number]['id']

export interface LevelLoop {
  corner: Corner
  supply: Supply
  leveller: Leveller
  /** Load of the haul over that of the lightest, N: of the left corner, and of the right. */
  haulForce: number
  rightForce: number
}

const SLOW = PRACTICE.slowDrive.value
const ROAD_SPEED = PRACTICE.roadDrive.value
const { roadTime: ROAD_TIME, roadStep: ROAD_STEP } = LEVEL_DRIVE
/** Length of such a road, km. */
export const ROAD_KM = (ROAD_TIME * ROAD_SPEED) / 1000

/** What a plan's corner, supply and leveller are; null where nothing levels by itself, or no haul is told. */
export function levelLoopOf(plan: Plan, { stages }: Derived, haulId: string): LevelLoop | null {
  const air = circuitAsItRuns(plan.air)
  const { spring, hauls } = stages.load.result
  const springClass = stages.air.result.spring
  const haul = hauls[haulId]
  const leveller = levellerOf(plan)
  if (!spring || !springClass || !haul || !leveller) return null
  const { truck } = stages.truck.result
  const { motionRatio, rearRate } = truck.suspension
  // What the steel carries at ride height is the truck unladen, unsprung weight counted with it; the rest is
  // Load's own.
  const steel = rearSteel(truck)
  const steelAtRide = ((truck.unladen.rearLeft + truck.unladen.rearRight) / 2) * GRAVITY
  const carried = (h: typeof haul, side: 'left' | 'right' = 'left') =>
    steelAtRide + steelForce(steel, h.target)[0] + h[side].springForce * motionRatio
  const lightest = Math.min(...Object.values(hauls).map((h) => carried(h)))
  const mass = lightest / GRAVITY
  // The bag by itself, air shut in: p·A²/V at what the haul asks.
  const area = interpolate(spring.areaByHeight, spring.designHeight)
  const absolute = haul.left.pressure + stages.air.result.site.atmosphere
  const airRate = ((absolute * area ** 2) / springClass.volume) * motionRatio ** 2
  const [droop, bump] = sensedTravel(plan.truck.seatGap)
  const supply = supplyOf(air)
  const tanks = allOfKinds(air, 'tank').reduce((sum, id) => sum + (partOf(air, id).figures.volume ?? 0), 0)
  const { atmosphere } = stages.air.result.site
  const most = supply?.most ?? springClass.maxPressure
  const volumeAt = { height: springClass.designHeight, volume: springClass.volume }
  return {
    leveller,
    haulForce: carried(haul) - lightest,
    rightForce: carried(haul, 'right') - lightest,
    corner: {
      mass,
      steelAtRide,
      steelRate: rearRate,
      damping: 2 * PRACTICE.damping.value * Math.sqrt((rearRate + airRate) * mass),
      motionRatio,
      areaAt: (height) => interpolate(spring.areaByHeight, height),
      volumeAt: (height) => springVolume(springClass.areaByHeight, volumeAt, height),
      rideHeight: spring.designHeight,
      droop,
      bump,
    },
    supply: {
      volume: tanks,
      pressure: most + atmosphere,
      freeAir: (gauge) => freeAirAt(plan, stages.air.result, gauge),
      cutIn: supply?.cutIn ?? most - PRACTICE.switchHysteresis.value,
      cutOut: most,
      atmosphere,
      temperature: REFERENCE_TEMPERATURE,
    },
  }
}

/** Free air of whatever fills this circuit at a gauge pressure, m³/s. */
function freeAirAt(plan: Plan, { compressor }: Derived['stages']['air']['result'], gauge: number): number {
  if (compressor) return interpolate(compressor.flow, gauge)
  const belt = firstOfKind(plan.air, 'belt')
  if (!belt) return 0
  const { freeAir = 0, maxPressure = 1e6 } = partOf(plan.air, belt).figures
  return freeAir * Math.max(1 - (PRACTICE.beltFall.value * gauge) / maxPressure, 0)
}

/** What levels the truck: a height valve on its lever, or a controller with the block's valves. */
function levellerOf({ air: whole, tune, truck: { seatGap } }: Plan): Leveller | null {
  const [droop, bump] = sensedTravel(seatGap)
  const { sensing } = tune
  const air = circuitAsItRuns(whole)
  const valve = firstOfKind(air, 'heightValve')
  if (valve) {
    const f = partOf(air, valve).figures
    const arm = f.arm!
    const { link, delay } = tune.lever
    const geometry = { arm, link, ahead: arm, below: link }
    return {
      kind: 'valve',
      delay,
      conductance: f.conductance!,
      criticalRatio: f.criticalRatio!,
      openingAt(travel) {
        // The body up is the axle down, as the lever sees it.
        const angle = leverAngle(geometry, -travel)
        if (angle === null) return travel > 0 ? -1 : 1
        return openAtAngle(f, angle)
      },
    }
  }
  const [controller, block] = [firstOfKind(air, 'controller'), firstOfKind(air, 'block')]
  if (!controller || !block) return null
  const f = partOf(air, controller).figures
  const { conductance, criticalRatio } = partOf(air, block).figures
  return {
    kind: 'controller',
    band: f.band!,
    wait: f.delay!,
    driving: sensing.driving,
    filter: sensing.filter,
    timeOut: f.timeOut!,
    conductance: conductance!,
    criticalRatio: criticalRatio!,
    senses: sensorTravel(sensing, droop, bump).reads,
  }
}

/** How far a height valve is open with its arm at an angle: from shut at its dead band to 1, filling up, −1 venting. */
function openAtAngle({ deadBand, fullOpen }: Record<string, number>, angle: number): number {
  const shut = deadBand!
  const wide = Math.max(fullOpen!, shut + LEVEL_DRIVE.leastOpening)
  const open = Math.min(Math.max((Math.abs(angle) - shut) / (wide - shut), 0), 1)
  return Math.sign(angle) * open
}

/**
 * What a height valve passes with its arm at an angle, by a haul's pressure: free air, m³/s, into the spring
 * with the arm up, out of it (negative) with the arm down. Null where no valve levels, or no such haul.
 */
export function leverFlow(
  plan: Plan,
  derived: Derived,
  haulId: string,
): { angle: number; flow: number }[] | null {
  const air = circuitAsItRuns(plan.air)
  const valve = firstOfKind(air, 'heightValve')
  const loop = levelLoopOf(plan, derived, haulId)
  const haul = derived.stages.load.result.hauls[haulId]
  if (!valve || !loop || !haul) return null
  const { figures } = partOf(air, valve)
  const { supply } = loop
  const { conductance, criticalRatio } = loop.leveller
  const spring = haul.left.pressure + supply.atmosphere
  const through = (from: number, to: number) =>
    isoMassFlow(conductance, criticalRatio, from, to, supply.temperature) / REFERENCE_DENSITY
  // Without a tank no more goes in than what fills gives.
  const most = supply.volume > 0 ? Infinity : supply.freeAir(haul.left.pressure)
  const fill = Math.min(through(supply.cutIn + supply.atmosphere, spring), most)
  const vent = through(spring, supply.atmosphere)
  const { stops } = plan.tune.lever
  return Array.from({ length: ANGLES + 1 }, (_, i) => {
    const angle = stops * ((2 * i) / ANGLES - 1)
    const open = openAtAngle(figures, angle)
    return { angle, flow: open * (open > 0 ? fill : vent) }
  })
}
const ANGLES = LEVEL_DRIVE.angles

/** Over a road of a class for ten minutes. */
function roadDrive(road: RoadClass, force: number, seed: number): Drive {
  const seconds = ROAD_TIME
  const heights = roadHeights(road, seconds * ROAD_SPEED + 10, ROAD_STEP, seed)
  return {
    seconds,
    calm: false,
    moving: true,
    force: () => force,
    road(t) {
      const at = (t * ROAD_SPEED) / ROAD_STEP
      const i = Math.floor(at)
      return heights[i]! + (heights[i + 1]! - heights[i]!) * (at - i)
    },
  }
}

/** What a drive does to a loop's corner. */
export function driveOf(drive: LevelDrive, { haulForce, corner }: LevelLoop, seed = 1): Drive {
  const weight = corner.mass * GRAVITY
  const flat = () => 0
  switch (drive) {
    case 'load':
      return { seconds: 180, road: flat, force: (t) => (t < 2 ? 0 : haulForce) }
    case 'brake':
      return {
        seconds: 60,
        moving: true,
        road: flat,
        force: (t) => haulForce - (t > 5 && t < 9 ? BRAKING * (weight + haulForce) : 0),
      }
    case 'pothole':
      return {
        seconds: 60,
        moving: true,
        road: (t) => (t > 5 && t < 5 + HOLE.along / SLOW ? -HOLE.deep : 0),
        force: () => haulForce,
      }
    case 'washboard':
      return {
        seconds: 120,
        calm: false,
        moving: true,
        road: (t) => washboard(t * SLOW, WAVES.long, WAVES.high),
        force: () => haulForce,
      }
    case 'smooth':
      return roadDrive('A', haulForce, seed)
    case 'rough':
      return roadDrive('C', haulForce, seed)
    case 'hoist':
      return { seconds: 120, road: flat, force: (t) => (t < 5 ? haulForce : -HUNG * weight) }
  }
}
const BRAKING = PRACTICE.brakingLifts.value
const HOLE = { along: PRACTICE.potholeLong.value, deep: PRACTICE.potholeDeep.value }
const WAVES = { long: PRACTICE.washboardLong.value, high: PRACTICE.washboardHigh.value }
const HUNG = PRACTICE.hoistTakes.value

/** What may be wrong with what levels: nothing, a leak at the spring, and what its sensor or its lever does then. */
export const LEVEL_FAULTS = [
  { id: 'none', label: 'nothing wrong' },
  { id: 'leak', label: 'a slow leak at the spring' },
  { id: 'unplugged', label: 'its sensor unplugged, its link off' },
  { id: 'reversed', label: 'its arm the wrong way round' },
] as const
export type LevelFault = (typeof LEVEL_FAULTS)[number]['id']

/** A loop with something wrong. A link that is off lets its arm hang, as with the body far too high. */
export function withFault(loop: LevelLoop, fault: LevelFault): LevelLoop {
  const { corner, leveller } = loop
  switch (fault) {
    case 'none':
      return loop
    case 'leak':
      return { ...loop, corner: { ...corner, leak: PRACTICE.slowLeak.value } }
    case 'unplugged':
      return leveller.kind === 'controller'
        ? { ...loop, leveller: { ...leveller, senses: () => null } }
        : { ...loop, leveller: { ...leveller, openingAt: () => -1 } }
    case 'reversed': {
      if (leveller.kind === 'controller') {
        const { senses } = leveller
        return { ...loop, leveller: { ...leveller, senses: (travel) => senses(-travel) } }
      }
      const { openingAt } = leveller
      return { ...loop, leveller: { ...leveller, openingAt: (travel) => openingAt(-travel) } }
    }
  }
}

export const runLevel = (
  loop: LevelLoop,
  drive: LevelDrive,
  seed = 1,
  fault: LevelFault = 'none',
): LoopResult => {
  const { corner, supply, leveller } = withFault(loop, fault)
  return runLoop(corner, supply, leveller, driveOf(drive, loop, seed))
}

/** Rows of a level run as CSV: s, mm at the wheel, kPa. */
export function levelCsv({ rows }: LoopResult): string {
  const head = 't_s,travel_mm,spring_kPa,tank_kPa'
  const lines = rows.map(({ t, travel, spring, tank }) =>
    [t.toFixed(1), (travel * 1000).toFixed(2), (spring / 1000).toFixed(2), (tank / 1000).toFixed(2)].join(
      ',',
    ),
  )
  return [head, ...lines, ''].join('\n')
}

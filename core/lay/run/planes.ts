import { PRACTICE } from '../../catalog/practice'
import { KICK, railRise } from '../../catalog/truckGeometry'
import type { Point, Truck } from '../../document/types'
import { CAB } from '../space/cab'
import { boundsOf } from '../space/shapes'
import type { Solid } from '../space/solid'
import { BATTERY_SIZE, FLOOR, MEMBER } from '../space/solids'
import { runClearance } from './clearance'
import { RUN_SOLVER, WAY } from './settings'

/** Positions of the lattice's planes: at the truck's steel, at things added by hand, and evenly in between. */

/**
 * Sorted planes: those named (of two closer than `least` the first one named stays), with gaps filled evenly.
 */
function planes(named: readonly number[], low: number, high: number, least: number, most: number): number[] {
  const kept: number[] = []
  for (const value of named)
    if (value >= low && value <= high && kept.every((other) => Math.abs(other - value) >= least))
      kept.push(value)
  kept.sort((a, b) => a - b)
  return kept.flatMap((value, i) => {
    const gap = i + 1 < kept.length ? kept[i + 1]! - value : 0
    const pieces = Math.max(Math.ceil(gap / most - RUN_SOLVER.rounding), 1)
    return Array.from({ length: pieces }, (_, n) => value + (gap * n) / pieces)
  })
}

const APART = RUN_SOLVER.planesApart

/** Positions just beside the faces of things added by hand, along one axis. */
const besideEntered = (solids: readonly Solid[], axis: 'x' | 'y' | 'z'): number[] =>
  solids
    .filter(({ entered }) => entered)
    .flatMap((solid) => {
      const { min, max } = boundsOf(solid.shape)
      const apart = runClearance(solid) + WAY.fromFace - WAY.radius
      return [min[axis] - apart, max[axis] + apart]
    })

/** Positions of the planes along the truck, m. */
export function planesAlong(truck: Truck, solids: readonly Solid[], through: readonly Point[]): number[] {
  const { frame } = truck
  const beside = CAB.sheet / 2 + WAY.fromFace
  const member = MEMBER.along / 2 + WAY.fromFace
  const front = Math.max(frame.front, truck.battery.x + 0.2, truck.wheelbase + 0.4)
  const rear = Math.min(frame.rear, -truck.axleToBall)
  const named = [
    ...KICK.flatMap((x) => [x, -x]),
    ...frame.crossMembers.flatMap((x) => [x - member, x + member]),
    rear,
    front,
    truck.cabRear - beside,
    truck.cabRear + beside,
    CAB.firewall(truck) - beside,
    CAB.firewall(truck) + beside,
    0,
    ...through.map(({ x }) => x),
    ...besideEntered(solids, 'x'),
  ]
  return planes(named, rear, front, APART, 0.22)
}

/** Positions of the planes across it, from the middle, m. */
export function planesAcross(truck: Truck, solids: readonly Solid[], through: readonly Point[]): number[] {
  const { frame, bed } = truck
  const half = frame.spacing / 2
  const beside = frame.railWidth / 2 + WAY.fromFace
  const wide = Math.max(bed.width / 2 - 0.03, half + beside)
  // Symmetric, so that a mirrored truck has a mirrored lattice.
  const entered = [...through.map(({ y }) => y), ...besideEntered(solids, 'y')].map(Math.abs)
  const left = planes([half - beside, half, half + beside, 0, wide, ...entered], 0, wide, APART, 0.18)
  return [
    ...left
      .slice(1)
      .map((y) => -y)
      .reverse(),
    ...left,
  ]
}

/** Heights above the upper edge of the rails where it is level. */
export function planesUp(truck: Truck, solids: readonly Solid[], through: readonly Point[]): number[] {
  const { frame, bed } = truck
  const up = WAY.fromFace
  const cab = CAB.floor(truck) - frame.top
  const battery = truck.battery.z + BATTERY_SIZE[2] - frame.top
  const named = [
    -MEMBER.up / 2,
    up,
    -frame.depth - up,
    -frame.depth / 2,
    cab - up - CAB.sheet / 2,
    cab + up + CAB.sheet / 2,
    bed.floor - FLOOR - up - frame.top,
    -frame.depth - 0.16,
    CAB.dash(truck) - frame.top,
    battery + 0.06,
    ...through.map(({ x, z }) => z - frame.top - railRise(truck, x)),
    ...besideEntered(solids, 'z').map((z) => z - frame.top),
  ]
  const [low, high] = [PRACTICE.groundClearance.value - frame.top, Math.max(battery + 0.1, cab + 0.6)]
  return planes(named, low, high, APART, 0.16)
}

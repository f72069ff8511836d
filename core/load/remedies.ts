import type { SpringClass } from '../catalog/springs'
import { couplingAhead, seatedHeight } from '../catalog/truckGeometry'
import type { Haul, LoadedTruck } from '../document/types'
import { GRAVITY } from '../quantity/constants'
import type { Remedy } from '../quantity/figure'
import { interpolate, tableRange } from '../quantity/interpolate'
import type { Patch } from '../quantity/patch'
import { itemMass } from './masses'
import type { HaulResult } from './types'

/** Takes another spring class and drops the typed sheet, which belonged to the old one. */
export const takeSpring = (label: string, id: string): Remedy => ({
  label,
  patches: [
    { op: 'replace', path: ['air', 'springClass'], value: id },
    { op: 'replace', path: ['air', 'sheet'], value: null },
  ],
})

/** Moves every item of a haul forward by `by` m. */
export function moveItems(r: HaulResult, haul: Haul, by: number): Remedy {
  const patches: Patch[] = Object.entries(haul.items).map(([id, item]) => ({
    op: 'replace',
    path: ['hauls', r.id, 'items', id, 'x'],
    value: Math.round((item.x + by) * 1000) / 1000,
  }))
  return { label: `Move the load forward ${Math.round(by * 1000)} mm`, patches }
}

/** Mass of all items, kg, and how far they can move forward together on the bed, m; zero without items. */
export function roomForward(haul: Haul, truck: LoadedTruck): { mass: number; room: number } {
  const items = Object.values(haul.items)
  return {
    mass: items.reduce((sum, i) => sum + itemMass(i), 0),
    room: items.length > 0 ? Math.min(...items.map((i) => truck.bed.front - (i.x + i.length / 2))) : 0,
  }
}

/**
 * Forward move, in steps of 50 mm, that takes `excess` kg off the rear axle, if the bed has the room and the
 * front axle the rating.
 */
export function moveForward(
  r: HaulResult,
  haul: Haul,
  truck: LoadedTruck,
  excess: number,
): Remedy | undefined {
  const { mass, room } = roomForward(haul, truck)
  if (mass <= 0) return undefined
  const by = Math.ceil(((excess * truck.wheelbase) / mass) * 20) / 20
  const front = r.frontAxle + (by * mass) / truck.wheelbase
  return by > 0 && by <= room && front <= truck.ratings.frontAxle ? moveItems(r, haul, by) : undefined
}

/** Load to take off the ball to bring `excess` kg off the rear axle: m·(1 + b/L), with the ball b behind it. */
export function unloadRear(
  r: HaulResult,
  haul: Haul,
  truck: LoadedTruck,
  excess: number,
): Remedy | undefined {
  const behind = -couplingAhead(haul, truck)
  return lessOnBall(r, haul, behind, excess / (1 + behind / truck.wheelbase))
}

/** Load to take off the ball to bring `missing` kg back on the front axle: m·b/L. */
export function loadFront(
  r: HaulResult,
  haul: Haul,
  truck: LoadedTruck,
  missing: number,
): Remedy | undefined {
  const behind = -couplingAhead(haul, truck)
  return lessOnBall(r, haul, behind, (missing * truck.wheelbase) / behind)
}

function lessOnBall(r: HaulResult, haul: Haul, behind: number, wanted: number): Remedy | undefined {
  if (haul.ballFrom === 'trailer' || behind <= 0) return undefined
  const by = Math.ceil(wanted)
  if (by <= 0 || by > haul.ballLoad) return undefined
  return {
    label: `Take ${by} kg off the ball`,
    patches: [{ op: 'replace', path: ['hauls', r.id, 'ballLoad'], value: haul.ballLoad - by }],
  }
}

/**
 * True if a class in this truck is neither crushed on the bump stop nor pulled past its height at full droop.
 */
export function spansTravel(spring: SpringClass, { seatGap }: LoadedTruck, spacer: number): boolean {
  const { low, high } = tableRange(spring.areaByHeight)
  return (
    seatedHeight(seatGap.bump, spring, spacer) >= low && seatedHeight(seatGap.droop, spring, spacer) <= high
  )
}

/**
 * True if a spring class, in this truck's gap and at the target squat, gives its force within its own limits.
 */
export function springCarries(
  spring: SpringClass,
  truck: LoadedTruck,
  spacer: number,
  target: number,
  force: number,
): boolean {
  const height = seatedHeight(truck.seatGap.unladen, spring, spacer) - target * truck.suspension.motionRatio
  const { low, high } = tableRange(spring.areaByHeight)
  const most = Math.min(
    spring.maxPressure * interpolate(spring.areaByHeight, height),
    spring.maxLoad * GRAVITY,
  )
  return height >= low && height <= high && force <= most
}

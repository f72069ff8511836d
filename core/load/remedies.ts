import type { SpringClass } from '../catalog/springs'
import type { Haul, Truck } from '../document/types'
import type { Patch } from '../quantity/patch'
import type { Remedy } from '../quantity/figure'
import { GRAVITY } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import type { HaulResult } from './types'
import { couplingAt, itemMass } from './masses'

/** Moves every item of a haul forward together. */
export function moveItems(r: HaulResult, haul: Haul, by: number): Remedy {
  const patches: Patch[] = Object.entries(haul.items).map(([id, item]) => ({
    op: 'replace',
    path: ['hauls', r.id, 'items', id, 'x'],
    value: Math.round((item.x + by) * 1000) / 1000,
  }))
  return { label: `Move the load forward ${Math.round(by * 1000)} mm`, patches }
}

/** Forward move that takes `excess` kg off the rear axle, if the items have the room for it. */
export function moveForward(r: HaulResult, haul: Haul, truck: Truck, excess: number): Remedy | undefined {
  const items = Object.values(haul.items)
  const mass = items.reduce((sum, i) => sum + itemMass(i), 0)
  if (mass <= 0) return undefined
  const by = Math.ceil(((excess * truck.wheelbase) / mass) * 20) / 20
  const room = Math.min(...items.map((i) => truck.bed.front - (i.x + i.length / 2)))
  return by > 0 && by <= room && r.frontAxle + (by * mass) / truck.wheelbase <= truck.ratings.frontAxle
    ? moveItems(r, haul, by)
    : undefined
}

/** Load off the ball that brings `excess` kg off the rear axle, or `light` kg back on the front one. */
export function lessOnBall(
  r: HaulResult,
  haul: Haul,
  truck: Truck,
  off: { excess?: number; light?: number },
): Remedy | undefined {
  const behind = -couplingAt(haul, truck)
  if (haul.ballFrom === 'trailer' || behind <= 0) return undefined
  const by = Math.ceil(
    off.excess === undefined
      ? (off.light! * truck.wheelbase) / behind
      : off.excess / (1 + behind / truck.wheelbase),
  )
  return by > 0 && by <= haul.ballLoad
    ? {
        label: `Take ${by} kg off the ball`,
        patches: [{ op: 'replace', path: ['hauls', r.id, 'ballLoad'], value: haul.ballLoad - by }],
      }
    : undefined
}

/** Whether a spring class, in this truck's gap and at the height aimed for, gives a force within its own limits. */
export function springCarries(
  spring: SpringClass,
  truck: Truck,
  spacer: number,
  target: number,
  force: number,
): boolean {
  const height = truck.seatGap.unladen - spring.bracketHeight - spacer - target * truck.suspension.motionRatio
  const table = spring.areaByHeight
  return (
    height >= table[0]![0] &&
    height <= table.at(-1)![0] &&
    force <= Math.min(spring.maxPressure * interpolate(table, height), spring.maxLoad * GRAVITY)
  )
}

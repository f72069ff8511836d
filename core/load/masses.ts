import { couplingAhead } from '../catalog/truckGeometry'
import type { Haul, LoadItem, LoadedTruck } from '../document/types'
import { GRAVITY } from '../quantity/constants'
import type { PlacedMass } from './statics'
import { tongueLoad } from './trailer'
import type { TowedLoad, BarShift } from './types'

/**
 * What an item weighs, kg: its own mass and its liquid. A negative mass is a typing error: its size counts,
 * never as lift, and a note marks it.
 */
export function itemMass(item: LoadItem): number {
  return (
    Math.abs(item.mass) +
    (item.liquid ? item.liquid.density * item.length * item.width * item.height * item.liquid.fill : 0)
  )
}

/** The same item, lighter or heavier throughout. */
export function scaledItem(item: LoadItem, by: number): LoadItem {
  return {
    ...item,
    mass: item.mass * by,
    liquid: item.liquid && { ...item.liquid, density: item.liquid.density * by },
  }
}

/** Ball load and trailer weight: typed, weighed, or from the trailer's own plan. */
export function towedLoad(haul: Haul): TowedLoad {
  if (haul.ballFrom !== 'trailer') return { ball: haul.ballLoad, whole: haul.trailerMass }
  const { trailer } = haul
  const masses = [{ mass: trailer.empty, behind: trailer.emptyAt }, ...Object.values(trailer.items)]
  return { ball: tongueLoad(trailer.axle, masses).ball, whole: masses.reduce((sum, m) => sum + m.mass, 0) }
}

/** Masses of a haul as points: its items, and the load at the coupling. */
export function massesOf(haul: Haul, truck: LoadedTruck): PlacedMass[] {
  const items = Object.values(haul.items).map((item) => ({ mass: itemMass(item), x: item.x, y: item.y }))
  const { ball } = towedLoad(haul)
  return ball === 0 ? items : [...items, { mass: ball, x: couplingAhead(haul, truck), y: 0 }]
}

/**
 * What the spring bars of a weight-distributing hitch move, kg: front +(M/L)(1 + b/Lt), trailer axle +M/Lt,
 * rear the rest. M is the moment of both bars about the ball, b the distance of the ball behind the rear axle,
 * Lt from ball to trailer axle. Source: both free bodies balanced. Zero on a bed hitch, or without a trailer.
 */
export function barShift(haul: Haul, truck: LoadedTruck): BarShift {
  const moment =
    haul.bars && haul.coupling === 'ball' && towedLoad(haul).whole > 0
      ? 2 * haul.bars.force * haul.bars.length
      : 0
  const front = (moment / truck.wheelbase) * (1 + truck.axleToBall / haul.trailer.axle)
  const trailer = moment / haul.trailer.axle
  return { moment, front: front / GRAVITY, trailer: trailer / GRAVITY, rear: -(front + trailer) / GRAVITY }
}

/** True if anything is carried or towed. */
export const isLoaded = (haul: Haul) => Object.keys(haul.items).length > 0 || towedLoad(haul).ball !== 0

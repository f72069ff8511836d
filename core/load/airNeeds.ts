import { springVolume } from '../catalog/springVolume'
import type { SpringClass } from '../catalog/springs'
import type { LoadedTruck } from '../document/types'
import { balanceBody, bodyLoad, squatAt } from './body'
import { rearSteel, steelForce } from './steel'
import type { BodyLoad, HaulResult, LevelSpring, LoadResult } from './types'

/** What Load passes on about one haul for filling the springs. SI, gauge pressures. */
export interface HaulNeed {
  label: string
  left: HaulResult['left']
  right: HaulResult['right']
  /** Difference between left and right on separate lines, left minus right. */
  sideDifference: number
  /** Height of each spring at a pressure, under the load of its own corner, m. */
  heightAt: { left(pressure: number): number; right(pressure: number): number }
}

/** What a haul needs of the air with a spring at its height in this truck. */
export const haulNeed = (truck: LoadedTruck, spring: LevelSpring, haul: HaulResult): HaulNeed => ({
  label: haul.label,
  left: haul.left,
  right: haul.right,
  sideDifference: haul.sideDifference,
  heightAt: {
    left: cornerHeight(truck, spring, haul, 'left'),
    right: cornerHeight(truck, spring, haul, 'right'),
  },
})

/** What each haul needs of the air, by haul id; empty without a spring. */
export function airNeeds(truck: LoadedTruck, { spring, hauls }: LoadResult): Record<string, HaulNeed> {
  if (!spring) return {}
  return Object.fromEntries(Object.entries(hauls).map(([id, haul]) => [id, haulNeed(truck, spring, haul)]))
}

/** Height of a spring against pressure, at the force its corner carries in this haul. */
function cornerHeight(truck: LoadedTruck, spring: LevelSpring, haul: HaulResult, side: 'left' | 'right') {
  const { motionRatio } = truck.suspension
  const steel = rearSteel(truck)
  const increase = haul[side].springForce * motionRatio + steelForce(steel, haul.target)[0]
  return (pressure: number) =>
    spring.designHeight - squatAt(pressure, increase, steel, motionRatio, spring) * motionRatio
}

/** Volumes of both springs, m³, their heights and how far the front stands under its empty height, m. */
export type SpringPair = [
  volumeLeft: number,
  volumeRight: number,
  heightLeft: number,
  heightRight: number,
  front: number,
]

/**
 * Both springs under the truck at given gauge pressures, Pa. A pressure below atmosphere lifts nothing.
 * @param spring with its unladen height in this truck; `springClass` gives the volume at its design height
 * @param load what the suspension carries; null for the empty truck
 */
export function springsUnder(
  truck: LoadedTruck,
  spring: LevelSpring,
  springClass: Pick<SpringClass, 'designHeight' | 'volume'>,
  load: BodyLoad | null,
): (left: number, right: number) => SpringPair {
  const { motionRatio } = truck.suspension
  const volumeAt = { height: springClass.designHeight, volume: springClass.volume }
  const body = load ?? bodyLoad(0, 0, 0)
  return (left, right) => {
    const at = balanceBody(truck, body, spring, { left: Math.max(left, 0), right: Math.max(right, 0) })
    const heightLeft = spring.designHeight - at.rearLeft * motionRatio
    const heightRight = spring.designHeight - at.rearRight * motionRatio
    return [
      springVolume(spring.areaByHeight, volumeAt, heightLeft),
      springVolume(spring.areaByHeight, volumeAt, heightRight),
      heightLeft,
      heightRight,
      at.frontSquat,
    ]
  }
}

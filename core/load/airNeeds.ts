import type { AirNeed } from '../air/types'
import { rearSteel, steelForce } from './steel'
import { squatAt } from './body'
import type { HaulResult, LoadResult, LevelSpring } from './types'
import type { Truck } from '../document/types'

export function airNeeds(truck: Truck, load: LoadResult): Record<string, AirNeed> {
  const spring = load.spring
  if (!spring) return {}
  return Object.fromEntries(
    Object.entries(load.hauls).map(([id, h]) => [
      id,
      {
        label: h.label,
        left: h.left,
        right: h.right,
        sideDifference: h.sideDifference,
        heightAt: {
          left: cornerHeight(truck, spring, h, 'left'),
          right: cornerHeight(truck, spring, h, 'right'),
        },
      },
    ]),
  )
}

/** Height of a spring against pressure on its own corner, at the force that corner carries in this haul. */
function cornerHeight(truck: Truck, spring: LevelSpring, haul: HaulResult, side: 'left' | 'right') {
  const { motionRatio } = truck.suspension
  const steel = rearSteel(truck)
  const increase = haul[side].springForce * motionRatio + steelForce(steel, haul.target)[0]
  return (pressure: number) =>
    spring.designHeight - squatAt(pressure, increase, steel, motionRatio, spring) * motionRatio
}

import type { Truck } from '../document/types'

/**
 * Roll stiffness of everything but the rear corners' springs, as a force at a rear corner, N for each metre
 * that one side is higher: the front axle and both anti-roll bars.
 */
export function rollBar({ suspension }: Truck): number {
  const { frontRate, frontSpringBase, frontAntiRoll, rearAntiRoll, rearSpringBase } = suspension
  const stiffness = (frontRate * frontSpringBase ** 2) / 2 + frontAntiRoll + rearAntiRoll
  return stiffness / rearSpringBase ** 2
}

import { GRAVITY } from '../quantity/constants'
import type { Truck } from '../plan/types'
import { interpolate } from '../quantity/interpolate'
import type { LevelSpring } from './level'

/** Vertical and roll load added on the suspension, N and N·m (roll positive when the left goes down). */
export interface BodyLoad { front: number, rear: number, roll: number }

export interface Attitude { frontSquat: number, rearLeft: number, rearRight: number, frontRoll: number }

/**
 * Body on its steel springs and rear air springs: heave at each axle and one roll angle common to both (a stiff frame).
 * Front axle: linear springs and anti-roll bar. Rear: linear steel per side plus p·A(h) at each air spring, with its
 * motion ratio. Springs act over the spring base, not the track.
 * Newton on the three balances, with the exact slope; stops at 0.01 N and 0.01 N·m.
 * @param air gauge pressure left and right, Pa, or null with no air springs.
 * @throws when no balance is found in 60 steps.
 */
export function settle(truck: Truck, load: BodyLoad, spring: LevelSpring | null, air: { left: number, right: number } | null): Attitude {
  const { frontRate, rearRate, frontSpringBase, rearSpringBase, frontAntiRoll, motionRatio } = truck.suspension
  const frontSquat = load.front / (2 * frontRate)
  const frontRollRate = (frontRate * frontSpringBase ** 2) / 2 + frontAntiRoll
  const arm = rearSpringBase / 2
  const corner = (s: number, pressure: number): [number, number] => {
    if (!spring) return [rearRate * s, rearRate]
    const step = 1e-6
    const bag = (x: number) => pressure * interpolate(spring.areaByHeight, spring.designHeight - x * motionRatio) * motionRatio
    return [rearRate * s + bag(s), rearRate + (bag(s + step) - bag(s - step)) / (2 * step)]
  }
  let heave = load.rear / (2 * rearRate)
  let roll = 0
  for (let i = 0; i < 60; i++) {
    const [left, leftSlope] = corner(heave + roll * arm, air?.left ?? 0)
    const [right, rightSlope] = corner(heave - roll * arm, air?.right ?? 0)
    const force = left + right - load.rear
    const moment = (left - right) * arm + frontRollRate * roll - load.roll
    if (Math.abs(force) < 0.01 && Math.abs(moment) < 0.01) {
      return { frontSquat, rearLeft: heave + roll * arm, rearRight: heave - roll * arm, frontRoll: (roll * frontSpringBase) / 2 }
    }
    const a = leftSlope + rightSlope
    const b = (leftSlope - rightSlope) * arm
    const d = (leftSlope + rightSlope) * arm ** 2 + frontRollRate
    const determinant = a * d - b * b
    heave -= (force * d - moment * b) / determinant
    roll -= (moment * a - force * b) / determinant
  }
  throw new Error('The truck finds no level to settle at: check the suspension rates and the load.')
}

/** Body load from what was added: axle changes in kg, roll moment of masses about the centre line in kg·m. */
export function bodyLoad(frontChange: number, rearChange: number, sideMoment: number): BodyLoad {
  return { front: frontChange * GRAVITY, rear: rearChange * GRAVITY, roll: sideMoment * GRAVITY }
}

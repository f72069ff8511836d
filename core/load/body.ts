import { GRAVITY } from '../quantity/constants'
import type { Truck } from '../plan/types'
import { interpolate } from '../quantity/interpolate'
import { findRootOfRising } from '../quantity/root'
import type { LevelSpring } from './level'

/** Vertical and roll load added on the suspension, N and N·m (roll positive when the left goes down). */
export interface BodyLoad { front: number, rear: number, roll: number }

export interface Attitude { frontSquat: number, rearLeft: number, rearRight: number, frontRoll: number }

/**
 * Body on its steel springs and rear air springs: heave at each axle and one roll angle common to both (a stiff frame).
 * Front axle: linear springs and anti-roll bar. Rear: linear steel per side plus p·A(h) at each air spring, with its
 * motion ratio. Springs act over the spring base, not the track.
 * Newton on the balances, with the exact slope, to 0.01 N and 0.01 N·m; by brackets where Newton does not end.
 * @param air gauge pressure left and right, Pa, or null with no air springs.
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
  const rear = (heave: number, roll: number) => {
    const [left, leftSlope] = corner(heave + roll * arm, air?.left ?? 0)
    const [right, rightSlope] = corner(heave - roll * arm, air?.right ?? 0)
    return { force: left + right - load.rear, moment: (left - right) * arm + frontRollRate * roll - load.roll, leftSlope, rightSlope }
  }
  const attitude = (heave: number, roll: number): Attitude => ({ frontSquat, rearLeft: heave + roll * arm, rearRight: heave - roll * arm, frontRoll: (roll * frontSpringBase) / 2 })

  let heave = load.rear / (2 * rearRate)
  let roll = 0
  for (let i = 0; i < 15; i++) {
    const { force, moment, leftSlope, rightSlope } = rear(heave, roll)
    if (Math.abs(force) < 0.01 && Math.abs(moment) < 0.01) return attitude(heave, roll)
    const a = leftSlope + rightSlope
    const b = (leftSlope - rightSlope) * arm
    const d = (leftSlope + rightSlope) * arm ** 2 + frontRollRate
    const determinant = a * d - b * b
    heave -= (force * d - moment * b) / determinant
    roll -= (moment * a - force * b) / determinant
  }
  // The kinks of an area table can make Newton cycle. Both balances rise steadily, so brackets always end it: the heave
  // that balances the force at each roll, and the roll at which the moment then balances.
  const heaveAt = (angle: number) => findRootOfRising(h => rear(h, angle).force, 1)
  const settled = findRootOfRising(angle => rear(heaveAt(angle), angle).moment, 1)
  return attitude(heaveAt(settled), settled)
}

/** Body load from what was added: axle changes in kg, roll moment of masses about the centre line in kg·m. */
export function bodyLoad(frontChange: number, rearChange: number, sideMoment: number): BodyLoad {
  return { front: frontChange * GRAVITY, rear: rearChange * GRAVITY, roll: sideMoment * GRAVITY }
}

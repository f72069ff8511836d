import type { SpringClass } from '../catalog/springs'
import type { LoadedTruck } from '../document/types'
import { GRAVITY } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import { FAST_EXPONENT, airRate, rideFrequency } from './airRate'
import { rearSteel, steelForce } from './steel'
import type { Attitude, LevelSpring, Ride } from './types'

interface Sides {
  left: number
  right: number
}

/**
 * Ride rates of the rear, per side, with the truck as it stands: slope of the steel there, and each air spring
 * at its own height and pressure, k = k_s + k_air·MR², mean of both sides. Source: textbook air spring.
 * @param springHeight of the helper spring unladen, m; `air` gauge pressures, Pa; `rearAxle` load on it, kg;
 * `atmosphere` Pa
 */
export function rideOf(
  truck: LoadedTruck,
  spring: SpringClass,
  springHeight: number,
  at: Pick<Attitude, 'rearLeft' | 'rearRight'>,
  air: Sides,
  rearAxle: number,
  atmosphere: number,
): Ride {
  const { motionRatio } = truck.suspension
  const steelOf = rearSteel(truck)
  const volumeAt = { height: spring.designHeight, volume: spring.volume }
  const slope = (squat: number) => steelForce(steelOf, squat)[1]
  const rate = (squat: number, pressure: number) =>
    airRate(
      { areaByHeight: spring.areaByHeight, volumeAt },
      springHeight - squat * motionRatio,
      pressure,
      FAST_EXPONENT,
      atmosphere,
    )
  const steel = (slope(at.rearLeft) + slope(at.rearRight)) / 2
  const left = rate(at.rearLeft, air.left)
  const right = rate(at.rearRight, air.right)
  const shut = steel + ((left.shut + right.shut) / 2) * motionRatio ** 2
  const held = steel + ((left.held + right.held) / 2) * motionRatio ** 2
  const mass = rearAxle / 2
  return {
    steel,
    left: left.shut,
    right: right.shut,
    shut,
    held,
    mass,
    frequency: mass > 0 && shut > 0 ? rideFrequency(shut, mass) : null,
  }
}

/**
 * Share of the steel spring in what each corner carries, 0–1: unladen weight and steel force, divided by these
 * plus p·A·MR. Unsprung weight counts with the steel.
 */
export function steelShares(
  truck: LoadedTruck,
  spring: Pick<LevelSpring, 'areaByHeight'> | null,
  springHeight: number,
  at: Pick<Attitude, 'rearLeft' | 'rearRight'>,
  air: Sides,
): Sides {
  const { motionRatio } = truck.suspension
  const unladen = ((truck.unladen.rearLeft + truck.unladen.rearRight) / 2) * GRAVITY
  const share = (squat: number, pressure: number): number => {
    const lifted = spring
      ? pressure * interpolate(spring.areaByHeight, springHeight - squat * motionRatio) * motionRatio
      : 0
    const steel = Math.max(unladen + steelForce(rearSteel(truck), squat)[0], 0)
    return lifted + steel > 0 ? steel / (lifted + steel) : 0
  }
  return { left: share(at.rearLeft, air.left), right: share(at.rearRight, air.right) }
}

import type { Haul, LoadedTruck } from '../document/types'
import { bodyLoad, balanceBody } from './body'
import { rearSteel, steelForce } from './steel'
import type { Attitude, BodyLoad, LevelSpring, HaulLoads, TargetPressures } from './types'
import { levelPressure } from './level'
import { barShift, massesOf, towedLoad } from './masses'
import { axleLoads } from './statics'

/** Axle loads of a haul: statics, plus what the spring bars of a weight-distributing hitch move. */
export function haulLoads(haul: Haul, truck: LoadedTruck): HaulLoads {
  const masses = massesOf(haul, truck)
  const still = axleLoads(truck.wheelbase, truck.frontTrack, truck.rearTrack, truck.unladen, masses)
  const bars = barShift(haul, truck)
  const frontChange = still.frontChange + bars.front
  const rearChange = still.rearChange + bars.rear
  const { unladen } = truck
  const frontAxle = unladen.frontLeft + unladen.frontRight + frontChange
  const rearAxle = unladen.rearLeft + unladen.rearRight + rearChange
  const gross = frontAxle + rearAxle
  const pulled = towedLoad(haul)
  return {
    frontAxle,
    rearAxle,
    gross,
    frontChange,
    rearChange,
    towed: pulled,
    bars,
    // The ball load already counts with the truck. What the bars send back to the trailer does not.
    combination: gross + Math.max(pulled.whole - pulled.ball, 0) + bars.trailer,
    body: bodyLoad(
      frontChange,
      rearChange,
      masses.reduce((sum, m) => sum + m.mass * m.y, 0),
    ),
  }
}

/** Used where no spring is chosen, so that the target and the loads are still found. */
export const NO_SPRING: LevelSpring = {
  areaByHeight: [
    [0.1, 0.01],
    [0.2, 0.01],
  ],
  designHeight: 0.15,
  minPressure: 0,
  maxPressure: 0,
  maxLoad: 1e-9,
}

/**
 * With a common target for both sides the body stands without roll. The front axle then resists none of the
 * side moment, and the rear springs carry all of it over their spring base. Teed springs share one pressure.
 * @param bare the truck on steel alone; only computed if the target follows from its sag
 */
export function pressuresForTarget(
  haul: Haul,
  truck: LoadedTruck,
  load: BodyLoad,
  spring: LevelSpring,
  teed: boolean,
  bare: () => Pick<Attitude, 'frontSquat' | 'rearLeft' | 'rearRight'>,
): TargetPressures {
  const { school, share } = haul.target
  const target =
    school === 'level'
      ? 0
      : school === 'share'
        ? share * Math.max((bare().rearLeft + bare().rearRight) / 2, 0)
        : bare().frontSquat
  const { rearSpringBase, motionRatio } = truck.suspension
  const [steel] = steelForce(rearSteel(truck), target)
  const rollForce = teed ? 0 : load.roll / rearSpringBase
  const side = (increase: number) => levelPressure(increase, steel, motionRatio, target, spring)
  return { target, left: side(load.rear / 2 + rollForce), right: side(load.rear / 2 - rollForce) }
}

/** Axle load and pressures of a haul without its attitude: enough for a table of many hauls or springs. */
export function haulPressures(
  haul: Haul,
  truck: LoadedTruck,
  spring: LevelSpring,
  teed: boolean,
): TargetPressures & { rearAxle: number } {
  const loads = haulLoads(haul, truck)
  return {
    rearAxle: loads.rearAxle,
    ...pressuresForTarget(haul, truck, loads.body, spring, teed, () =>
      balanceBody(truck, loads.body, null, null),
    ),
  }
}

import type { Corners, Haul, Truck } from '../plan/types'
import { bodyLoad, rearSteel, settle, steelForce, type Attitude, type BodyLoad } from './body'
import { levelPressure, type LevelSpring, type Levelled } from './level'
import { barShift, massesOf, towed, type BarShift, type Towed } from './masses'
import { axleLoads } from './statics'

/** What a haul puts on axles and wheels, kg, whatever the air pressure; `body` is what that adds on the suspension. */
export interface Loads {
  laden: Corners
  frontAxle: number
  rearAxle: number
  gross: number
  combination: number
  frontChange: number
  rearChange: number
  towed: Towed
  bars: BarShift
  body: BodyLoad
}

/** Axle and wheel loads of a haul: statics, with what spring bars of a weight-distributing hitch move. */
export function loadsOf(haul: Haul, truck: Truck): Loads {
  const masses = massesOf(haul, truck)
  const still = axleLoads(truck.wheelbase, truck.frontTrack, truck.rearTrack, truck.unladen, masses)
  const bars = barShift(haul, truck)
  const { laden } = still
  const half = (change: number, ...wheels: (keyof Corners)[]) =>
    wheels.forEach((w) => {
      laden[w] += change / 2
    })
  half(bars.front, 'frontLeft', 'frontRight')
  half(bars.rear, 'rearLeft', 'rearRight')
  const frontChange = still.frontChange + bars.front
  const rearChange = still.rearChange + bars.rear
  const frontAxle = laden.frontLeft + laden.frontRight
  const rearAxle = laden.rearLeft + laden.rearRight
  const gross = frontAxle + rearAxle
  const pulled = towed(haul)
  return {
    laden,
    frontAxle,
    rearAxle,
    gross,
    frontChange,
    rearChange,
    towed: pulled,
    bars,
    // The ball's part of the trailer is counted with the truck already; what the bars send back to the trailer is not.
    combination: gross + Math.max(pulled.whole - pulled.ball, 0) + bars.trailer,
    body: bodyLoad(
      frontChange,
      rearChange,
      masses.reduce((sum, m) => sum + m.mass * m.y, 0),
    ),
  }
}

/** Stands in where no spring is chosen, so that the target and the loads are still found. */
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

/** The squat aimed for and the pressure each side wants for it. */
export interface Aimed {
  target: number
  left: Levelled
  right: Levelled
}

/**
 * At a common target for both sides the body stands without roll, so the front axle resists none of the side moment and
 * the rear springs carry all of it over their spring base. Teed springs share one pressure.
 * @param bare the truck on steel alone, asked for only where the target follows from its sag.
 */
export function aim(
  haul: Haul,
  truck: Truck,
  load: BodyLoad,
  spring: LevelSpring,
  teed: boolean,
  bare: () => Attitude,
): Aimed {
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

/** A haul's axle load and pressures without the attitude they give: what a table of many hauls or springs needs. */
export function pressuresOf(
  haul: Haul,
  truck: Truck,
  spring: LevelSpring,
  teed: boolean,
): Aimed & { rearAxle: number } {
  const loads = loadsOf(haul, truck)
  return {
    rearAxle: loads.rearAxle,
    ...aim(haul, truck, loads.body, spring, teed, () => settle(truck, loads.body, null, null)),
  }
}

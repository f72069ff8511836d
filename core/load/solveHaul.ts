import { PRACTICE } from '../catalog/practice'
import type { Corners, Haul, LoadedTruck } from '../document/types'
import { interpolate } from '../quantity/interpolate'
import { balanceBody } from './body'
import { headlampRise } from './level'
import { steelShares } from './ride'
import { wheelLoads } from './statics'
import { NO_SPRING, haulLoads, pressuresForTarget } from './target'
import type { HaulLoads, HaulResult, LevelSpring } from './types'

/**
 * One haul: wheel loads, sag on steel alone, the pressure that reaches the target, and the attitude with it.
 * SI.
 * @throws {NoBalanceError} if no position balances the forces
 */
export function solveHaul(
  id: string,
  haul: Haul,
  truck: LoadedTruck,
  spring: LevelSpring | null,
  teed: boolean,
): HaulResult {
  const loads = haulLoads(haul, truck)
  const { body: load } = loads
  const bare = balanceBody(truck, load, null, null)
  const aimed = spring ?? NO_SPRING
  const { target, left, right } = pressuresForTarget(haul, truck, load, aimed, teed, () => bare)
  const air = { left: left.pressure, right: right.pressure }
  const attitude = spring ? balanceBody(truck, load, spring, air) : bare
  const rollTaken = { front: attitude.frontMoment, rear: attitude.rearMoment }
  const track = { front: truck.frontTrack, rear: truck.rearTrack }
  const laden = wheelLoads(truck.unladen, track, loads, rollTaken)
  // The truck may also be driven with its springs let down, and then another wheel may carry most.
  const ladenBare = wheelLoads(truck.unladen, track, loads, {
    front: bare.frontMoment,
    rear: bare.rearMoment,
  })
  const shares = steelShares(truck, spring, aimed.designHeight, attitude, air)
  const { motionRatio, rearSpringBase } = truck.suspension
  const area = interpolate(aimed.areaByHeight, aimed.designHeight - target * motionRatio)
  const lamp = (at: typeof bare) =>
    headlampRise(
      truck.wheelbase,
      (at.rearLeft + at.rearRight) / 2,
      at.frontSquat,
      PRACTICE.headlampDistance.value,
    )
  return {
    ...loads,
    id,
    label: haul.label,
    target,
    laden,
    rollTaken,
    ratings: ratingsOf(haul, truck, loads, [laden, ladenBare]),
    sagNoAir: { front: bare.frontSquat, rearLeft: bare.rearLeft, rearRight: bare.rearRight },
    sagWithAir: {
      front: attitude.frontSquat,
      rearLeft: attitude.rearLeft,
      rearRight: attitude.rearRight,
      roll: attitude.roll,
    },
    sideDifference: (2 * load.roll) / (rearSpringBase * motionRatio * area),
    left: { ...left, steelShare: shares.left },
    right: { ...right, steelShare: shares.right },
    headlamp: { before: lamp(bare), after: lamp(attitude) },
  }
}

/**
 * Load against each rating that applies, kg; an unknown rating does not apply.
 * @param attitudes wheel loads with air and without
 */
function ratingsOf(
  haul: Haul,
  { ratings, tyre }: LoadedTruck,
  loads: HaulLoads,
  attitudes: readonly Corners[],
): HaulResult['ratings'] {
  const pulling = loads.towed.whole > 0
  const heaviest = (one: keyof Corners, other: keyof Corners) =>
    Math.max(...attitudes.flatMap((laden) => [laden[one], laden[other]]))
  const tyres = ratings.tyre === null ? null : ratings.tyre * (tyre.dual ? 2 : 1)
  const all: [figure: string, value: number, limit: number | null][] = [
    ['frontAxle', loads.frontAxle, ratings.frontAxle],
    ['rearAxle', loads.rearAxle, ratings.rearAxle],
    ['gross', loads.gross, ratings.gross],
    ['combination', loads.combination, pulling ? ratings.combination : null],
    ['ballLoad', loads.towed.ball, haul.coupling === 'bed' ? ratings.bedHitch : ratings.ball],
    ['tyreFront', heaviest('frontLeft', 'frontRight'), ratings.tyre],
    ['tyreRear', heaviest('rearLeft', 'rearRight'), tyres],
  ]
  return all.flatMap(([figure, value, limit]) =>
    limit === null ? [] : [{ figure, value, limit, inHand: limit - value }],
  )
}

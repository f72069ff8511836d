import type { SpringClass } from '../catalog/springs'
import type { Haul, Truck } from '../document/types'
import type { Figure, Note } from '../quantity/figure'
import { noMemo, stateOf, type Memo, type StageOutput } from '../quantity/stage'
import { GRAVITY } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import { NO_SPRING, pressuresForTarget, haulLoads, haulPressures } from './target'
import { NoBalanceError, balanceBody } from './body'
import { rearSteel, steelForce } from './steel'
import { HEADLAMP_DISTANCE, headlampRise } from './level'
import type {
  LevelSpring,
  LevelResult,
  Uncertainty,
  CardRow,
  LeastClearance,
  SideResult,
  HaulResult,
  LoadResult,
  SurveyFacts,
} from './types'
import { isLoaded } from './masses'
import { uncertaintyOf } from './uncertainty'
import { haulFigures, rateFigures } from './figures'
import { pressureCard } from './pressureCard'
import { uncertaintyNote, loadRules } from './rules'
import { trySprings } from './whichSpring'

/**
 * One haul: wheel loads, sag on steel alone, the pressure that reaches the target, and the attitude with it.
 * @throws {NoBalanceError} when no position balances the forces.
 */
export function solveHaul(
  id: string,
  haul: Haul,
  truck: Truck,
  spring: LevelSpring | null,
  teed: boolean,
): HaulResult {
  const loads = haulLoads(haul, truck)
  const { body: load, laden } = loads
  const bare = balanceBody(truck, load, null, null)
  const { target, left, right } = pressuresForTarget(haul, truck, load, spring ?? NO_SPRING, teed, () => bare)
  const attitude = spring
    ? balanceBody(truck, load, spring, { left: left.pressure, right: right.pressure })
    : bare
  const { motionRatio, rearSpringBase } = truck.suspension
  const steelOf = rearSteel(truck)
  const withShare = (side: LevelResult, squat: number): SideResult => {
    const air = spring
      ? side.pressure *
        interpolate(spring.areaByHeight, spring.designHeight - squat * motionRatio) *
        motionRatio
      : 0
    const steel =
      ((truck.unladen.rearLeft + truck.unladen.rearRight) / 2) * GRAVITY + steelForce(steelOf, squat)[0]
    return { ...side, steelShare: air + steel > 0 ? Math.max(steel, 0) / (air + Math.max(steel, 0)) : 0 }
  }
  const aimed = spring ?? NO_SPRING
  const area = interpolate(aimed.areaByHeight, aimed.designHeight - target * motionRatio)
  const meanSag = (bare.rearLeft + bare.rearRight) / 2
  const { ratings, tyre } = truck
  const pulling = loads.towed.whole > 0
  const rated: [string, number, number | null][] = [
    ['frontAxle', loads.frontAxle, ratings.frontAxle],
    ['rearAxle', loads.rearAxle, ratings.rearAxle],
    ['gross', loads.gross, ratings.gross],
    ['combination', loads.combination, pulling ? ratings.combination : null],
    ['ballLoad', loads.towed.ball, haul.coupling === 'bed' ? ratings.bedHitch : ratings.ball],
    ['tyreFront', Math.max(laden.frontLeft, laden.frontRight), ratings.tyre],
    [
      'tyreRear',
      Math.max(laden.rearLeft, laden.rearRight),
      ratings.tyre === null ? null : ratings.tyre * (tyre.dual ? 2 : 1),
    ],
  ]
  return {
    ...loads,
    id,
    label: haul.label,
    target,
    ratings: rated.flatMap(([figure, value, limit]) =>
      limit === null ? [] : [{ figure, value, limit, inHand: limit - value }],
    ),
    sagNoAir: { front: bare.frontSquat, rearLeft: bare.rearLeft, rearRight: bare.rearRight },
    sagWithAir: {
      front: attitude.frontSquat,
      rearLeft: attitude.rearLeft,
      rearRight: attitude.rearRight,
      roll: attitude.roll,
    },
    sideDifference: (2 * load.roll) / (rearSpringBase * motionRatio * area),
    left: withShare(left, attitude.rearLeft),
    right: withShare(right, attitude.rearRight),
    headlamp: {
      before: headlampRise(truck.wheelbase, meanSag, bare.frontSquat, HEADLAMP_DISTANCE),
      after: headlampRise(
        truck.wheelbase,
        (attitude.rearLeft + attitude.rearRight) / 2,
        attitude.frontSquat,
        HEADLAMP_DISTANCE,
      ),
    },
  }
}

/** The body's lean under a haul with one pressure in both springs, and with a line each, rad, left down positive. */
function leans(
  haul: Haul,
  truck: Truck,
  r: HaulResult,
  spring: LevelSpring,
): { teed: number; separate: number } {
  const lean = (teed: boolean) => {
    const { left, right } = pressuresForTarget(haul, truck, r.body, spring, teed, () =>
      balanceBody(truck, r.body, null, null),
    )
    return balanceBody(truck, r.body, spring, { left: left.pressure, right: right.pressure }).roll
  }
  return { teed: lean(true), separate: lean(false) }
}

/** The same answer every time, worked out the first time it is asked for. */
function once<T>(compute: () => T): () => T {
  let kept: { value: T } | null = null
  return () => (kept ??= { value: compute() }).value
}

/** The card of a haul; none where some part of it has no balance, since a card with a gap would be trusted across it. */
function cardOf(haul: Haul, truck: Truck, spring: LevelSpring, teed: boolean): CardRow[] {
  try {
    return pressureCard(haul, truck.ratings.rearAxle, (part) => haulPressures(part, truck, spring, teed))
  } catch (error) {
    if (error instanceof NoBalanceError) return []
    throw error
  }
}

interface SolvedHaul {
  result: HaulResult
  doubt: Uncertainty | null
  card: () => CardRow[]
  figures: Record<string, Figure>
  notes: Note[]
}

function solveWhole(
  id: string,
  haul: Haul,
  surveyed: SurveyFacts,
  spring: SpringClass | null,
  teed: boolean,
): SolvedHaul | Note {
  const { truck } = surveyed
  const level: LevelSpring | null = spring && { ...spring, designHeight: surveyed.springHeight }
  try {
    const result = solveHaul(id, haul, truck, level, teed)
    const doubt =
      level &&
      uncertaintyOf({
        haul,
        truck,
        spring: level,
        teed,
        areaFrom: surveyed.areaFrom,
        tolerances: surveyed.doubt,
      })
    return {
      result,
      doubt,
      card: once(() => (level ? cardOf(haul, truck, level, teed) : [])),
      figures: {
        ...haulFigures(id, haul, result, truck, level, doubt),
        ...(spring && level
          ? rateFigures(id, result, truck, spring, surveyed.springHeight, leans(haul, truck, result, level))
          : {}),
      },
      notes: [
        ...loadRules(result, haul, truck, spring, surveyed.spacer),
        ...(doubt ? uncertaintyNote(result, haul, doubt) : []),
      ],
    }
  } catch (error) {
    if (!(error instanceof NoBalanceError)) throw error
    return {
      stage: 'load',
      rule: 'no-balance',
      rank: 'stop',
      subject: `${id}:rearAxle`,
      quantity: 'count',
      value: null,
      limit: null,
      title: 'No height balances this haul',
      text: `“${haul.label}” has no position in which the springs carry it, so its figures are left out. Look at the rates, gaps and weights typed.`,
      source: 'Force and roll balance',
    }
  }
}

/**
 * All hauls, with figures by `haul.figure` id, and what the rules notice.
 * @param keep so that a haul nobody touched is not solved again.
 */
export function loadStage(
  surveyed: SurveyFacts,
  rubOf: LeastClearance,
  hauls: Record<string, Haul>,
  spring: SpringClass | null,
  teed: boolean,
  keep: Memo = noMemo,
): StageOutput<LoadResult> {
  const result: LoadResult = {
    hauls: {},
    doubts: {},
    spring: spring && { ...spring, designHeight: surveyed.springHeight },
    cards: {},
    trials: [],
  }
  const figures: Record<string, Figure> = {}
  const notes: Note[] = []
  for (const [id, haul] of Object.entries(hauls)) {
    const solved = keep(`haul:${id}`, [haul, surveyed, spring, teed], () =>
      solveWhole(id, haul, surveyed, spring, teed),
    )
    if ('rule' in solved) {
      notes.push(solved)
      continue
    }
    result.hauls[id] = solved.result
    result.cards[id] = solved.card
    if (solved.doubt) result.doubts[id] = solved.doubt
    Object.assign(figures, solved.figures)
    notes.push(...solved.notes)
  }
  result.trials = trySprings(
    surveyed,
    rubOf,
    Object.entries(result.hauls).map(([id, r]) => [hauls[id]!, r]),
    teed,
  )
  const loaded = Object.values(hauls).some(isLoaded)
  return {
    figures,
    notes,
    state: stateOf(notes, loaded ? 'clear' : 'none'),
    headline: loaded ? { figures: ['left', 'right'] } : { text: 'nothing carried yet' },
    result,
  }
}

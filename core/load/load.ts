import type { SpringClass } from '../catalog/parts'
import type { Haul, Truck } from '../plan/types'
import type { Figure, Note } from '../quantity/figure'
import { keepNothing, stateOf, type Keep, type StageOutput } from '../quantity/stage'
import { GRAVITY } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import { NO_SPRING, aim, loadsOf, pressuresOf, type Loads } from './aim'
import { NoBalanceError, rearSteel, settle, steelForce } from './body'
import { HEADLAMP_DISTANCE, headlampRise, type LevelSpring, type Levelled } from './level'
import { carries } from './masses'
import { doubtOf, type Doubt, type SurveyTolerances } from './doubt'
import { haulFigures, rateFigures } from './figures'
import { pressureCard, type CardRow } from './card'
import { doubtNote, loadRules } from './rules'
import { trySprings, type RubOf, type SpringTrial } from './whichSpring'

/** One side; `steelShare` is the steel spring's part of what the corner carries, unsprung weight counted with it. */
export interface SideResult extends Levelled {
  steelShare: number
}

export interface HaulResult extends Loads {
  id: string
  label: string
  /** Sag at the wheel with steel alone, m, down positive. */
  sagNoAir: { front: number; rearLeft: number; rearRight: number }
  /** The same with the pressures set, and the body's lean, rad, left down positive. */
  sagWithAir: { front: number; rearLeft: number; rearRight: number; roll: number }
  /** Rear squat aimed for, m. */
  target: number
  left: SideResult
  right: SideResult
  /** Pressure by which left and right would differ on separate lines, Pa, left positive. */
  sideDifference: number
  /** Each rating that applies: the figure it limits, and what is left, kg. */
  ratings: { figure: string; value: number; limit: number; inHand: number }[]
  headlamp: { before: { rise: number; pitch: number }; after: { rise: number; pitch: number } }
}

export interface LoadResult {
  hauls: Record<string, HaulResult>
  doubts: Record<string, Doubt>
  spring: LevelSpring | null
  /** Pressure card of each haul, worked out when it is first asked for. */ cards: Record<
    string,
    () => CardRow[]
  >
  trials: SpringTrial[]
}

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
  const loads = loadsOf(haul, truck)
  const { body: load, laden } = loads
  const bare = settle(truck, load, null, null)
  const { target, left, right } = aim(haul, truck, load, spring ?? NO_SPRING, teed, () => bare)
  const attitude = spring ? settle(truck, load, spring, { left: left.pressure, right: right.pressure }) : bare
  const { motionRatio, rearSpringBase } = truck.suspension
  const steelOf = rearSteel(truck)
  const withShare = (side: Levelled, squat: number): SideResult => {
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
    const { left, right } = aim(haul, truck, r.body, spring, teed, () => settle(truck, r.body, null, null))
    return settle(truck, r.body, spring, { left: left.pressure, right: right.pressure }).roll
  }
  return { teed: lean(true), separate: lean(false) }
}

/** What Load needs of the survey: the truck with its kit counted, the spring's height unladen, and ± of the figures. */
export interface SurveyFacts {
  truck: Truck
  springHeight: number
  doubt: SurveyTolerances
  spacer: number
  areaFrom: 'class' | 'sheet'
}

/** The same answer every time, worked out the first time it is asked for. */
function once<T>(compute: () => T): () => T {
  let kept: { value: T } | null = null
  return () => (kept ??= { value: compute() }).value
}

/** The card of a haul; none where some part of it has no balance, since a card with a gap would be trusted across it. */
function cardOf(haul: Haul, truck: Truck, spring: LevelSpring, teed: boolean): CardRow[] {
  try {
    return pressureCard(haul, truck.ratings.rearAxle, (part) => pressuresOf(part, truck, spring, teed))
  } catch (error) {
    if (error instanceof NoBalanceError) return []
    throw error
  }
}

interface SolvedHaul {
  result: HaulResult
  doubt: Doubt | null
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
      doubtOf({ haul, truck, spring: level, teed, areaFrom: surveyed.areaFrom, tolerances: surveyed.doubt })
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
        ...(doubt ? doubtNote(result, haul, doubt) : []),
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
  rubOf: RubOf,
  hauls: Record<string, Haul>,
  spring: SpringClass | null,
  teed: boolean,
  keep: Keep = keepNothing,
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
  const loaded = Object.values(hauls).some(carries)
  return {
    figures,
    notes,
    state: stateOf(notes, loaded ? 'clear' : 'none'),
    headline: loaded ? { figures: ['left', 'right'] } : { text: 'nothing carried yet' },
    result,
  }
}

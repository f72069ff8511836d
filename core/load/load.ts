import type { SpringClass } from '../catalog/springs'
import { ordered, type Haul, type LoadedTruck, type SurveyFacts } from '../document/types'
import type { Figure, Note } from '../quantity/figure'
import { noMemo, stateOf, type Memo, type StageOutput } from '../quantity/stage'
import { NoBalanceError, balanceBody, bodyLoad } from './body'
import { haulFigures } from './figures'
import { isLoaded } from './masses'
import { pressureCard } from './pressureCard'
import { rideOf } from './ride'
import { hardWhenEmpty } from './rideRules'
import { rideFigures } from './rideFigures'
import { loadRules, noBalanceNote, uncertaintyNote } from './rules'
import { solveHaul } from './solveHaul'
import { haulPressures, pressuresForTarget } from './target'
import type {
  Attitude,
  CardRow,
  HaulResult,
  LeastClearance,
  LevelSpring,
  LoadResult,
  TenMinuteCheck,
  Uncertainty,
} from './types'
import { checkFigure, tenMinuteCheck } from './tenMinutes'
import { uncertaintyOf } from './uncertainty'
import { trySprings } from './whichSpring'

/**
 * All hauls, with figures by `haul.figure` id and notes.
 * @param atmosphere of the air around the truck, Pa; `memo` keeps hauls that have not changed
 */
export function loadStage(
  surveyed: SurveyFacts,
  leastClearance: LeastClearance,
  hauls: Record<string, Haul>,
  spring: SpringClass | null,
  teed: boolean,
  atmosphere: number,
  memo: Memo = noMemo,
): StageOutput<LoadResult> {
  const result: LoadResult = {
    hauls: {},
    uncertainties: {},
    spring: spring && { ...spring, designHeight: surveyed.springHeight },
    cards: {},
    checks: {},
    trials: () => [],
  }
  const figures: Record<string, Figure> = {}
  const notes: Note[] = []
  for (const [id, haul] of ordered(hauls)) {
    const solved = memo(`haul:${id}`, [haul, surveyed, spring, teed, atmosphere], () =>
      solveWhole(id, haul, surveyed, spring, teed, atmosphere),
    )
    if ('rule' in solved) {
      notes.push(solved)
      continue
    }
    result.hauls[id] = solved.result
    result.cards[id] = solved.card
    result.checks[id] = solved.check
    if (solved.uncertainty) result.uncertainties[id] = solved.uncertainty
    Object.assign(figures, solved.figures)
    notes.push(...solved.notes)
  }
  result.trials = once(() => {
    const solved = Object.entries(result.hauls).map(([id, r]) => [hauls[id]!, r] as const)
    return trySprings(surveyed, leastClearance, solved, teed, atmosphere)
  })
  const loaded = Object.values(hauls).some(isLoaded)
  return {
    figures,
    notes,
    state: stateOf(notes, loaded ? 'clear' : 'none'),
    headline: loaded ? { figures: ['left', 'right'] } : { text: 'nothing carried yet' },
    result,
  }
}

interface SolvedHaul {
  result: HaulResult
  uncertainty: Uncertainty | null
  card: () => CardRow[]
  check: TenMinuteCheck | null
  figures: Record<string, Figure>
  notes: Note[]
}

/** One haul with all its figures, or the note that it has no balance. */
function solveWhole(
  id: string,
  haul: Haul,
  surveyed: SurveyFacts,
  spring: SpringClass | null,
  teed: boolean,
  atmosphere: number,
): SolvedHaul | Note {
  const { truck, tolerances, springHeight } = surveyed
  const level: LevelSpring | null = spring && { ...spring, designHeight: springHeight }
  try {
    const result = solveHaul(id, haul, truck, level, teed)
    const rides =
      spring && level
        ? ridesOf(id, haul, result, surveyed, spring, level, atmosphere)
        : { figures: {}, notes: [] }
    const uncertain = level && { haul, truck, spring: level, teed, tolerances }
    const uncertainty = uncertain && uncertaintyOf(uncertain)
    const check = uncertainty && tenMinuteCheck(uncertain, uncertainty, result.rearChange)
    return {
      result,
      uncertainty,
      check,
      card: once(() => (level ? cardOf(haul, truck, level, teed) : [])),
      figures: {
        ...haulFigures({ id, haul, r: result, truck, spring: level, uncertainty }),
        ...(check ? { [`${id}.tenMinutes`]: checkFigure(check) } : {}),
        ...rides.figures,
      },
      notes: [
        ...loadRules({ r: result, haul, truck, spring, uncertainty, tolerances, spacer: surveyed.spacer }),
        ...(uncertainty ? uncertaintyNote(result, haul, uncertainty) : []),
        ...rides.notes,
      ],
    }
  } catch (error) {
    if (error instanceof NoBalanceError) return noBalanceNote(id, haul)
    throw error
  }
}

function ridesOf(
  id: string,
  haul: Haul,
  r: HaulResult,
  { truck, springHeight }: SurveyFacts,
  spring: SpringClass,
  level: LevelSpring,
  atmosphere: number,
): Pick<SolvedHaul, 'figures' | 'notes'> {
  const air = { left: r.left.pressure, right: r.right.pressure }
  const unladen = { rearLeft: 0, rearRight: 0 }
  const least = { left: spring.minPressure, right: spring.minPressure }
  const emptyAxle = truck.unladen.rearLeft + truck.unladen.rearRight
  const ride = (at: Pick<Attitude, 'rearLeft' | 'rearRight'>, pressures: typeof air, axle: number) =>
    rideOf(truck, spring, springHeight, at, pressures, axle, atmosphere)
  const empty = ride(unladen, least, emptyAxle)
  const raised = emptyAt(truck, level, air)
  const mixed = raised && ride(raised, air, emptyAxle)
  return {
    figures: rideFigures(id, truck, r.body.roll, {
      loaded: ride(r.sagWithAir, air, r.rearAxle),
      empty,
      mixed,
      lean: { teed: lean(haul, truck, r, level, true), separate: lean(haul, truck, r, level, false) },
    }),
    notes: mixed ? hardWhenEmpty(r, haul, mixed, empty) : [],
  }
}

/**
 * How the empty truck stands with a haul's pressures left in; null if it finds no balance within the dampers'
 * travel.
 */
function emptyAt(
  truck: LoadedTruck,
  spring: LevelSpring,
  air: { left: number; right: number },
): Attitude | null {
  try {
    return balanceBody(truck, bodyLoad(0, 0, 0), spring, air)
  } catch (error) {
    if (error instanceof NoBalanceError) return null
    throw error
  }
}

/**
 * Lean of the body under a haul, rad, left down positive: with one pressure in both springs, or a line each.
 */
function lean(haul: Haul, truck: LoadedTruck, r: HaulResult, spring: LevelSpring, teed: boolean): number {
  const onSteel = () => balanceBody(truck, r.body, null, null)
  const { left, right } = pressuresForTarget(haul, truck, r.body, spring, teed, onSteel)
  return balanceBody(truck, r.body, spring, { left: left.pressure, right: right.pressure }).roll
}

/** Computes on the first call, then returns the same result. */
function once<T>(compute: () => T): () => T {
  let known: { value: T } | null = null
  return () => (known ??= { value: compute() }).value
}

/**
 * The card of a haul. There is no card if a part of it has no balance, because readers would trust it across
 * the gap.
 */
function cardOf(haul: Haul, truck: LoadedTruck, spring: LevelSpring, teed: boolean): CardRow[] {
  try {
    return pressureCard(haul, truck.ratings.rearAxle, (part) => haulPressures(part, truck, spring, teed))
  } catch (error) {
    if (error instanceof NoBalanceError) return []
    throw error
  }
}

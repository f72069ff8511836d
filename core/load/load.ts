import type { SpringClass } from '../catalog/parts'
import type { Corners, Haul, Truck } from '../plan/types'
import type { Figure, Note } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import { GRAVITY } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import { axleLoads, type PlacedMass } from './statics'
import { bodyLoad, settle } from './body'
import { headlampRise, levelPressure, type LevelSpring, type Levelled } from './level'
import { FAST, airRate, rideFrequency, rollStiffness } from './airRate'
import { pressureCard, type CardRow } from './card'
import { loadRules } from './rules'
import { trySprings, type SpringTrial } from './whichSpring'

/** Distance at which headlamps are aimed, m (25 ft; common practice). */
export const HEADLAMP_DISTANCE = 7.62

/** One side; `steelShare` is the steel spring's part of what the corner carries, unsprung weight counted with it. */
export interface SideResult extends Levelled { steelShare: number }

export interface HaulResult {
  id: string
  label: string
  laden: Corners
  frontAxle: number
  rearAxle: number
  gross: number
  combination: number
  frontChange: number
  rearChange: number
  ballLoad: number
  /** Sag at the wheel with steel alone, m, down positive. */
  sagNoAir: { front: number, rearLeft: number, rearRight: number }
  /** The same with the pressures set. */
  sagWithAir: { front: number, rearLeft: number, rearRight: number }
  /** Rear squat aimed for, m. */
  target: number
  left: SideResult
  right: SideResult
  /** Pressure by which left and right would differ on separate lines, Pa, left positive. */
  sideDifference: number
  /** Each rating that applies: the figure it limits, and what is left, kg. */
  ratings: { figure: string, limit: number, inHand: number }[]
  headlamp: { before: { rise: number, pitch: number }, after: { rise: number, pitch: number } }
}

export interface LoadResult { hauls: Record<string, HaulResult>, spring: LevelSpring | null, cards: Record<string, CardRow[]>, trials: SpringTrial[] }

/** Masses of a haul as points: its items and the ball load at the hitch. */
export function massesOf(haul: Haul, axleToBall: number): PlacedMass[] {
  const items = Object.values(haul.items).map(({ mass, x, y }) => ({ mass, x, y }))
  return haul.ballLoad === 0 ? items : [...items, { mass: haul.ballLoad, x: -axleToBall, y: 0 }]
}

/**
 * One haul: corner loads, sag on steel alone, the pressure that reaches the target, and the attitude with it.
 * At a common target for both sides the body stands without roll, so the front axle resists none of the side moment and
 * the rear springs carry all of it over their spring base.
 */
export function solveHaul(id: string, haul: Haul, truck: Truck, spring: LevelSpring | null, teed: boolean): HaulResult {
  const masses = massesOf(haul, truck.axleToBall)
  const { laden, frontChange, rearChange } = axleLoads(truck.wheelbase, truck.frontTrack, truck.rearTrack, truck.unladen, masses)
  const sideMoment = masses.reduce((sum, m) => sum + m.mass * m.y, 0)
  const load = bodyLoad(frontChange, rearChange, sideMoment)
  const bare = settle(truck, load, null, null)
  const meanSag = (bare.rearLeft + bare.rearRight) / 2
  const { school, share } = haul.target
  const target = school === 'level' ? 0 : school === 'share' ? share * Math.max(meanSag, 0) : bare.frontSquat
  const { rearRate, rearSpringBase, motionRatio } = truck.suspension
  const aim: LevelSpring = spring ?? { areaByHeight: [[0.1, 0.01], [0.2, 0.01]], designHeight: 0.15, minPressure: 0, maxPressure: 0, maxLoad: 1e-9 }
  const rollForce = load.roll / rearSpringBase
  const sideOf = (increase: number): Levelled => levelPressure(increase, rearRate, motionRatio, target, aim)
  const half = load.rear / 2
  let left = sideOf(half + (teed ? 0 : rollForce))
  let right = sideOf(half - (teed ? 0 : rollForce))
  const attitude = spring ? settle(truck, load, spring, { left: left.pressure, right: right.pressure }) : bare
  if (teed) {
    // One pressure in both springs: the sag each side would have on steel alone differs, the pressure does not.
    left = { ...left, squatWithoutAir: bare.rearLeft }
    right = { ...right, squatWithoutAir: bare.rearRight }
  }
  const withShare = (side: Levelled, squat: number): SideResult => {
    const air = spring ? side.pressure * interpolate(spring.areaByHeight, spring.designHeight - squat * motionRatio) * motionRatio : 0
    const steel = ((truck.unladen.rearLeft + truck.unladen.rearRight) / 2) * GRAVITY + rearRate * squat
    return { ...side, steelShare: air + steel > 0 ? steel / (air + steel) : 0 }
  }
  const area = interpolate(aim.areaByHeight, aim.designHeight - target * motionRatio)
  const sagWithAir = { front: attitude.frontSquat, rearLeft: attitude.rearLeft, rearRight: attitude.rearRight }
  const sagNoAir = { front: bare.frontSquat, rearLeft: bare.rearLeft, rearRight: bare.rearRight }
  const sum = (...corners: (keyof Corners)[]) => corners.reduce((total, corner) => total + laden[corner], 0)
  const frontAxle = sum('frontLeft', 'frontRight')
  const rearAxle = sum('rearLeft', 'rearRight')
  const gross = frontAxle + rearAxle
  const combination = gross + Math.max(haul.trailerMass - haul.ballLoad, 0)
  const { ratings } = truck
  const rated: [string, number, number | null][] = [['frontAxle', frontAxle, ratings.frontAxle], ['rearAxle', rearAxle, ratings.rearAxle], ['gross', gross, ratings.gross], ['combination', combination, haul.trailerMass > 0 ? ratings.combination : null], ['ballLoad', haul.ballLoad, ratings.ball]]
  return {
    id, label: haul.label, laden, frontAxle, rearAxle, gross, combination,
    ratings: rated.flatMap(([figure, value, limit]) => (limit === null ? [] : [{ figure, limit, inHand: limit - value }])),
    frontChange, rearChange, ballLoad: haul.ballLoad, sagNoAir, sagWithAir, target, sideDifference: (2 * rollForce) / (motionRatio * area),
    left: withShare(left, attitude.rearLeft),
    right: withShare(right, attitude.rearRight),
    headlamp: {
      before: headlampRise(truck.wheelbase, meanSag, bare.frontSquat, HEADLAMP_DISTANCE),
      after: headlampRise(truck.wheelbase, (attitude.rearLeft + attitude.rearRight) / 2, attitude.frontSquat, HEADLAMP_DISTANCE),
    },
  }
}

/** All hauls, with figures by `haul.figure` id, and what the rules notice. */
export function loadStage(truck: Truck, surveyed: { springHeight: number }, hauls: Record<string, Haul>, spring: SpringClass | null, teed: boolean): StageOutput<LoadResult> {
  const levelSpring: LevelSpring | null = spring && { ...spring, designHeight: surveyed.springHeight }
  const solved: Record<string, HaulResult> = {}
  const figures: Record<string, Figure> = {}
  const cards: LoadResult['cards'] = {}
  for (const [id, haul] of Object.entries(hauls)) {
    const result = solveHaul(id, haul, truck, levelSpring, teed)
    solved[id] = result
    Object.assign(figures, haulFigures(id, haul, result, truck, levelSpring), spring ? rateFigures(id, result, truck, spring, surveyed.springHeight) : {})
    cards[id] = levelSpring ? pressureCard(haul, truck.ratings.rearAxle, part => solveHaul(id, part, truck, levelSpring, teed)) : []
  }
  const notes: Note[] = Object.entries(hauls).flatMap(([id, haul]) => loadRules(solved[id]!, haul, truck, spring))
  const loaded = Object.values(hauls).some(h => Object.keys(h.items).length > 0 || h.ballLoad !== 0)
  return { figures, notes, state: stateOf(notes, loaded ? 'clear' : 'none'), headline: loaded ? { figures: ['left', 'right'] } : { text: 'nothing carried yet' }, result: { hauls: solved, spring: levelSpring, cards, trials: trySprings(truck, hauls, (id, haul, other) => solveHaul(id, haul, truck, other, teed)) } }
}

/** Ride and roll at the rear with the pressures set. */
function rateFigures(id: string, r: HaulResult, truck: Truck, spring: SpringClass, height: number): Record<string, Figure> {
  const { rearRate, rearSpringBase, motionRatio } = truck.suspension
  const volumeAt = { height: spring.designHeight, volume: spring.volume }
  const rateOf = (side: SideResult, squat: number) => airRate({ areaByHeight: spring.areaByHeight, volumeAt }, height - squat * motionRatio, side.pressure, FAST)
  const left = rateOf(r.left, r.sagWithAir.rearLeft)
  const right = rateOf(r.right, r.sagWithAir.rearRight)
  const shut = rearRate + ((left.shut + right.shut) / 2) * motionRatio ** 2
  const held = rearRate + ((left.held + right.held) / 2) * motionRatio ** 2
  const mass = r.rearAxle / 2
  const source = 'k = p·dA/dh + n·p_abs·A²/V, n = 1.4 (textbook air spring)'
  const rate = (label: string, value: number, formula: string): Figure => ({ label, value, quantity: 'springRate', formula, inputs: [{ label: 'Steel, a side', value: rearRate, quantity: 'springRate' }, { label: 'Air left, shut in', value: left.shut, quantity: 'springRate' }, { label: 'Air right, shut in', value: right.shut, quantity: 'springRate' }, { label: 'Motion ratio', value: motionRatio, quantity: 'plain' }], source })
  const roll = (label: string, value: number, of: number): Figure => ({ label, value, quantity: 'rollStiffness', formula: 'k·b²/2', inputs: [{ label: 'Rate, a side', value: of, quantity: 'springRate' }, { label: 'Rear spring base', value: rearSpringBase, quantity: 'length' }], source: 'Roll: k·b²/2; teed springs give only the p·dA/dh part, since air crosses over (textbook)' })
  return {
    [`${id}.rideRate`]: rate('Ride rate, a side', shut, 'k_s + k_air·MR²'),
    [`${id}.frequency`]: { label: 'Ride frequency, rear', value: mass > 0 && shut > 0 ? rideFrequency(shut, mass) : null, quantity: 'frequency', formula: '√(k/m)/2π', inputs: [{ label: 'Ride rate, a side', value: shut, quantity: 'springRate' }, { label: 'Half the rear axle', value: mass, quantity: 'mass' }], source: 'One mass on one spring; unsprung weight counted with it' },
    [`${id}.rollSeparate`]: roll('Roll stiffness, separate lines', rollStiffness(shut, rearSpringBase), shut),
    [`${id}.rollTeed`]: roll('Roll stiffness, teed', rollStiffness(held, rearSpringBase), held),
  }
}

const STATICS = 'Statics about the axles'
const LEVELLING = 'k·s + p·A(h0 − s·MR)·MR = ΔF (textbook air spring beside a steel spring)'

function haulFigures(id: string, haul: Haul, r: HaulResult, truck: Truck, spring: LevelSpring | null): Record<string, Figure> {
  const { ratings, suspension } = truck
  const carried = Object.values(haul.items).map(i => ({ label: `${i.label || 'Item'} at ${i.x.toFixed(2)} m ahead of the rear axle`, value: i.mass, quantity: 'mass' as const }))
  const ball = { label: `Ball load, ${truck.axleToBall.toFixed(2)} m behind the rear axle`, value: haul.ballLoad, quantity: 'mass' as const }
  const wheelbase = { label: 'Wheelbase', value: truck.wheelbase, quantity: 'length' as const }
  const axle = (label: string, value: number, unladen: number, max: number, formula: string): Figure => ({ label, value, quantity: 'mass', formula, inputs: [{ label: 'Unladen', value: unladen, quantity: 'mass' }, wheelbase, ...carried, ball], source: STATICS, max })
  const corner = (label: string, value: number): Figure => ({ label, value, quantity: 'mass', formula: 'unladen + axle share × (0.5 ± y/track)', inputs: [wheelbase, { label: 'Front track', value: truck.frontTrack, quantity: 'length' }, { label: 'Rear track', value: truck.rearTrack, quantity: 'length' }, ...carried, ball], source: STATICS })
  const sag = (label: string, value: number): Figure => ({ label, value, quantity: 'length', formula: 'force and roll balance on steel springs and bar', inputs: [{ label: 'Rear rate, a side', value: suspension.rearRate, quantity: 'springRate' }, { label: 'Rear spring base', value: suspension.rearSpringBase, quantity: 'length' }, { label: 'Rear axle change', value: r.rearChange, quantity: 'mass' }], source: 'Linear springs over the spring base (textbook)' })
  const pressure = (label: string, side: SideResult): Figure => ({
    label, value: spring ? side.pressure : null, quantity: 'pressure', formula: 'p = (ΔF − k·s)/(MR·A(h)), h = h0 − s·MR', min: spring?.minPressure, max: spring?.maxPressure, source: LEVELLING,
    inputs: [{ label: 'Force the air spring needs', value: side.springForce, quantity: 'force' }, { label: 'Effective area at its height', value: side.springForce / (side.wanted || 1), quantity: 'area' }, { label: 'Height of the spring', value: side.height, quantity: 'length' }, { label: 'Squat aimed for', value: r.target, quantity: 'length' }, { label: 'Suspension rate', value: suspension.rearRate, quantity: 'springRate' }, { label: 'Motion ratio', value: suspension.motionRatio, quantity: 'plain' }, { label: 'Limited by', value: side.limitedBy ?? 'nothing' }],
  })
  const lamp = (label: string, value: number, quantity: 'length' | 'angle', rear: number, front: number): Figure => ({ label, value, quantity, formula: quantity === 'length' ? 'D·(rear sag − front sag)/L' : 'atan((rear sag − front sag)/L)', inputs: [{ label: 'Rear sag', value: rear, quantity: 'length' }, { label: 'Front sag', value: front, quantity: 'length' }, { label: 'Distance', value: HEADLAMP_DISTANCE, quantity: 'run' }, wheelbase], source: 'Geometry' })
  const rearNoAir = (r.sagNoAir.rearLeft + r.sagNoAir.rearRight) / 2
  const rearAir = (r.sagWithAir.rearLeft + r.sagWithAir.rearRight) / 2
  const list: Record<string, Figure> = {
    frontAxle: axle('Front axle', r.frontAxle, truck.unladen.frontLeft + truck.unladen.frontRight, ratings.frontAxle, 'unladen + Σ m·x/L'),
    rearAxle: axle('Rear axle', r.rearAxle, truck.unladen.rearLeft + truck.unladen.rearRight, ratings.rearAxle, 'unladen + Σ m·(1 − x/L)'),
    gross: axle('Gross', r.gross, r.gross - r.frontChange - r.rearChange, ratings.gross, 'unladen + Σ m'),
    combination: { label: 'Truck and trailer', value: r.combination, quantity: 'mass', formula: 'gross + trailer − ball load', inputs: [{ label: 'Gross', value: r.gross, quantity: 'mass' }, { label: 'Trailer', value: haul.trailerMass, quantity: 'mass' }, ball], source: STATICS, max: ratings.combination ?? undefined },
    ballLoad: { label: 'Ball load', value: haul.ballLoad, quantity: 'mass', formula: 'as typed', inputs: [], source: 'Typed or measured', max: ratings.ball },
    frontChange: { label: 'Front axle change', value: r.frontChange, quantity: 'mass', formula: 'Σ m·x/L, whatever the air pressure', inputs: [wheelbase, ...carried, ball], source: STATICS },
    rearChange: { label: 'Rear axle change', value: r.rearChange, quantity: 'mass', formula: 'Σ m·(1 − x/L), whatever the air pressure', inputs: [wheelbase, ...carried, ball], source: STATICS },
    frontLeft: corner('Front left', r.laden.frontLeft),
    frontRight: corner('Front right', r.laden.frontRight),
    rearLeft: corner('Rear left', r.laden.rearLeft),
    rearRight: corner('Rear right', r.laden.rearRight),
    sagLeft: sag('Sag with no air, left', r.sagNoAir.rearLeft),
    sagRight: sag('Sag with no air, right', r.sagNoAir.rearRight),
    sagFront: sag('Front sag', r.sagNoAir.front),
    left: pressure('Left spring', r.left),
    right: pressure('Right spring', r.right),
    steelShare: { label: 'Steel springs carry', value: (r.left.steelShare + r.right.steelShare) / 2, quantity: 'ratio', formula: '(unladen + k·s)/(unladen + k·s + p·A·MR), mean of both sides', inputs: [{ label: 'Left', value: r.left.steelShare, quantity: 'ratio' }, { label: 'Right', value: r.right.steelShare, quantity: 'ratio' }], source: LEVELLING },
    pitchBefore: lamp('Headlamps with no air', r.headlamp.before.pitch, 'angle', rearNoAir, r.sagNoAir.front),
    pitchAfter: lamp('Headlamps with air', r.headlamp.after.pitch, 'angle', rearAir, r.sagWithAir.front),
    riseBefore: lamp('Beam rise with no air', r.headlamp.before.rise, 'length', rearNoAir, r.sagNoAir.front),
    riseAfter: lamp('Beam rise with air', r.headlamp.after.rise, 'length', rearAir, r.sagWithAir.front),
  }
  return Object.fromEntries(Object.entries(list).map(([key, figure]) => [`${id}.${key}`, figure]))
}

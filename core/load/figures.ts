import { PRACTICE } from '../catalog/practice'
import { couplingAhead } from '../catalog/truckGeometry'
import type { Corners, Haul, LoadedTruck } from '../document/types'
import { input, type Figure, type FigureInput } from '../quantity/figure'
import { tableRange } from '../quantity/interpolate'
import { itemMass } from './masses'
import { liquidSurge } from './surge'
import type { HaulResult, LevelSpring, SideResult, Uncertainty } from './types'

const STATICS = 'Statics about the axles'
const LEVELLING = 'F_steel(s) + p·A(h0 − s·MR)·MR = ΔF (textbook air spring beside a steel spring)'

/** Inputs of the figures of one haul. */
export interface HaulFigureInput {
  id: string
  haul: Haul
  r: HaulResult
  truck: LoadedTruck
  spring: LevelSpring | null
  uncertainty: Uncertainty | null
}

/** Inputs that several figures of a haul share. */
interface Shared {
  wheelbase: FigureInput
  /** What is carried: items, load on the coupling, and what the spring bars move. */
  carried: FigureInput[]
  ball: FigureInput
  /** Moment of the spring bars, if there are any. */
  bars: FigureInput[]
  limit(figure: string): number | undefined
}

/** Figures of one haul by `haul.figure` id. SI. */
export function haulFigures(of: HaulFigureInput): Record<string, Figure> {
  const shared = sharedInputs(of)
  const figures: Record<string, Figure> = {
    ...axleFigures(of, shared),
    ...wheelFigures(of, shared),
    ...sagFigures(of),
    ...springFigures(of),
    ...lampFigures(of, shared),
    ...barFigures(of, shared),
    ...surgeFigures(of),
  }
  return Object.fromEntries(Object.entries(figures).map(([key, figure]) => [`${of.id}.${key}`, figure]))
}

const hitchLabel = (haul: Haul) => (haul.coupling === 'bed' ? 'Load on the bed hitch' : 'Ball load')

/** A mass and its lever arm, each with its unit. The side is a word, so the figure is positive. */
const massAt = (label: string, mass: number, x: number) => [
  input(label, mass, 'mass'),
  input(`${label}, ${x < 0 ? 'behind' : 'ahead of'} the rear axle`, Math.abs(x), 'length'),
]

function sharedInputs({ haul, r, truck }: HaulFigureInput): Shared {
  const x = couplingAhead(haul, truck)
  const ball = massAt(hitchLabel(haul), r.towed.ball, x)
  const bars = r.bars.moment > 0 ? [input('Moment of both spring bars', r.bars.moment, 'torque')] : []
  const items = Object.values(haul.items).flatMap((i) => massAt(i.label || 'Item', itemMass(i), i.x))
  return {
    wheelbase: input('Wheelbase', truck.wheelbase, 'length'),
    carried: [...items, ...ball, ...bars],
    ball: ball[0]!,
    bars,
    limit: (figure) => r.ratings.find((x) => x.figure === figure)?.limit,
  }
}

function axleFigures(of: HaulFigureInput, shared: Shared): Record<string, Figure> {
  const { r, truck, uncertainty } = of
  const { limit, wheelbase, carried } = shared
  const { unladen } = truck
  const axle = (label: string, value: number, empty: number, formula: string): Figure => ({
    label,
    value,
    quantity: 'mass',
    formula,
    inputs: [input('Unladen', empty, 'mass'), wheelbase, ...carried],
    source: STATICS,
  })
  const change = (label: string, value: number, formula: string): Figure => ({
    label,
    value,
    quantity: 'mass',
    formula: `${formula}, whatever the air pressure`,
    inputs: [wheelbase, ...carried],
    source: STATICS,
  })
  const frontEmpty = unladen.frontLeft + unladen.frontRight
  const rearEmpty = unladen.rearLeft + unladen.rearRight
  return {
    frontAxle: {
      ...axle('Front axle', r.frontAxle, frontEmpty, 'unladen + Σ m·x/L'),
      max: limit('frontAxle'),
      range: uncertainty?.frontAxle,
    },
    rearAxle: {
      ...axle('Rear axle', r.rearAxle, rearEmpty, 'unladen + Σ m·(1 − x/L)'),
      max: limit('rearAxle'),
      range: uncertainty?.rearAxle,
    },
    gross: {
      ...axle('Gross', r.gross, r.gross - r.frontChange - r.rearChange, 'unladen + Σ m'),
      max: limit('gross'),
    },
    combination: {
      label: 'Truck and trailer',
      value: r.combination,
      quantity: 'mass',
      formula: 'gross + trailer − ball load',
      inputs: [input('Gross', r.gross, 'mass'), input('Trailer', r.towed.whole, 'mass'), shared.ball],
      source: STATICS,
      max: limit('combination'),
    },
    ballLoad: ballLoad(of, limit('ballLoad')),
    frontChange: change('Front axle change', r.frontChange, 'Σ m·x/L'),
    rearChange: change('Rear axle change', r.rearChange, 'Σ m·(1 − x/L)'),
  }
}

function ballLoad({ haul, r }: HaulFigureInput, max: number | undefined): Figure {
  const figure = { label: hitchLabel(haul), value: r.towed.ball, quantity: 'mass', max } as const
  if (haul.ballFrom !== 'trailer') {
    const source = haul.ballFrom === 'weighed' ? 'Weighed' : 'From papers, not weighed'
    return { ...figure, formula: 'as typed', inputs: [], source }
  }
  const { trailer } = haul
  return {
    ...figure,
    formula: 'Σ m·(1 − behind/axle)',
    inputs: [
      input('Trailer axle behind the coupling', trailer.axle, 'run'),
      input(`Trailer, empty, ${trailer.emptyAt.toFixed(2)} m behind the coupling`, trailer.empty, 'mass'),
      ...Object.values(trailer.items).map((i) =>
        input(`${i.label}, ${i.behind.toFixed(2)} m behind`, i.mass, 'mass'),
      ),
    ],
    source: 'Statics about the trailer’s axle',
  }
}

function wheelFigures({ r, truck }: HaulFigureInput, shared: Shared): Record<string, Figure> {
  const { laden, rollTaken } = r
  const { unladen } = truck
  const change = { front: r.frontChange, rear: r.rearChange }
  const track = { front: truck.frontTrack, rear: truck.rearTrack }
  const wheel = (label: string, at: keyof Corners, max?: number): Figure => {
    const axle = at.startsWith('front') ? 'front' : 'rear'
    return {
      label,
      value: laden[at],
      quantity: 'mass',
      formula: `unladen + half the axle’s change ${at.endsWith('Left') ? '+' : '−'} M/(track·g)`,
      inputs: [
        input('Unladen', unladen[at], 'mass'),
        input('Change of the axle', change[axle], 'mass'),
        input('Roll moment M the axle takes as it stands', rollTaken[axle], 'torque'),
        input('Track', track[axle], 'length'),
      ],
      source: 'Roll balance of body, springs and anti-roll bars',
      max,
    }
  }
  const heavier = (left: keyof Corners, right: keyof Corners) => (laden[left] >= laden[right] ? left : right)
  const rearTyre = truck.tyre.dual ? 'Heavier pair of rear tyres' : 'Heaviest rear tyre'
  return {
    tyreFront: wheel('Heaviest front tyre', heavier('frontLeft', 'frontRight'), shared.limit('tyreFront')),
    tyreRear: wheel(rearTyre, heavier('rearLeft', 'rearRight'), shared.limit('tyreRear')),
    frontLeft: wheel('Front left', 'frontLeft'),
    frontRight: wheel('Front right', 'frontRight'),
    rearLeft: wheel('Rear left', 'rearLeft'),
    rearRight: wheel('Rear right', 'rearRight'),
  }
}

function sagFigures({ r, truck: { suspension } }: HaulFigureInput): Record<string, Figure> {
  const sag = (label: string, value: number): Figure => ({
    label,
    value,
    quantity: 'length',
    formula: 'force and roll balance on steel springs, stops and bars',
    inputs: [
      input('Rear rate, a side', suspension.rearRate, 'springRate'),
      input('Rear spring base', suspension.rearSpringBase, 'length'),
      input('Rear axle change', r.rearChange, 'mass'),
    ],
    source: 'Springs, overload leaf and stops over the spring base (textbook)',
  })
  return {
    sagLeft: sag('Sag with no air, left', r.sagNoAir.rearLeft),
    sagRight: sag('Sag with no air, right', r.sagNoAir.rearRight),
    sagFront: sag('Front sag', r.sagNoAir.front),
  }
}

function springFigures({ r, truck, spring, uncertainty }: HaulFigureInput): Record<string, Figure> {
  const { rearRate, motionRatio } = truck.suspension
  const heights = spring && tableRange(spring.areaByHeight)
  const pressure = (label: string, side: SideResult, range?: Figure['range']): Figure => ({
    label,
    value: spring ? side.pressure : null,
    quantity: 'pressure',
    formula: 'p = (ΔF − F_steel(s))/(MR·A(h)), h = h0 − s·MR',
    min: spring?.minPressure,
    max: spring?.maxPressure,
    range,
    source: LEVELLING,
    inputs: [
      input('Force the air spring needs', side.springForce, 'force'),
      input('Effective area at its height', side.springForce / (side.wanted || 1), 'area'),
      input('Height of the spring', side.height, 'length'),
      input('Squat aimed for', r.target, 'length'),
      input('Suspension rate', rearRate, 'springRate'),
      input('Motion ratio', motionRatio, 'plain'),
      input('Limited by', side.limitedBy ?? 'nothing'),
    ],
  })
  const height = (label: string, squat: number): Figure => ({
    label,
    value: spring ? spring.designHeight - squat * motionRatio : null,
    quantity: 'length',
    formula: 'h0 − s·MR',
    inputs: [
      input('Height unladen', spring?.designHeight ?? null, 'length'),
      input('Squat with air', squat, 'length'),
      input('Motion ratio', motionRatio, 'plain'),
    ],
    source: 'Geometry',
    min: heights?.low,
    max: heights?.high,
  })
  return {
    left: pressure('Left spring', r.left, uncertainty?.left),
    right: pressure('Right spring', r.right, uncertainty?.right),
    steelShare: {
      label: 'Steel springs carry',
      value: (r.left.steelShare + r.right.steelShare) / 2,
      quantity: 'ratio',
      formula: '(unladen + F_steel)/(unladen + F_steel + p·A·MR), mean of both sides',
      inputs: [input('Left', r.left.steelShare, 'ratio'), input('Right', r.right.steelShare, 'ratio')],
      source: LEVELLING,
    },
    springLeft: height('Left spring stands, laden', r.sagWithAir.rearLeft),
    springRight: height('Right spring stands, laden', r.sagWithAir.rearRight),
  }
}

function lampFigures({ r }: HaulFigureInput, { wheelbase }: Shared): Record<string, Figure> {
  const lamp = (
    label: string,
    value: number,
    quantity: 'length' | 'angle',
    sag: { front: number; rearLeft: number; rearRight: number },
  ): Figure => ({
    label,
    value,
    quantity,
    formula: quantity === 'length' ? 'D·(rear sag − front sag)/L' : 'atan((rear sag − front sag)/L)',
    inputs: [
      input('Rear sag', (sag.rearLeft + sag.rearRight) / 2, 'length'),
      input('Front sag', sag.front, 'length'),
      input('Distance', PRACTICE.headlampDistance.value, 'run'),
      wheelbase,
    ],
    source: 'Geometry',
  })
  const { before, after } = r.headlamp
  return {
    pitchBefore: lamp('Headlamps with no air', before.pitch, 'angle', r.sagNoAir),
    pitchAfter: lamp('Headlamps with air', after.pitch, 'angle', r.sagWithAir),
    riseBefore: lamp('Beam rise with no air', before.rise, 'length', r.sagNoAir),
    riseAfter: lamp('Beam rise with air', after.rise, 'length', r.sagWithAir),
  }
}

/** What the spring bars of a weight-distributing hitch move, if there are any. */
function barFigures({ haul, r, truck }: HaulFigureInput, shared: Shared): Record<string, Figure> {
  if (r.bars.moment <= 0) return {}
  const bars = (label: string, value: number, formula: string): Figure => ({
    label,
    value,
    quantity: 'mass',
    formula,
    inputs: [
      ...shared.bars,
      shared.wheelbase,
      input('Ball behind the rear axle', truck.axleToBall, 'length'),
      input('Ball to trailer axle', haul.trailer.axle, 'run'),
    ],
    source: 'Weight-distributing hitch: truck and trailer balanced as free bodies',
  })
  return {
    barsFront: bars('Spring bars put on the front axle', r.bars.front, '(M/L)·(1 + b/Lt)/g'),
    barsRear: bars('Spring bars take off the rear axle', r.bars.rear, '−(M/L)·(1 + b/Lt)/g − M/(Lt·g)'),
    barsTrailer: bars('Spring bars put on the trailer’s axle', r.bars.trailer, 'M/(Lt·g)'),
  }
}

/** What liquids move, if there are any. */
function surgeFigures({ haul, truck }: HaulFigureInput): Record<string, Figure> {
  const surge = liquidSurge(haul, truck.wheelbase, truck.rearTrack)
  if (surge.items.length === 0) return {}
  const moved = (label: string, value: number, acceleration: number): Figure => ({
    label,
    value,
    quantity: 'mass',
    formula: 'm·shift/base, surface tilted to a/g, volume kept',
    inputs: [
      input('Acceleration over g', acceleration, 'plain'),
      ...surge.items.map((i) => input(i, 'liquid')),
    ],
    source: 'Hydrostatics of an accelerated tank; still surface, so the first wave may pass it',
  })
  return {
    surgeAxle: moved(
      'Liquid moves between the axles in hard braking',
      surge.axle,
      PRACTICE.hardBraking.value,
    ),
    surgeSide: moved(
      'Liquid moves between the rear sides in a brisk bend',
      surge.side,
      PRACTICE.briskBend.value,
    ),
  }
}

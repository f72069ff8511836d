import type { SpringClass } from '../catalog/springs'
import type { Haul, Truck } from '../document/types'
import type { Figure } from '../quantity/figure'
import { FAST_EXPONENT, airRate, rideFrequency, rollStiffness } from './airRate'
import { rearSteel, steelForce } from './steel'
import type { Uncertainty, LevelSpring, HaulResult, SideResult } from './types'
import { HEADLAMP_DISTANCE } from './level'
import { itemMass } from './masses'
import { BRAKING, CORNERING, liquidSurge } from './surge'

/** Ride, roll and lean at the rear with the pressures set. */
export function rateFigures(
  id: string,
  r: HaulResult,
  truck: Truck,
  spring: SpringClass,
  height: number,
  lean: { teed: number; separate: number },
): Record<string, Figure> {
  const { rearSpringBase, rearAntiRoll, motionRatio } = truck.suspension
  const steelOf = rearSteel(truck)
  const slope = (squat: number) => steelForce(steelOf, squat)[1]
  const steel = (slope(r.sagWithAir.rearLeft) + slope(r.sagWithAir.rearRight)) / 2
  const volumeAt = { height: spring.designHeight, volume: spring.volume }
  const rateOf = (side: SideResult, squat: number) =>
    airRate(
      { areaByHeight: spring.areaByHeight, volumeAt },
      height - squat * motionRatio,
      side.pressure,
      FAST_EXPONENT,
    )
  const left = rateOf(r.left, r.sagWithAir.rearLeft)
  const right = rateOf(r.right, r.sagWithAir.rearRight)
  const shut = steel + ((left.shut + right.shut) / 2) * motionRatio ** 2
  const held = steel + ((left.held + right.held) / 2) * motionRatio ** 2
  const mass = r.rearAxle / 2
  const empty =
    slope(0) +
    airRate({ areaByHeight: spring.areaByHeight, volumeAt }, height, spring.minPressure, FAST_EXPONENT).shut *
      motionRatio ** 2
  const emptyMass = (truck.unladen.rearLeft + truck.unladen.rearRight) / 2
  const frequency = (label: string, rate: number, m: number): Figure => ({
    label,
    value: m > 0 && rate > 0 ? rideFrequency(rate, m) : null,
    quantity: 'frequency',
    formula: '√(k/m)/2π',
    inputs: [
      { label: 'Ride rate, a side', value: rate, quantity: 'springRate' },
      { label: 'Half the rear axle', value: m, quantity: 'mass' },
    ],
    source: 'One mass on one spring; unsprung weight counted with it',
  })
  const leaning = (label: string, value: number): Figure => ({
    label,
    value,
    quantity: 'angle',
    formula: 'force and roll balance with the pressures set',
    inputs: [
      { label: 'Moment of the load about the centre line', value: r.body.roll, quantity: 'torque' },
      { label: 'Rear spring base', value: rearSpringBase, quantity: 'length' },
    ],
    source:
      'Springs over the spring base, front and rear sharing by roll stiffness (textbook); left down positive',
  })
  const source = 'k = p·dA/dh + n·p_abs·A²/V, n = 1.4 (textbook air spring)'
  const rate = (label: string, value: number, formula: string): Figure => ({
    label,
    value,
    quantity: 'springRate',
    formula,
    inputs: [
      { label: 'Steel, a side, where it stands', value: steel, quantity: 'springRate' },
      { label: 'Air left, shut in', value: left.shut, quantity: 'springRate' },
      { label: 'Air right, shut in', value: right.shut, quantity: 'springRate' },
      { label: 'Motion ratio', value: motionRatio, quantity: 'plain' },
    ],
    source,
  })
  const roll = (label: string, value: number, of: number): Figure => ({
    label,
    value,
    quantity: 'rollStiffness',
    formula: 'k·b²/2 + anti-roll bar',
    inputs: [
      { label: 'Rate, a side', value: of, quantity: 'springRate' },
      { label: 'Rear anti-roll bar', value: rearAntiRoll, quantity: 'rollStiffness' },
      { label: 'Rear spring base', value: rearSpringBase, quantity: 'length' },
    ],
    source: 'Roll: k·b²/2; teed springs give only the p·dA/dh part, since air crosses over (textbook)',
  })
  return {
    [`${id}.rideRate`]: rate('Ride rate, a side', shut, 'k_s + k_air·MR²'),
    [`${id}.frequency`]: frequency('Ride frequency, rear', shut, mass),
    [`${id}.frequencyEmpty`]: frequency('Ride frequency, rear, empty at the minimum', empty, emptyMass),
    [`${id}.leanTeed`]: leaning('Lean on teed lines', lean.teed),
    [`${id}.leanSeparate`]: leaning('Lean on a line a side', lean.separate),
    [`${id}.rollSeparate`]: roll(
      'Roll stiffness, separate lines',
      rollStiffness(shut, rearSpringBase) + rearAntiRoll,
      shut,
    ),
    [`${id}.rollTeed`]: roll(
      'Roll stiffness, teed',
      rollStiffness(held, rearSpringBase) + rearAntiRoll,
      held,
    ),
  }
}

const STATICS = 'Statics about the axles'
const LEVELLING = 'F_steel(s) + p·A(h0 − s·MR)·MR = ΔF (textbook air spring beside a steel spring)'

/** Figures of one haul by `haul.figure` id. */
export function haulFigures(
  id: string,
  haul: Haul,
  r: HaulResult,
  truck: Truck,
  spring: LevelSpring | null,
  doubt: Uncertainty | null,
): Record<string, Figure> {
  const { suspension } = truck
  const limit = (figure: string) => r.ratings.find((x) => x.figure === figure)?.limit
  const surge = liquidSurge(haul, truck.wheelbase, truck.rearTrack)
  const carried = Object.values(haul.items).map((i) => ({
    label: `${i.label || 'Item'} at ${i.x.toFixed(2)} m ahead of the rear axle`,
    value: itemMass(i),
    quantity: 'mass' as const,
  }))
  const hitch = haul.coupling === 'bed' ? 'Load on the bed hitch' : 'Ball load'
  const ball = {
    label:
      haul.coupling === 'bed'
        ? `${hitch}, ${(truck.bedHitch ?? 0).toFixed(2)} m ahead of the rear axle`
        : `${hitch}, ${truck.axleToBall.toFixed(2)} m behind the rear axle`,
    value: r.towed.ball,
    quantity: 'mass' as const,
  }
  const moved =
    r.bars.moment > 0
      ? [{ label: 'Moment of both spring bars', value: r.bars.moment, quantity: 'torque' as const }]
      : []
  const wheelbase = { label: 'Wheelbase', value: truck.wheelbase, quantity: 'length' as const }
  const axle = (
    label: string,
    value: number,
    unladen: number,
    formula: string,
    range?: Figure['range'],
    max = limit('gross'),
  ): Figure => ({
    label,
    value,
    quantity: 'mass',
    formula,
    inputs: [{ label: 'Unladen', value: unladen, quantity: 'mass' }, wheelbase, ...carried, ball, ...moved],
    source: STATICS,
    max,
    range,
  })
  const corner = (label: string, value: number, max?: number): Figure => ({
    label,
    value,
    quantity: 'mass',
    formula: 'unladen + axle share × (0.5 ± y/track)',
    inputs: [
      wheelbase,
      { label: 'Front track', value: truck.frontTrack, quantity: 'length' },
      { label: 'Rear track', value: truck.rearTrack, quantity: 'length' },
      ...carried,
      ball,
      ...moved,
    ],
    source: STATICS,
    max,
  })
  const sag = (label: string, value: number): Figure => ({
    label,
    value,
    quantity: 'length',
    formula: 'force and roll balance on steel springs, stops and bars',
    inputs: [
      { label: 'Rear rate, a side', value: suspension.rearRate, quantity: 'springRate' },
      { label: 'Rear spring base', value: suspension.rearSpringBase, quantity: 'length' },
      { label: 'Rear axle change', value: r.rearChange, quantity: 'mass' },
    ],
    source: 'Springs, overload leaf and stops over the spring base (textbook)',
  })
  const pressure = (label: string, side: SideResult, range?: Figure['range']): Figure => ({
    range,
    label,
    value: spring ? side.pressure : null,
    quantity: 'pressure',
    formula: 'p = (ΔF − F_steel(s))/(MR·A(h)), h = h0 − s·MR',
    min: spring?.minPressure,
    max: spring?.maxPressure,
    source: LEVELLING,
    inputs: [
      { label: 'Force the air spring needs', value: side.springForce, quantity: 'force' },
      {
        label: 'Effective area at its height',
        value: side.springForce / (side.wanted || 1),
        quantity: 'area',
      },
      { label: 'Height of the spring', value: side.height, quantity: 'length' },
      { label: 'Squat aimed for', value: r.target, quantity: 'length' },
      { label: 'Suspension rate', value: suspension.rearRate, quantity: 'springRate' },
      { label: 'Motion ratio', value: suspension.motionRatio, quantity: 'plain' },
      { label: 'Limited by', value: side.limitedBy ?? 'nothing' },
    ],
  })
  const height = (label: string, squat: number): Figure => ({
    label,
    value: spring ? spring.designHeight - squat * suspension.motionRatio : null,
    quantity: 'length',
    formula: 'h0 − s·MR',
    inputs: [
      { label: 'Height unladen', value: spring?.designHeight ?? null, quantity: 'length' },
      { label: 'Squat with air', value: squat, quantity: 'length' },
      { label: 'Motion ratio', value: suspension.motionRatio, quantity: 'plain' },
    ],
    source: 'Geometry',
    min: spring?.areaByHeight[0]![0],
    max: spring?.areaByHeight.at(-1)![0],
  })
  const lamp = (
    label: string,
    value: number,
    quantity: 'length' | 'angle',
    rear: number,
    front: number,
  ): Figure => ({
    label,
    value,
    quantity,
    formula: quantity === 'length' ? 'D·(rear sag − front sag)/L' : 'atan((rear sag − front sag)/L)',
    inputs: [
      { label: 'Rear sag', value: rear, quantity: 'length' },
      { label: 'Front sag', value: front, quantity: 'length' },
      { label: 'Distance', value: HEADLAMP_DISTANCE, quantity: 'run' },
      wheelbase,
    ],
    source: 'Geometry',
  })
  const rearNoAir = (r.sagNoAir.rearLeft + r.sagNoAir.rearRight) / 2
  const rearAir = (r.sagWithAir.rearLeft + r.sagWithAir.rearRight) / 2
  const list: Record<string, Figure> = {
    frontAxle: axle(
      'Front axle',
      r.frontAxle,
      truck.unladen.frontLeft + truck.unladen.frontRight,
      'unladen + Σ m·x/L',
      doubt?.frontAxle,
      limit('frontAxle'),
    ),
    rearAxle: axle(
      'Rear axle',
      r.rearAxle,
      truck.unladen.rearLeft + truck.unladen.rearRight,
      'unladen + Σ m·(1 − x/L)',
      doubt?.rearAxle,
      limit('rearAxle'),
    ),
    gross: axle('Gross', r.gross, r.gross - r.frontChange - r.rearChange, 'unladen + Σ m'),
    combination: {
      label: 'Truck and trailer',
      value: r.combination,
      quantity: 'mass',
      formula: 'gross + trailer − ball load',
      inputs: [
        { label: 'Gross', value: r.gross, quantity: 'mass' },
        { label: 'Trailer', value: r.towed.whole, quantity: 'mass' },
        ball,
      ],
      source: STATICS,
      max: limit('combination'),
    },
    ballLoad:
      haul.ballFrom === 'trailer'
        ? {
            label: hitch,
            value: r.towed.ball,
            quantity: 'mass',
            formula: 'Σ m·(1 − behind/axle)',
            inputs: [
              { label: 'Trailer axle behind the coupling', value: haul.trailer.axle, quantity: 'run' },
              {
                label: `Trailer, empty, ${haul.trailer.emptyAt.toFixed(2)} m behind the coupling`,
                value: haul.trailer.empty,
                quantity: 'mass',
              },
              ...Object.values(haul.trailer.items).map((i) => ({
                label: `${i.label}, ${i.behind.toFixed(2)} m behind`,
                value: i.mass,
                quantity: 'mass' as const,
              })),
            ],
            source: 'Statics about the trailer’s axle',
            max: limit('ballLoad'),
          }
        : {
            label: hitch,
            value: r.towed.ball,
            quantity: 'mass',
            formula: 'as typed',
            inputs: [],
            source: haul.ballFrom === 'weighed' ? 'Weighed' : 'From papers, not weighed',
            max: limit('ballLoad'),
          },
    tyreFront: corner(
      'Heaviest front tyre',
      Math.max(r.laden.frontLeft, r.laden.frontRight),
      limit('tyreFront'),
    ),
    tyreRear: corner(
      truck.tyre.dual ? 'Heavier pair of rear tyres' : 'Heaviest rear tyre',
      Math.max(r.laden.rearLeft, r.laden.rearRight),
      limit('tyreRear'),
    ),
    frontChange: {
      label: 'Front axle change',
      value: r.frontChange,
      quantity: 'mass',
      formula: 'Σ m·x/L, whatever the air pressure',
      inputs: [wheelbase, ...carried, ball, ...moved],
      source: STATICS,
    },
    rearChange: {
      label: 'Rear axle change',
      value: r.rearChange,
      quantity: 'mass',
      formula: 'Σ m·(1 − x/L), whatever the air pressure',
      inputs: [wheelbase, ...carried, ball, ...moved],
      source: STATICS,
    },
    frontLeft: corner('Front left', r.laden.frontLeft),
    frontRight: corner('Front right', r.laden.frontRight),
    rearLeft: corner('Rear left', r.laden.rearLeft),
    rearRight: corner('Rear right', r.laden.rearRight),
    sagLeft: sag('Sag with no air, left', r.sagNoAir.rearLeft),
    sagRight: sag('Sag with no air, right', r.sagNoAir.rearRight),
    sagFront: sag('Front sag', r.sagNoAir.front),
    left: pressure('Left spring', r.left, doubt?.left),
    right: pressure('Right spring', r.right, doubt?.right),
    steelShare: {
      label: 'Steel springs carry',
      value: (r.left.steelShare + r.right.steelShare) / 2,
      quantity: 'ratio',
      formula: '(unladen + F_steel)/(unladen + F_steel + p·A·MR), mean of both sides',
      inputs: [
        { label: 'Left', value: r.left.steelShare, quantity: 'ratio' },
        { label: 'Right', value: r.right.steelShare, quantity: 'ratio' },
      ],
      source: LEVELLING,
    },
    springLeft: height('Left spring stands, laden', r.sagWithAir.rearLeft),
    springRight: height('Right spring stands, laden', r.sagWithAir.rearRight),
    pitchBefore: lamp('Headlamps with no air', r.headlamp.before.pitch, 'angle', rearNoAir, r.sagNoAir.front),
    pitchAfter: lamp('Headlamps with air', r.headlamp.after.pitch, 'angle', rearAir, r.sagWithAir.front),
    riseBefore: lamp('Beam rise with no air', r.headlamp.before.rise, 'length', rearNoAir, r.sagNoAir.front),
    riseAfter: lamp('Beam rise with air', r.headlamp.after.rise, 'length', rearAir, r.sagWithAir.front),
  }
  if (r.bars.moment > 0) {
    const bars = (label: string, value: number, formula: string): Figure => ({
      label,
      value,
      quantity: 'mass',
      formula,
      inputs: [
        ...moved,
        wheelbase,
        { label: 'Ball behind the rear axle', value: truck.axleToBall, quantity: 'length' },
        { label: 'Ball to trailer axle', value: haul.trailer.axle, quantity: 'run' },
      ],
      source: 'Weight-distributing hitch: truck and trailer balanced as free bodies',
    })
    list.barsFront = bars('Spring bars put on the front axle', r.bars.front, '(M/L)·(1 + b/Lt)/g')
    list.barsRear = bars('Spring bars take off the rear axle', r.bars.rear, '−(M/L)·(1 + b/Lt)/g − M/(Lt·g)')
    list.barsTrailer = bars('Spring bars put on the trailer’s axle', r.bars.trailer, 'M/(Lt·g)')
  }
  if (surge.items.length > 0) {
    const slosh = (label: string, value: number, of: number): Figure => ({
      label,
      value,
      quantity: 'mass',
      formula: 'm·shift/base, surface tilted to a/g, volume kept',
      inputs: [
        { label: 'Acceleration over g', value: of, quantity: 'plain' },
        ...surge.items.map((i) => ({ label: i, value: 'liquid' })),
      ],
      source: 'Hydrostatics of an accelerated tank; still surface, so the first wave may pass it',
    })
    list.surgeAxle = slosh('Liquid moves between the axles in hard braking', surge.axle, BRAKING)
    list.surgeSide = slosh('Liquid moves between the rear sides in a brisk bend', surge.side, CORNERING)
  }
  return Object.fromEntries(Object.entries(list).map(([key, figure]) => [`${id}.${key}`, figure]))
}

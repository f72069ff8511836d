import { GRAVITY } from '../quantity/constants'
import { FAST_EXPONENT, airRate, rideFrequency, rollStiffness } from '../load/airRate'
import { levelPressure } from '../load/level'
import type { LevelSpring } from '../load/types'
import { tongueLoad } from '../load/trailer'
import {
  CalculatorError,
  anyNumber,
  atmosphereField,
  define,
  kPa,
  list,
  mm,
  notNegative,
  object,
  positive,
  table,
  toKPa,
  type Calculator,
} from './define'

/** Calculators of the Load stage. */

export interface LevelSpringInput {
  areaByHeight: [number, number][]
  designHeight_mm: number
  minPressure_kPa: number
  maxPressure_kPa: number
  maxLoad_kg: number
}

const areaField = () =>
  table('Area by height', 'mm, cm²', (h, a) => h > 0 && a > 0, 'height and area must be above 0')

export const levelSpringField = () =>
  object({
    areaByHeight: areaField(),
    designHeight_mm: positive('Design height', 'mm'),
    minPressure_kPa: notNegative('Minimum', 'kPa'),
    maxPressure_kPa: positive('Maximum', 'kPa'),
    maxLoad_kg: positive('Maximum load, one spring', 'kg'),
  })

const areas = (rows: [number, number][]) => rows.map(([h, a]): [number, number] => [mm(h), a / 1e4])

/** A spring as typed, in SI. @throws {CalculatorError} if its limits cross */
export function levelSpringOf(input: LevelSpringInput): LevelSpring {
  if (input.minPressure_kPa > input.maxPressure_kPa)
    throw new CalculatorError([
      'spring.minPressure_kPa is above spring.maxPressure_kPa: type the lower figure as the minimum',
    ])
  return {
    areaByHeight: areas(input.areaByHeight),
    designHeight: mm(input.designHeight_mm),
    minPressure: kPa(input.minPressure_kPa),
    maxPressure: kPa(input.maxPressure_kPa),
    maxLoad: input.maxLoad_kg,
  }
}

/** The spring of the examples. */
export const EXAMPLE_SPRING: LevelSpringInput = {
  areaByHeight: [
    [80, 206],
    [120, 182],
    [160, 161.3],
    [200, 130],
    [240, 70],
  ],
  designHeight_mm: 160,
  minPressure_kPa: 34.5,
  maxPressure_kPa: 690,
  maxLoad_kg: 1135,
}

export const LOAD_CALCULATORS: readonly Calculator[] = [
  define<{
    whole_kg: { left: number; right: number }
    steps: number
    suspensionRate_N_per_mm: number
    motionRatio: number
    spring: LevelSpringInput
  }>({
    name: 'pressure-card',
    title: 'Pressure card',
    formula: 'k·s + p·A(h)·MR = ΔF for p, at each load',
    source: 'k·s + p·A(h)·MR = ΔF at unladen height, step by step',
    schema: object({
      whole_kg: object({
        left: anyNumber('Whole load, left', 'kg'),
        right: anyNumber('Whole load, right', 'kg'),
      }),
      steps: positive('Steps', '').integer('${path} must be a whole number').max(200),
      suspensionRate_N_per_mm: positive('Suspension rate, a side', 'N/mm'),
      motionRatio: positive('Motion ratio', ''),
      spring: levelSpringField(),
    }),
    outputs: { rows: { label: 'Share, left kPa, right kPa, within', unit: '' } },
    example: {
      whole_kg: { left: 420, right: 520 },
      steps: 5,
      suspensionRate_N_per_mm: 46,
      motionRatio: 1,
      spring: EXAMPLE_SPRING,
    },
    run(input) {
      const spring = levelSpringOf(input.spring)
      const side = (mass: number) => levelPressure(mass * GRAVITY, 0, input.motionRatio, 0, spring)
      return {
        rows: Array.from({ length: input.steps + 1 }, (_, i) => {
          const share = i / input.steps
          const [left, right] = [side(input.whole_kg.left * share), side(input.whole_kg.right * share)]
          return {
            share,
            left_kPa: toKPa(left.pressure),
            right_kPa: toKPa(right.pressure),
            within: left.within && right.within,
          }
        }),
      }
    },
  }),
  define<{
    rearIncrease_kg: number
    before_mm: { left: number; right: number }
    after_mm: { left: number; right: number }
    tape_mm: number
  }>({
    name: 'squat-rate',
    title: 'Suspension rate from two heights',
    formula: 'k = ΔF/(2·Δh)',
    source: 'k = ΔF/Δh, half the axle a side; tape tolerance on both readings, root of squares',
    schema: object({
      rearIncrease_kg: positive('Added on the rear axle', 'kg'),
      before_mm: object({
        left: anyNumber('Height before, left', 'mm'),
        right: anyNumber('Height before, right', 'mm'),
      }),
      after_mm: object({
        left: anyNumber('Height after, left', 'mm'),
        right: anyNumber('Height after, right', 'mm'),
      }),
      tape_mm: notNegative('Tape reads within ±', 'mm'),
    }),
    outputs: {
      rate_N_per_mm: { label: 'Rate, a side', unit: 'N/mm' },
      low_N_per_mm: { label: 'At least', unit: 'N/mm' },
      high_N_per_mm: { label: 'At most (— when the tape cannot tell)', unit: 'N/mm' },
      squat_mm: { label: 'Mean squat', unit: 'mm' },
    },
    example: {
      rearIncrease_kg: 500,
      before_mm: { left: 980, right: 978 },
      after_mm: { left: 927, right: 925 },
      tape_mm: 3,
    },
    run(input) {
      const squat =
        (input.before_mm.left - input.after_mm.left + input.before_mm.right - input.after_mm.right) / 2
      if (!(squat > 0))
        throw new CalculatorError([
          'after_mm is not below before_mm: the truck must squat under the load; type the heights the other way round',
        ])
      const force = (input.rearIncrease_kg * GRAVITY) / 2
      // Four readings, two per side: the mean squat is the mean of two differences, each of two tape readings.
      const doubt = input.tape_mm
      return {
        rate_N_per_mm: force / squat,
        low_N_per_mm: force / (squat + doubt),
        high_N_per_mm: squat > doubt ? force / (squat - doubt) : null,
        squat_mm: squat,
      }
    },
  }),
  define<{
    coupling_to_axle_mm: number
    empty_kg: number
    emptyBehindCoupling_mm: number
    loads: { mass_kg: number; behindCoupling_mm: number }[]
  }>({
    name: 'trailer-tongue',
    title: 'Ball load of a trailer',
    formula: 'ball = Σ m·(1 − behind/axle)',
    source: 'Statics about the trailer’s axle (several axles: their middle)',
    schema: object({
      coupling_to_axle_mm: positive('Coupling to axle', 'mm'),
      empty_kg: positive('Trailer, empty', 'kg'),
      emptyBehindCoupling_mm: anyNumber('Its centre behind the coupling', 'mm'),
      loads: list(
        object({
          mass_kg: notNegative('Mass', 'kg'),
          behindCoupling_mm: anyNumber('Behind the coupling', 'mm'),
        }),
        0,
      ),
    }),
    outputs: {
      ball_kg: { label: 'On the ball', unit: 'kg' },
      axle_kg: { label: 'On the trailer’s axle', unit: 'kg' },
      share_percent: { label: 'Ball share', unit: '%' },
    },
    example: {
      coupling_to_axle_mm: 3600,
      empty_kg: 620,
      emptyBehindCoupling_mm: 3350,
      loads: [{ mass_kg: 900, behindCoupling_mm: 3200 }],
    },
    run(input) {
      const r = tongueLoad(mm(input.coupling_to_axle_mm), [
        { mass: input.empty_kg, behind: mm(input.emptyBehindCoupling_mm) },
        ...input.loads.map((l) => ({ mass: l.mass_kg, behind: mm(l.behindCoupling_mm) })),
      ])
      return { ball_kg: r.ball, axle_kg: r.axle, share_percent: r.share * 100 }
    },
  }),
  define<{
    springBase_mm: number
    suspensionRate_N_per_mm: number
    motionRatio: number
    pressure_kPa: number
    height_mm: number
    areaByHeight: [number, number][]
    volume_L: number
    atmosphere_kPa?: number
  }>({
    name: 'roll-stiffness',
    title: 'Roll stiffness, teed against separate',
    formula: 'K = k·b²/2; air k = p·dA/dh + n·p_abs·A²/V separate, p·dA/dh teed',
    source: 'k·b²/2; air k = p·dA/dh + n·p_abs·A²/V, n = 1.4; teed: p·dA/dh alone',
    schema: object({
      springBase_mm: positive('Spring base', 'mm'),
      suspensionRate_N_per_mm: positive('Suspension rate, a side', 'N/mm'),
      motionRatio: positive('Motion ratio', ''),
      pressure_kPa: notNegative('Pressure', 'kPa'),
      height_mm: positive('Spring height', 'mm'),
      areaByHeight: areaField(),
      volume_L: positive('Air volume at that height', 'L'),
      atmosphere_kPa: atmosphereField(),
    }),
    outputs: {
      steel_Nm_deg: { label: 'Steel alone', unit: 'N·m/°' },
      teed_Nm_deg: { label: 'Teed', unit: 'N·m/°' },
      separate_Nm_deg: { label: 'Separate lines', unit: 'N·m/°' },
    },
    example: {
      springBase_mm: 1100,
      suspensionRate_N_per_mm: 46,
      motionRatio: 1,
      pressure_kPa: 400,
      height_mm: 160,
      areaByHeight: EXAMPLE_SPRING.areaByHeight,
      volume_L: 2.1,
    },
    run(input) {
      const height = mm(input.height_mm)
      const air = airRate(
        { areaByHeight: areas(input.areaByHeight), volumeAt: { height, volume: input.volume_L / 1000 } },
        height,
        kPa(input.pressure_kPa),
        FAST_EXPONENT,
        input.atmosphere_kPa === undefined ? undefined : kPa(input.atmosphere_kPa),
      )
      const perDegree = (rate: number) => (rollStiffness(rate, mm(input.springBase_mm)) * Math.PI) / 180
      const steel = input.suspensionRate_N_per_mm * 1000
      return {
        steel_Nm_deg: perDegree(steel),
        teed_Nm_deg: perDegree(steel + air.held * input.motionRatio ** 2),
        separate_Nm_deg: perDegree(steel + air.shut * input.motionRatio ** 2),
      }
    },
  }),
  define<{ corner_kg: number; unsprung_kg: number; rate_N_per_mm: number }>({
    name: 'ride-frequency',
    title: 'Ride frequency',
    formula: 'f = √(k/m)/(2π)',
    source: '√(k/m)/2π, the sprung mass on its wheel rate',
    schema: object({
      corner_kg: positive('Corner weight', 'kg'),
      unsprung_kg: notNegative('Of it unsprung', 'kg'),
      rate_N_per_mm: positive('Wheel rate', 'N/mm'),
    }),
    outputs: {
      hertz: { label: 'Ride frequency', unit: 'Hz' },
      perMinute: { label: 'A minute', unit: '/min' },
    },
    example: { corner_kg: 1150, unsprung_kg: 90, rate_N_per_mm: 88 },
    run(input) {
      if (input.unsprung_kg >= input.corner_kg)
        throw new CalculatorError([
          'unsprung_kg is not below corner_kg: something must ride on the spring; type the wheel, hub and half the axle only',
        ])
      const hertz = rideFrequency(input.rate_N_per_mm * 1000, input.corner_kg - input.unsprung_kg)
      return { hertz, perMinute: hertz * 60 }
    },
  }),
]

import { axleLoads } from '../load/statics'
import { headlampRise, levelPressure } from '../load/level'
import { EXAMPLE_SPRING, levelSpringField, levelSpringOf, type LevelSpringInput } from './load'
import { GRAVITY } from '../quantity/constants'
import { anyNumber, define, list, mm, notNegative, object, positive, toKPa } from './define'

/** Axle loads, the levelling pressure, and where the headlamps then point. */

const corners = (label: string) =>
  object({
    frontLeft: notNegative(`${label}, front left`, 'kg'),
    frontRight: notNegative(`${label}, front right`, 'kg'),
    rearLeft: notNegative(`${label}, rear left`, 'kg'),
    rearRight: notNegative(`${label}, rear right`, 'kg'),
  })

export const axleLoadsCalculator = define<{
  wheelbase_mm: number
  track_mm: number
  unladen_kg: { frontLeft: number; frontRight: number; rearLeft: number; rearRight: number }
  loads: { mass_kg: number; aheadOfRearAxle_mm: number; leftOfCentre_mm: number }[]
}>({
  name: 'axle-loads',
  title: 'Axle and corner loads',
  formula: 'front = Σ m·x/L, rear = Σ m·(1 − x/L); sides by y over the track',
  source: 'Statics about the axles',
  schema: object({
    wheelbase_mm: positive('Wheelbase', 'mm'),
    track_mm: positive('Track', 'mm'),
    unladen_kg: corners('Unladen'),
    loads: list(
      object({
        mass_kg: notNegative('Mass', 'kg'),
        aheadOfRearAxle_mm: anyNumber('Ahead of the rear axle', 'mm'),
        leftOfCentre_mm: anyNumber('Left of centre', 'mm'),
      }),
      0,
    ),
  }),
  outputs: {
    laden_kg: { label: 'Laden corners', unit: 'kg' },
    frontChange_kg: { label: 'Front axle change', unit: 'kg' },
    rearChange_kg: { label: 'Rear axle change', unit: 'kg' },
  },
  example: {
    wheelbase_mm: 3700,
    track_mm: 1700,
    unladen_kg: { frontLeft: 820, frontRight: 800, rearLeft: 560, rearRight: 550 },
    loads: [{ mass_kg: 400, aheadOfRearAxle_mm: -1250, leftOfCentre_mm: 0 }],
  },
  run(input) {
    const track = mm(input.track_mm)
    const { laden, frontChange, rearChange } = axleLoads(
      mm(input.wheelbase_mm),
      track,
      track,
      input.unladen_kg,
      input.loads.map((l) => ({ mass: l.mass_kg, x: mm(l.aheadOfRearAxle_mm), y: mm(l.leftOfCentre_mm) })),
    )
    return { laden_kg: laden, frontChange_kg: frontChange, rearChange_kg: rearChange }
  },
})

export const levelPressureCalculator = define<{
  increase_kg: { left: number; right: number }
  suspensionRate_N_per_mm: number
  motionRatio: number
  targetSquat_mm: number
  spring: LevelSpringInput
}>({
  name: 'level-pressure',
  title: 'Pressure to level',
  formula: 'k·s + p·A(h)·MR = ΔF, for p',
  source: 'k·s + p·A(h)·MR = ΔF (textbook air spring beside a steel spring)',
  schema: object({
    increase_kg: object({
      left: anyNumber('Load added, left', 'kg'),
      right: anyNumber('Load added, right', 'kg'),
    }),
    suspensionRate_N_per_mm: positive('Suspension rate, a side', 'N/mm'),
    motionRatio: positive('Motion ratio', ''),
    targetSquat_mm: anyNumber('Squat to leave', 'mm'),
    spring: levelSpringField(),
  }),
  outputs: { left: { label: 'Left', unit: '' }, right: { label: 'Right', unit: '' } },
  example: {
    increase_kg: { left: 420, right: 520 },
    suspensionRate_N_per_mm: 46,
    motionRatio: 1,
    targetSquat_mm: 0,
    spring: EXAMPLE_SPRING,
  },
  run(input) {
    const spring = levelSpringOf(input.spring)
    const side = (increase: number) => {
      const rate = input.suspensionRate_N_per_mm * 1000
      const r = levelPressure(
        increase * GRAVITY,
        rate * mm(input.targetSquat_mm),
        input.motionRatio,
        mm(input.targetSquat_mm),
        spring,
      )
      return {
        squatWithoutAir_mm: ((increase * GRAVITY) / rate) * 1000,
        springForce_N: r.springForce,
        pressure_kPa: toKPa(r.pressure),
        within: r.within,
        limitedBy: r.limitedBy,
      }
    }
    return { left: side(input.increase_kg.left), right: side(input.increase_kg.right) }
  },
})

export const headlampCalculator = define<{
  wheelbase_mm: number
  rearSag_mm: number
  frontSag_mm: number
  distance_m: number
}>({
  name: 'headlamp',
  title: 'Headlamp rise',
  formula: 'rise = D·(Δrear − Δfront)/L',
  source: 'Geometry: rise = D·(Δrear − Δfront)/L',
  schema: object({
    wheelbase_mm: positive('Wheelbase', 'mm'),
    rearSag_mm: anyNumber('Rear sag', 'mm'),
    frontSag_mm: anyNumber('Front sag', 'mm'),
    distance_m: positive('Distance', 'm'),
  }),
  outputs: { beamRise_mm: { label: 'Beam rise', unit: 'mm' }, pitch_deg: { label: 'Nose up', unit: '°' } },
  example: { wheelbase_mm: 3700, rearSag_mm: 150, frontSag_mm: 0, distance_m: 7.62 },
  run(input) {
    const r = headlampRise(
      mm(input.wheelbase_mm),
      mm(input.rearSag_mm),
      mm(input.frontSag_mm),
      input.distance_m,
    )
    return { beamRise_mm: r.rise * 1000, pitch_deg: (r.pitch * 180) / Math.PI }
  },
})

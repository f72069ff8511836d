import * as yup from 'yup'
import { axleLoads } from '../load/statics'
import { headlampRise, levelPressure } from '../load/level'
import { componentFlow } from '../air/equations/componentFlow'
import { tubeFlow } from '../air/equations/tubeFlow'
import { fillTime, type FillSource, type FlowPath } from '../air/dynamics/fillTime'
import { pressureAtTemperature } from '../air/equations/vessels'
import { chooseFuse, deratedAmpacity, standbyDays, wireDrop, wireSize } from '../power/circuit'
import { leakRate } from '../prove/leak'
import { GRADES, threadOf, torqueCheck } from '../build/torque'
import { AIR_CALCULATORS } from './air'
import { LOAD_CALCULATORS, levelSpringField, levelSpringOf, type LevelSpringInput } from './load'
import { GRAVITY, REFERENCE_DENSITY, STANDARD_ATMOSPHERE } from '../quantity/constants'
import { AWG_SIZES, METRIC_SIZES } from '../catalog/electrical'
import {
  CalculatorError,
  anyNumber,
  atmosphereField,
  celsius,
  choice,
  define,
  flag,
  fraction,
  gauge,
  kPa,
  kelvin,
  list,
  mm,
  notNegative,
  object,
  refuseWhenStuck,
  positive,
  table,
  toKPa,
  type Calculator,
} from './define'

/** The calculators of `bin/np calc` and of Quick sums: one list, one schema each. */

const corners = (label: string) =>
  object({
    frontLeft: notNegative(`${label}, front left`, 'kg'),
    frontRight: notNegative(`${label}, front right`, 'kg'),
    rearLeft: notNegative(`${label}, rear left`, 'kg'),
    rearRight: notNegative(`${label}, rear right`, 'kg'),
  })

const awgs = AWG_SIZES.map((s) => s.awg!)
const metric = METRIC_SIZES.map((s) => s.mm2!)

type Size = { awg: number } | { mm2: number }
const areaOf = (size: Size): number =>
  ('awg' in size ? AWG_SIZES.find((s) => s.awg === size.awg)! : METRIC_SIZES.find((s) => s.mm2 === size.mm2)!)
    .area

/** `{awg: n}` or `{mm2: n}`, one of the sizes in the table. */
function sizeField(label: string) {
  return yup
    .mixed()
    .required('${path} is missing: {"awg": 10} or {"mm2": 6}')
    .meta({ label, unit: '{awg} or {mm2}' } as object)
    .test('size', '${path}', function (value) {
      const size = value as Record<string, unknown>
      const keys = typeof size === 'object' && size !== null && !Array.isArray(size) ? Object.keys(size) : []
      if (keys.length === 1 && keys[0] === 'awg' && awgs.includes(size.awg as number)) return true
      if (keys.length === 1 && keys[0] === 'mm2' && metric.includes(size.mm2 as number)) return true
      return this.createError({
        message: `${this.path} must be {"awg": n} with n one of ${awgs.join(', ')}, or {"mm2": n} with n one of ${metric.join(', ')}`,
      })
    })
}

type Return = 'wire' | { resistance_mOhm: number }
const returnOf = (value: Return): number | null => (value === 'wire' ? null : value.resistance_mOhm / 1000)
const returnField = () =>
  yup
    .mixed()
    .required('${path} is missing: "wire" or {"resistance_mOhm": n}')
    .meta({ label: 'Return path', unit: '"wire" or {resistance_mOhm}' } as object)
    .test('return', '${path}', function (value) {
      if (value === 'wire') return true
      const keys =
        typeof value === 'object' && value !== null && !Array.isArray(value) ? Object.keys(value) : []
      const resistance = (value as { resistance_mOhm?: unknown }).resistance_mOhm
      if (
        keys.length === 1 &&
        typeof resistance === 'number' &&
        Number.isFinite(resistance) &&
        resistance > 0
      )
        return true
      return this.createError({
        message: `${this.path} must be "wire" or {"resistance_mOhm": a number above 0}`,
      })
    })

const sourceField = () =>
  yup
    .mixed()
    .required('${path} is missing: {"compressor": {"curve": …}} or {"tank": {"volume_L", "pressure_kPa"}}')
    .meta({ label: 'Source', unit: '{compressor} or {tank}' } as object)
    .test('source', '${path}', function (value) {
      const keys =
        typeof value === 'object' && value !== null && !Array.isArray(value) ? Object.keys(value) : []
      const schema =
        keys.length === 1 && keys[0] === 'compressor'
          ? object({
              compressor: object({
                curve: table(
                  'Free-air curve',
                  'kPa gauge, free L/min',
                  (_, q) => q >= 0,
                  'a flow must not be below 0 L/min',
                ),
              }),
            })
          : keys.length === 1 && keys[0] === 'tank'
            ? object({
                tank: object({
                  volume_L: positive('Tank volume', 'L'),
                  pressure_kPa: gauge('Tank pressure'),
                }),
              })
            : null
      if (!schema)
        return this.createError({
          message: `${this.path} must be {"compressor": {"curve": [[kPa, L/min], …]}} or {"tank": {"volume_L": n, "pressure_kPa": n}}`,
        })
      return nested(this, schema, value)
    })

const pathField = () =>
  yup
    .mixed()
    .defined('${path} is missing: {"C_dm3_s_bar", "b"}, {"bore_mm", "length_m"} or null')
    .nullable()
    .meta({ label: 'Path', unit: '{C_dm3_s_bar, b}, {bore_mm, length_m} or null' } as object)
    .test('path', '${path}', function (value) {
      if (value === null) return true
      const keys = typeof value === 'object' && !Array.isArray(value) ? Object.keys(value as object) : []
      const schema = keys.includes('C_dm3_s_bar')
        ? object({ C_dm3_s_bar: positive('Sonic conductance', 'dm³/(s·bar)'), b: criticalRatio() })
        : keys.includes('bore_mm')
          ? object({
              bore_mm: positive('Bore', 'mm'),
              length_m: positive('Length', 'm'),
              roughness_um: notNegative('Roughness', 'µm').optional() as yup.Schema,
            })
          : null
      if (!schema)
        return this.createError({
          message: `${this.path} must be {"C_dm3_s_bar": n, "b": n}, {"bore_mm": n, "length_m": n} or null`,
        })
      return nested(this, schema, value)
    })

const criticalRatio = () => fraction('Critical pressure ratio').lessThan(1, '${path} must be below 1')

function nested(context: yup.TestContext, schema: yup.Schema, value: unknown): true | yup.ValidationError {
  try {
    schema.validateSync(value, { strict: true, abortEarly: false })
    return true
  } catch (error) {
    const all = (error as yup.ValidationError).inner.length
      ? (error as yup.ValidationError).inner
      : [error as yup.ValidationError]
    return new yup.ValidationError(
      all.map(
        (e) =>
          new yup.ValidationError(
            e.message.replace(e.path || 'this', `${context.path}.${e.path}`),
            value,
            `${context.path}.${e.path}`,
          ),
      ),
      value,
      context.path,
    )
  }
}

/** ANR litres a minute from kg/s. ISO 8778 (memory). */
const anrLitresPerMinute = (massFlow: number) => (massFlow / REFERENCE_DENSITY) * 60_000

const atmosphereOf = (input: { atmosphere_kPa?: number }): number =>
  input.atmosphere_kPa === undefined ? STANDARD_ATMOSPHERE : kPa(input.atmosphere_kPa)

function bothAbsolute(p1: number, p2: number, atmosphere: number): void {
  const lines: string[] = []
  if (p1 + atmosphere <= 0) lines.push(`p1_kPa is at or below a vacuum for this atmosphere`)
  if (p2 + atmosphere <= 0) lines.push(`p2_kPa is at or below a vacuum for this atmosphere`)
  if (p2 > p1)
    lines.push('p2_kPa is above p1_kPa: air flows from p1 to p2, so type the higher pressure as p1_kPa')
  if (lines.length) throw new CalculatorError(lines)
}

interface FlowInput {
  p1_kPa: number
  p2_kPa: number
  temperature_C: number
  atmosphere_kPa?: number
}

export const CALCULATORS: readonly Calculator[] = [
  define<{
    wheelbase_mm: number
    track_mm: number
    unladen_kg: { frontLeft: number; frontRight: number; rearLeft: number; rearRight: number }
    loads: { mass_kg: number; aheadOfRearAxle_mm: number; leftOfCentre_mm: number }[]
  }>({
    name: 'axle-loads',
    title: 'Axle and corner loads',
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
  }),
  define<{
    increase_kg: { left: number; right: number }
    suspensionRate_N_per_mm: number
    motionRatio: number
    targetSquat_mm: number
    spring: LevelSpringInput
  }>({
    name: 'level-pressure',
    title: 'Pressure to level',
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
      spring: {
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
      },
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
  }),
  define<FlowInput & { bore_mm: number; length_m: number; roughness_um: number }>({
    name: 'tube-flow',
    title: 'Air through a tube',
    source: 'Isothermal pipe flow with Colebrook–White friction, any gas-dynamics text',
    schema: object({
      bore_mm: positive('Bore', 'mm'),
      length_m: positive('Length', 'm'),
      p1_kPa: gauge('Inlet pressure'),
      p2_kPa: gauge('Outlet pressure'),
      temperature_C: celsius('Temperature'),
      roughness_um: notNegative('Roughness', 'µm'),
      atmosphere_kPa: atmosphereField(),
    }),
    outputs: {
      massFlow_g_s: { label: 'Mass flow', unit: 'g/s' },
      freeAir_L_min: { label: 'Free air (ANR)', unit: 'L/min' },
      reynolds: { label: 'Reynolds number', unit: '' },
      choked: { label: 'Choked', unit: '' },
    },
    example: { bore_mm: 4.318, length_m: 4, p1_kPa: 690, p2_kPa: 350, temperature_C: 20, roughness_um: 1.5 },
    run(input) {
      const atmosphere = atmosphereOf(input)
      bothAbsolute(kPa(input.p1_kPa), kPa(input.p2_kPa), atmosphere)
      const r = tubeFlow(
        mm(input.bore_mm),
        input.length_m,
        kPa(input.p1_kPa) + atmosphere,
        kPa(input.p2_kPa) + atmosphere,
        kelvin(input.temperature_C),
        input.roughness_um * 1e-6,
      )
      return {
        massFlow_g_s: r.massFlow * 1000,
        freeAir_L_min: anrLitresPerMinute(r.massFlow),
        reynolds: r.reynolds,
        choked: r.choked,
      }
    },
  }),
  define<FlowInput & { C_dm3_s_bar: number; b: number }>({
    name: 'valve-flow',
    title: 'Air through a valve',
    source: 'ISO 6358-1',
    schema: object({
      C_dm3_s_bar: positive('Sonic conductance', 'dm³/(s·bar)'),
      b: criticalRatio(),
      p1_kPa: gauge('Inlet pressure'),
      p2_kPa: gauge('Outlet pressure'),
      temperature_C: celsius('Temperature'),
      atmosphere_kPa: atmosphereField(),
    }),
    outputs: {
      massFlow_g_s: { label: 'Mass flow', unit: 'g/s' },
      freeAir_L_min: { label: 'Free air (ANR)', unit: 'L/min' },
      choked: { label: 'Choked', unit: '' },
    },
    example: { C_dm3_s_bar: 0.24, b: 0.35, p1_kPa: 690, p2_kPa: 350, temperature_C: 20 },
    run(input) {
      const atmosphere = atmosphereOf(input)
      bothAbsolute(kPa(input.p1_kPa), kPa(input.p2_kPa), atmosphere)
      const r = componentFlow(
        input.C_dm3_s_bar * 1e-8,
        input.b,
        kPa(input.p1_kPa) + atmosphere,
        kPa(input.p2_kPa) + atmosphere,
        kelvin(input.temperature_C),
      )
      return {
        massFlow_g_s: r.massFlow * 1000,
        freeAir_L_min: anrLitresPerMinute(r.massFlow),
        choked: r.choked,
      }
    },
  }),
  define<{
    volume_L: number
    from_kPa: number
    to_kPa: number
    source:
      { compressor: { curve: [number, number][] } } | { tank: { volume_L: number; pressure_kPa: number } }
    path:
      { C_dm3_s_bar: number; b: number } | { bore_mm: number; length_m: number; roughness_um?: number } | null
    temperature_C: number
    atmosphere_kPa?: number
  }>({
    name: 'fill-time',
    title: 'Time to fill',
    source: 'Isothermal fill of a rigid volume: dp/dt = p_atm·Q/V, or what the path passes',
    schema: object({
      volume_L: positive('Volume', 'L'),
      from_kPa: gauge('From'),
      to_kPa: gauge('To'),
      source: sourceField(),
      path: pathField(),
      temperature_C: celsius('Temperature'),
      atmosphere_kPa: atmosphereField(),
    }),
    outputs: {
      seconds: { label: 'Time', unit: 's' },
      endSourcePressure_kPa: { label: 'Pressure at the source, end', unit: 'kPa' },
      reached: { label: 'Reached', unit: '' },
    },
    example: {
      volume_L: 4,
      from_kPa: 34.5,
      to_kPa: 400,
      source: {
        compressor: {
          curve: [
            [0, 16],
            [207, 12],
            [414, 9],
            [690, 6],
          ],
        },
      },
      path: null,
      temperature_C: 20,
    },
    run(input) {
      const atmosphere = atmosphereOf(input)
      const lines: string[] = []
      if (input.from_kPa > input.to_kPa)
        lines.push('from_kPa is above to_kPa: filling goes up, so type the lower pressure as from_kPa')
      if ('tank' in input.source && input.path === null)
        lines.push('path is null: a tank needs a path, {"C_dm3_s_bar", "b"} or {"bore_mm", "length_m"}')
      if (kPa(input.from_kPa) + atmosphere <= 0)
        lines.push('from_kPa is at or below a vacuum for this atmosphere')
      if ('tank' in input.source && kPa(input.source.tank.pressure_kPa) + atmosphere <= 0)
        lines.push('source.tank.pressure_kPa is at or below a vacuum for this atmosphere')
      if (lines.length) throw new CalculatorError(lines)
      const source: FillSource =
        'compressor' in input.source
          ? { curve: input.source.compressor.curve.map(([p, q]): [number, number] => [kPa(p), q / 60_000]) }
          : { volume: input.source.tank.volume_L / 1000, pressure: kPa(input.source.tank.pressure_kPa) }
      const path: FlowPath =
        input.path === null
          ? null
          : 'bore_mm' in input.path
            ? {
                bore: mm(input.path.bore_mm),
                length: input.path.length_m,
                roughness: (input.path.roughness_um ?? 1.5) * 1e-6,
              }
            : { conductance: input.path.C_dm3_s_bar * 1e-8, criticalRatio: input.path.b }
      // The calculator's free air is taken at the standard atmosphere, whatever the place's own.
      const scaled: FillSource =
        'curve' in source
          ? {
              curve: source.curve.map(([p, q]): [number, number] => [
                p,
                (q * STANDARD_ATMOSPHERE) / atmosphere,
              ]),
            }
          : source
      const r = refuseWhenStuck('volume_L, the source and the path', () =>
        fillTime(
          input.volume_L / 1000,
          kPa(input.from_kPa),
          kPa(input.to_kPa),
          scaled,
          path,
          kelvin(input.temperature_C),
          atmosphere,
        ),
      )
      return { seconds: r.seconds, endSourcePressure_kPa: toKPa(r.endSourcePressure), reached: r.reached }
    },
  }),
  define<{ pressure_kPa: number; from_C: number; to_C: number; atmosphere_kPa?: number }>({
    name: 'gas-temperature',
    title: 'Pressure after a temperature change',
    source: 'Ideal gas at constant volume: p_abs ∝ T',
    schema: object({
      pressure_kPa: gauge('Pressure'),
      from_C: celsius('From'),
      to_C: celsius('To'),
      atmosphere_kPa: atmosphereField(),
    }),
    outputs: { pressure_kPa: { label: 'Pressure then', unit: 'kPa' } },
    example: { pressure_kPa: 620, from_C: 30, to_C: 10 },
    run(input) {
      const atmosphere = atmosphereOf(input)
      if (kPa(input.pressure_kPa) + atmosphere <= 0)
        throw new CalculatorError(['pressure_kPa is at or below a vacuum for this atmosphere'])
      return {
        pressure_kPa: toKPa(
          pressureAtTemperature(
            kPa(input.pressure_kPa),
            kelvin(input.from_C),
            kelvin(input.to_C),
            atmosphere,
          ),
        ),
      }
    },
  }),
  define<{
    current_A: number
    oneWay_m: number
    size: Size
    returnPath: Return
    temperature_C: number
    supply_V: number
  }>({
    name: 'wire-drop',
    title: 'Voltage drop',
    source: 'Copper by ρ·L/S both ways, IEC 60028',
    schema: object({
      current_A: positive('Current', 'A'),
      oneWay_m: positive('Length one way', 'm'),
      size: sizeField('Wire size'),
      returnPath: returnField(),
      temperature_C: celsius('Conductor temperature'),
      supply_V: positive('Supply', 'V'),
    }),
    outputs: {
      loop_mOhm: { label: 'Loop resistance', unit: 'mΩ' },
      drop_V: { label: 'Drop', unit: 'V' },
      drop_percent: { label: 'Drop', unit: '%' },
      heat_W: { label: 'Heat in the loop', unit: 'W' },
    },
    example: {
      current_A: 30,
      oneWay_m: 5.5,
      size: { awg: 10 },
      returnPath: 'wire',
      temperature_C: 20,
      supply_V: 12,
    },
    run(input) {
      const r = wireDrop(
        input.current_A,
        input.oneWay_m,
        areaOf(input.size),
        returnOf(input.returnPath),
        kelvin(input.temperature_C),
        input.supply_V,
      )
      return { loop_mOhm: r.loop * 1000, drop_V: r.drop, drop_percent: r.ratio * 100, heat_W: r.heat }
    },
  }),
  define<{
    current_A: number
    oneWay_m: number
    returnPath: Return
    temperature_C: number
    supply_V: number
    system: 'awg' | 'mm2'
    maxDrop_percent: number
    bundle: number
    engineSpace: boolean
  }>({
    name: 'wire-size',
    title: 'Wire size',
    source: 'Copper by ρ·L/S, IEC 60028; ampacity ABYC E-11 (memory)',
    schema: object({
      current_A: positive('Current', 'A'),
      oneWay_m: positive('Length one way', 'm'),
      returnPath: returnField(),
      temperature_C: celsius('Conductor temperature'),
      supply_V: positive('Supply', 'V'),
      system: choice('Sizes', ['awg', 'mm2']),
      maxDrop_percent: positive('Drop allowed', '%').max(100, '${path} must be at most 100 %'),
      bundle: bundleField(),
      engineSpace: flag('In the engine space'),
    }),
    outputs: {
      size: { label: 'Size', unit: '' },
      drop_percent: { label: 'Drop', unit: '%' },
      ampacity_A: { label: 'Ampacity, derated', unit: 'A' },
      governedBy: { label: 'Governed by', unit: '' },
    },
    example: {
      current_A: 16,
      oneWay_m: 5,
      returnPath: 'wire',
      temperature_C: 40,
      supply_V: 12,
      system: 'awg',
      maxDrop_percent: 3,
      bundle: 2,
      engineSpace: true,
    },
    run(input) {
      const r = wireSize(
        input.system,
        input.current_A,
        input.oneWay_m,
        returnOf(input.returnPath),
        kelvin(input.temperature_C),
        input.supply_V,
        input.maxDrop_percent / 100,
        input.bundle,
        input.engineSpace,
      )
      if (!r) return { size: null, drop_percent: null, ampacity_A: null, governedBy: null }
      return {
        size: r.size.awg !== null ? { awg: r.size.awg } : { mm2: r.size.mm2 },
        drop_percent: r.drop.ratio * 100,
        ampacity_A: r.ampacity,
        governedBy: r.governedBy,
      }
    },
  }),
  define<{
    continuous_A: number
    inrush_A: number
    inrush_s: number
    thinnest: Size
    bundle: number
    engineSpace: boolean
  }>({
    name: 'fuse',
    title: 'Fuse',
    source:
      'Blade fuse ISO 8820-3 (memory); load at most 80 %; rating at most the thinnest wire’s derated ampacity',
    schema: object({
      continuous_A: positive('Continuous current', 'A'),
      inrush_A: positive('Inrush current', 'A'),
      inrush_s: positive('Inrush time', 's'),
      thinnest: sizeField('Thinnest wire'),
      bundle: bundleField(),
      engineSpace: flag('In the engine space'),
    }),
    outputs: { rating_A: { label: 'Fuse', unit: 'A' }, why: { label: 'Why', unit: '' } },
    example: {
      continuous_A: 16.5,
      inrush_A: 66,
      inrush_s: 0.12,
      thinnest: { awg: 10 },
      bundle: 1,
      engineSpace: false,
    },
    run(input) {
      const { rating, why } = chooseFuse(
        input.continuous_A,
        input.inrush_A,
        input.inrush_s,
        deratedAmpacity(areaOf(input.thinnest), input.bundle, input.engineSpace),
      )
      return { rating_A: rating, why }
    },
  }),
  define<{
    volume_L: number
    readings: { t_s: number; pressure_kPa: number; temperature_C: number; barometer_kPa?: number }[]
    resolution_kPa: number
    allowed_kPa_per_day?: number
    atmosphere_kPa?: number
  }>({
    name: 'leak-rate',
    title: 'Leak from a hold test',
    source: 'Pressure change with temperature taken out, EN 1779 and EN 13184 (memory)',
    schema: object({
      volume_L: positive('Volume', 'L'),
      resolution_kPa: positive('Gauge step', 'kPa'),
      allowed_kPa_per_day: positive('Loss allowed', 'kPa/day').optional() as yup.Schema,
      atmosphere_kPa: atmosphereField(),
      readings: list(
        object({
          t_s: anyNumber('Time', 's'),
          pressure_kPa: gauge('Pressure'),
          temperature_C: celsius('Temperature'),
          barometer_kPa: positive('Barometer', 'kPa').optional() as yup.Schema,
        }),
        2,
      ),
    }),
    outputs: {
      leak_Pa_m3_s: { label: 'Leak', unit: 'Pa·m³/s' },
      leak_sccm: { label: 'Leak', unit: 'sccm' },
      pressureLoss_kPa_per_day: { label: 'Loss a day', unit: 'kPa/day' },
      ci95: { label: '95 % of the leak', unit: 'Pa·m³/s' },
      verdict: { label: 'Verdict', unit: '' },
      waitMore_s: { label: 'Wait a further', unit: 's' },
    },
    example: {
      volume_L: 2,
      readings: [
        { t_s: 0, pressure_kPa: 620.5, temperature_C: 20 },
        { t_s: 21_600, pressure_kPa: 613.7, temperature_C: 20 },
        { t_s: 43_200, pressure_kPa: 606.7, temperature_C: 20 },
      ],
      resolution_kPa: 1,
    },
    run(input) {
      const allowed = kPa(input.allowed_kPa_per_day ?? 3.5) / 86_400
      const atmosphere = atmosphereOf(input)
      const readings = input.readings.map((r) => ({
        t: r.t_s,
        pressure: kPa(r.pressure_kPa),
        temperature: kelvin(r.temperature_C),
        barometer: r.barometer_kPa === undefined ? atmosphere : kPa(r.barometer_kPa),
      }))
      const bad = readings.findIndex((r) => r.pressure + r.barometer <= 0)
      if (bad >= 0)
        throw new CalculatorError([`readings[${bad}].pressure_kPa is at or below a vacuum for its barometer`])
      if (readings.every((r) => r.t === readings[0]!.t))
        throw new CalculatorError(['readings: all carry the same t_s; type when each was taken'])
      const r = leakRate(input.volume_L / 1000, readings, kPa(input.resolution_kPa), allowed)
      return {
        leak_Pa_m3_s: r.leak,
        leak_sccm: r.sccm,
        pressureLoss_kPa_per_day: toKPa(r.lossRate) * 86_400,
        ci95: [r.low, r.high],
        verdict: r.verdict,
        waitMore_s: r.waitMore,
      }
    },
  }),
  define<{ wheelbase_mm: number; rearSag_mm: number; frontSag_mm: number; distance_m: number }>({
    name: 'headlamp',
    title: 'Headlamp rise',
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
  }),
  define<{ battery_Ah: number; usable_fraction: number; drain_mA: number }>({
    name: 'standby',
    title: 'Stand-by life',
    source: 'days = usable Ah/(24 × A)',
    schema: object({
      battery_Ah: positive('Battery', 'Ah'),
      usable_fraction: fraction('Usable part'),
      drain_mA: positive('Drain', 'mA'),
    }),
    outputs: { days: { label: 'Stand-by', unit: 'days' } },
    example: { battery_Ah: 70, usable_fraction: 0.5, drain_mA: 2 },
    run: (input) => ({
      days: standbyDays(input.battery_Ah * 3600, input.usable_fraction, input.drain_mA / 1000),
    }),
  }),
  define<{ thread: string; propertyClass?: string; grade?: string; stated_Nm: number }>({
    name: 'torque-check',
    title: 'Torque check',
    source: 'T = K·d·F, K 0.16–0.24, F = 75 % of proof; ISO 898-1',
    schema: object({
      thread: yup
        .string()
        .strict()
        .required('${path} is missing: "M8" or "3/8-16"')
        .typeError('${path} must be text like "M8" or "3/8-16"')
        .test(
          'thread',
          '${path} must be a thread like "M8", "M8x1.25" or "3/8-16"',
          (v) => v == null || threadOf(v) !== null,
        )
        .meta({ label: 'Thread', unit: '' } as object),
      propertyClass: choice('Property class', GRADES).optional() as yup.Schema,
      grade: choice('Grade', GRADES).optional() as yup.Schema,
      stated_Nm: positive('Stated torque', 'N·m'),
    }),
    outputs: {
      expected_Nm: { label: 'Usual for the size', unit: 'N·m' },
      looksLike: { label: 'Looks like', unit: '' },
    },
    example: { thread: 'M8', propertyClass: '8.8', stated_Nm: 25 },
    run(input) {
      const grade = input.propertyClass ?? input.grade
      if (!grade || (input.propertyClass && input.grade))
        throw new CalculatorError(['propertyClass or grade: type one of them, as text'])
      const r = torqueCheck(threadOf(input.thread)!, grade, input.stated_Nm)
      return { expected_Nm: [r.low, r.high], looksLike: r.looksLike }
    },
  }),
  ...LOAD_CALCULATORS,
  ...AIR_CALCULATORS,
]

function bundleField() {
  return positive('Current-carrying conductors together', '').integer(
    '${path} must be a whole number, 1 for a wire alone',
  )
}

/** Checks the input of a calculator and runs it. @throws {CalculatorError} with one line a field. */
export function calculate(name: string, input: unknown): Record<string, unknown> {
  const calculator = CALCULATORS.find((c) => c.name === name)
  if (!calculator)
    throw new CalculatorError([
      `${name}: no calculator of that name. Use one of ${CALCULATORS.map((c) => c.name).join(', ')}.`,
    ])
  try {
    calculator.schema.validateSync(input, { strict: true, abortEarly: false })
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const all = error.inner.length ? error.inner : [error]
    throw new CalculatorError([...new Set(all.map((e) => e.message))])
  }
  const output = calculator.run(input)
  const bad = notFinite(output)
  if (bad)
    throw new CalculatorError([
      `${bad} comes out without a finite value: the figures typed are too large or too small`,
    ])
  return output
}

function notFinite(value: unknown, path = ''): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : path
  if (typeof value !== 'object' || value === null) return null
  for (const [key, inner] of Object.entries(value)) {
    const bad = notFinite(inner, path ? `${path}.${key}` : key)
    if (bad) return bad
  }
  return null
}

/** One field of a calculator's input, flattened for a list or a form. */
export interface InputField {
  path: string
  label: string
  unit: string
}

/** All input fields with labels and units, nested ones by dotted path; list items carry `[]`. */
export function inputFields(schema: yup.Schema, path = ''): InputField[] {
  const meta = schema.meta() as { label?: string; unit?: string } | undefined
  if (meta?.label) return [{ path, label: meta.label, unit: meta.unit ?? '' }]
  const fields = (schema as yup.ObjectSchema<yup.AnyObject>).fields as Record<string, yup.Schema> | undefined
  if (fields)
    return Object.entries(fields).flatMap(([key, inner]) => inputFields(inner, path ? `${path}.${key}` : key))
  const item = (schema as yup.ArraySchema<unknown[], yup.AnyObject>).innerType as yup.Schema | undefined
  return item ? inputFields(item, `${path}[]`) : []
}

import * as yup from 'yup'
import { componentFlow } from '../air/equations/componentFlow'
import { tubeFlow } from '../air/equations/tubeFlow'
import { fillTime, type FillSource, type FlowPath } from '../air/dynamics/fillTime'
import { pressureAtTemperature } from '../air/equations/vessels'
import { REFERENCE_DENSITY, STANDARD_ATMOSPHERE } from '../quantity/constants'
import {
  CalculatorError,
  atmosphereField,
  celsius,
  define,
  gauge,
  kPa,
  kelvin,
  mm,
  notNegative,
  object,
  refuseWhenStuck,
  positive,
  toKPa,
  atmosphereOf,
} from './define'
import { criticalRatio, freeAirField, freeAirOf, nested, vacuumProblems, vesselFields } from './fields'

/** Air through tubes and valves, and what it fills. */

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
              compressor: object({ curve: freeAirField() }),
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

/** ANR litres a minute from kg/s. ISO 8778 (memory). */
const anrLitresPerMinute = (massFlow: number) => (massFlow / REFERENCE_DENSITY) * 60_000

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

export const tubeFlowCalculator = define<
  FlowInput & { bore_mm: number; length_m: number; roughness_um: number }
>({
  name: 'tube-flow',
  title: 'Air through a tube',
  formula: 'p₁² − p₂² = (ṁ/A)²·R·T·(f·L/d + 2·ln(p₁/p₂)), f by Colebrook and White',
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
})

export const valveFlowCalculator = define<FlowInput & { C_dm3_s_bar: number; b: number }>({
  name: 'valve-flow',
  title: 'Air through a valve',
  formula: 'Q = C·p₁·√(T₀/T)·√(1 − ((p₂/p₁ − b)/(1 − b))²); choked below b',
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
})

export const fillTimeCalculator = define<{
  volume_L: number
  from_kPa: number
  to_kPa: number
  source: { compressor: { curve: [number, number][] } } | { tank: { volume_L: number; pressure_kPa: number } }
  path:
    { C_dm3_s_bar: number; b: number } | { bore_mm: number; length_m: number; roughness_um?: number } | null
  temperature_C: number
  atmosphere_kPa?: number
}>({
  name: 'fill-time',
  title: 'Time to fill',
  formula: 't = ∫ V·dp/(p_atm·Q(p))',
  source: 'Isothermal fill of a rigid volume: dp/dt = p_atm·Q/V, or what the path passes',
  schema: object({
    ...vesselFields(),
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
    const tank = 'tank' in input.source && { 'source.tank.pressure_kPa': input.source.tank.pressure_kPa }
    lines.push(...vacuumProblems({ from_kPa: input.from_kPa, ...tank }, atmosphere))
    if (lines.length) throw new CalculatorError(lines)
    const source: FillSource =
      'compressor' in input.source
        ? { curve: freeAirOf(input.source.compressor.curve) }
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
    // The calculator's free air is at the standard atmosphere, whatever the site's own.
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
})

export const gasTemperatureCalculator = define<{
  pressure_kPa: number
  from_C: number
  to_C: number
  atmosphere_kPa?: number
}>({
  name: 'gas-temperature',
  title: 'Pressure after a temperature change',
  formula: 'p₂ = p₁·T₂/T₁, absolute',
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
        pressureAtTemperature(kPa(input.pressure_kPa), kelvin(input.from_C), kelvin(input.to_C), atmosphere),
      ),
    }
  },
})

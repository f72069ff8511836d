import * as yup from 'yup'
import { PRACTICE } from '../catalog/practice'
import { leakRate } from '../prove/leak'
import { GRADES, threadOf, torqueCheck } from '../build/torque'
import {
  CalculatorError,
  anyNumber,
  atmosphereField,
  celsius,
  choice,
  define,
  gauge,
  kPa,
  kelvin,
  list,
  object,
  positive,
  toKPa,
  atmosphereOf,
} from './define'

/** What a hold test says, and whether a torque looks right. */

export const leakRateCalculator = define<{
  volume_L: number
  readings: { t_s: number; pressure_kPa: number; temperature_C: number; barometer_kPa?: number }[]
  resolution_kPa: number
  allowed_kPa_per_day?: number
  thermometer_K?: number
  atmosphere_kPa?: number
}>({
  name: 'leak-rate',
  title: 'Leak from a hold test',
  formula: 'leak = −V·d(p_abs·293.15 K/T)/dt, by least squares',
  source: 'Pressure change with temperature taken out, EN 1779 and EN 13184 (memory)',
  schema: object({
    volume_L: positive('Volume', 'L'),
    resolution_kPa: positive('Gauge step', 'kPa'),
    allowed_kPa_per_day: positive('Loss allowed', 'kPa/day').optional() as yup.Schema,
    thermometer_K: positive('Thermometer is sure to', 'K').optional() as yup.Schema,
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
    const doubt = {
      resolution: kPa(input.resolution_kPa),
      thermometer: input.thermometer_K ?? PRACTICE.thermometer.value,
    }
    const r = leakRate(input.volume_L / 1000, readings, doubt, allowed)
    return {
      leak_Pa_m3_s: r.leak,
      leak_sccm: r.sccm,
      pressureLoss_kPa_per_day: toKPa(r.lossRate) * 86_400,
      ci95: [r.low, r.high],
      verdict: r.verdict,
      waitMore_s: r.waitMore,
    }
  },
})

export const torqueCheckCalculator = define<{
  thread: string
  propertyClass?: string
  grade?: string
  stated_Nm: number
}>({
  name: 'torque-check',
  title: 'Torque check',
  formula: 'T = K·d·F, F = 75 % of proof',
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
})

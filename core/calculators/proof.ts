import * as yup from 'yup'
import { PRACTICE } from '../catalog/practice'
import { planHold } from '../prove/holdPlan'
import { leakRate } from '../prove/leak'
import { cutInLeak, sinkLeak } from '../prove/otherWays'
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
  notNegative,
  object,
  positive,
  toKPa,
  atmosphereOf,
} from './define'

/** What a hold test says, and whether a torque looks right. */

/** Loss that counts as tight, Pa/s: as typed, or the usual one. */
const allowedOf = (input: { allowed_kPa_per_day?: number }): number =>
  input.allowed_kPa_per_day === undefined
    ? PRACTICE.allowedLoss.value
    : kPa(input.allowed_kPa_per_day) / 86_400

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
    const allowed = allowedOf(input)
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

export const cutInLeakCalculator = define<{
  tank_L: number
  cutIn_kPa: number
  cutOut_kPa: number
  interval_s: number
  temperature_C: number
}>({
  name: 'cut-in-leak',
  title: 'Leak from how often it cuts in',
  formula: 'leak = V·(cut-out − cut-in)/interval·(293.15 K/T)',
  source: 'Ideal gas in a rigid volume, nothing used in between',
  schema: object({
    tank_L: positive('Tank', 'L'),
    cutIn_kPa: gauge('Cut-in'),
    cutOut_kPa: gauge('Cut-out'),
    interval_s: positive('From stop to next start', 's'),
    temperature_C: celsius('Temperature'),
  }),
  outputs: {
    leak_Pa_m3_s: { label: 'Leak', unit: 'Pa·m³/s' },
    pressureLoss_kPa_per_day: { label: 'Loss a day', unit: 'kPa/day' },
  },
  example: { tank_L: 19, cutIn_kPa: 758, cutOut_kPa: 1034, interval_s: 7200, temperature_C: 20 },
  run({ tank_L, cutIn_kPa, cutOut_kPa, interval_s, temperature_C }) {
    if (cutOut_kPa <= cutIn_kPa)
      throw new CalculatorError(['cutOut_kPa must be above cutIn_kPa: type what the switch stops at'])
    const found = cutInLeak(tank_L / 1000, kPa(cutIn_kPa), kPa(cutOut_kPa), interval_s, kelvin(temperature_C))
    return { leak_Pa_m3_s: found.leak, pressureLoss_kPa_per_day: toKPa(found.lossRate) * 86_400 }
  },
})

export const sinkLeakCalculator = define<{
  pressure_kPa: number
  area_cm2: number
  sink_mm: number
  hours: number
  temperature_C: number
  atmosphere_kPa?: number
}>({
  name: 'sink-leak',
  title: 'Leak from a truck that sinks',
  formula: 'leak = p_abs·A·Δh/t·(293.15 K/T)',
  source: 'Ideal gas at constant pressure: the bag bears its load',
  schema: object({
    pressure_kPa: gauge('Pressure'),
    area_cm2: positive('Area of the spring', 'cm²'),
    sink_mm: notNegative('Sunk by, at the spring', 'mm'),
    hours: positive('Within', 'h'),
    temperature_C: celsius('Temperature'),
    atmosphere_kPa: atmosphereField(),
  }),
  outputs: { leak_Pa_m3_s: { label: 'Leak', unit: 'Pa·m³/s' } },
  example: { pressure_kPa: 400, area_cm2: 160, sink_mm: 4, hours: 12, temperature_C: 20 },
  run(input) {
    const pressure = kPa(input.pressure_kPa) + atmosphereOf(input)
    if (pressure <= 0) throw new CalculatorError(['pressure_kPa is at or below a vacuum'])
    const { area_cm2, sink_mm, hours, temperature_C } = input
    return {
      leak_Pa_m3_s: sinkLeak(pressure, area_cm2 / 1e4, sink_mm / 1000, hours * 3600, kelvin(temperature_C)),
    }
  },
})

export const holdPlanCalculator = define<{
  pressure_kPa: number
  temperature_C: number
  night_K: number
  rested_min: number
  every_min: number
  resolution_kPa: number
  thermometer_K?: number
  allowed_kPa_per_day?: number
}>({
  name: 'hold-plan',
  title: 'How long a hold test must run',
  formula: 'the first reading after which its interval lies on one side of the loss allowed',
  source: 'The verdict’s own interval, which may be looked at after every reading; gas lags 30 min (memory)',
  schema: object({
    pressure_kPa: gauge('Pressure'),
    temperature_C: celsius('Temperature'),
    night_K: notNegative('Colder by the morning', 'K'),
    rested_min: notNegative('Stood before', 'min'),
    every_min: positive('Read every', 'min'),
    resolution_kPa: positive('Gauge step', 'kPa'),
    thermometer_K: positive('Thermometer is sure to', 'K').optional() as yup.Schema,
    allowed_kPa_per_day: positive('Loss allowed', 'kPa/day').optional() as yup.Schema,
  }),
  outputs: {
    tight_h: { label: 'A sound one proves tight after (— not within three weeks)', unit: 'h' },
    leaking_h: { label: 'One that loses twice as much is found after', unit: 'h' },
  },
  example: {
    pressure_kPa: 480,
    temperature_C: 18,
    night_K: 8,
    rested_min: 30,
    every_min: 60,
    resolution_kPa: 1,
  },
  run(input) {
    const { tight, leaking } = planHold({
      pressure: kPa(input.pressure_kPa),
      temperature: kelvin(input.temperature_C),
      night: input.night_K,
      rested: input.rested_min * 60,
      lag: PRACTICE.gasLag.value,
      every: input.every_min * 60,
      resolution: kPa(input.resolution_kPa),
      thermometer: input.thermometer_K ?? PRACTICE.thermometer.value,
      allowed: allowedOf(input),
    })
    const hours = (seconds: number | null) => (seconds === null ? null : seconds / 3600)
    return { tight_h: hours(tight), leaking_h: hours(leaking) }
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

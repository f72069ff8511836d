import { openLoss } from '../lay/radio'
import { atmosphereAt } from '../quantity/atmosphere'
import { armAngle } from '../tune/lever'
import { coverWith, memoriesNeeded } from '../tune/presetCover'
import { setReads } from '../tune/setReads'
import {
  anyNumber,
  CalculatorError,
  celsius,
  define,
  kelvin,
  list,
  notNegative,
  object,
  positive,
  wholeNumber,
} from './define'

/** Presets, a gauge's reading elsewhere, a height valve's arm, and a remote. */

const PA = 1000

export const presetCoverCalculator = define<{
  hauls: { left_kPa: number; right_kPa: number }[]
  tolerance_kPa: number
  slots: number
}>({
  name: 'preset-cover',
  title: 'Few memories for many hauls',
  formula: 'the smallest squares of left and right pressure that cover all hauls',
  source: 'Exact search; every square’s edge stands at a haul',
  schema: object({
    hauls: list(
      object({ left_kPa: notNegative('Left', 'kPa'), right_kPa: notNegative('Right', 'kPa') }),
      1,
      40,
    ),
    tolerance_kPa: notNegative('Tolerance', 'kPa'),
    slots: wholeNumber('Memories', 1, 40),
  }),
  outputs: {
    needed: { label: 'Fewest memories within the tolerance', unit: '' },
    presets: { label: 'Pressures for as many as there are', unit: 'kPa' },
    assigned: { label: 'Memory of each haul, from 0', unit: '' },
    worst_kPa: { label: 'Largest miss with them', unit: 'kPa' },
  },
  example: {
    hauls: [
      { left_kPa: 60, right_kPa: 60 },
      { left_kPa: 320, right_kPa: 410 },
      { left_kPa: 350, right_kPa: 390 },
      { left_kPa: 200, right_kPa: 210 },
    ],
    tolerance_kPa: 20,
    slots: 2,
  },
  run({ hauls, tolerance_kPa, slots }) {
    const points = hauls.map(({ left_kPa, right_kPa }) => ({ left: left_kPa * PA, right: right_kPa * PA }))
    const { presets, assigned, worst } = coverWith(points, slots)
    return {
      needed: memoriesNeeded(points, tolerance_kPa * PA),
      presets: presets.map(({ left, right }) => ({ left_kPa: left / PA, right_kPa: right / PA })),
      assigned,
      worst_kPa: worst / PA,
    }
  },
})

export const leverAngleCalculator = define<{ arm_mm: number; deflection_mm: number }>({
  name: 'lever-angle',
  title: 'Angle of a height valve’s arm',
  formula: 'angle = asin(deflection ÷ arm)',
  source: 'Geometry; a long link, so that its end goes straight up and down',
  schema: object({ arm_mm: positive('Arm', 'mm'), deflection_mm: anyNumber('Deflection', 'mm') }),
  outputs: { angle_deg: { label: 'Angle', unit: '°' } },
  example: { arm_mm: 120, deflection_mm: 30 },
  run({ arm_mm, deflection_mm }) {
    if (Math.abs(deflection_mm) > arm_mm)
      throw new CalculatorError([
        `deflection_mm: ${deflection_mm} mm is longer than the arm of ${arm_mm} mm: type less, or a longer arm`,
      ])
    return { angle_deg: (armAngle(arm_mm, deflection_mm) * 180) / Math.PI }
  },
})

const altitude = (label: string) =>
  anyNumber(label, 'm')
    .min(-500, '${path} must be −500 m or more')
    .max(11_000, '${path} must be 11 000 m or less')

export const setReadsCalculator = define<{
  set_kPa: number
  set_C: number
  setAltitude_m: number
  read_C: number
  readAltitude_m: number
}>({
  name: 'set-reads',
  title: 'Set here, reads there',
  formula: 'p = (p_set + p_air,set)·T ÷ T_set − p_air',
  source: 'Ideal gas in a sealed, rigid volume; atmosphere ISO 2533',
  schema: object({
    set_kPa: anyNumber('Set to', 'kPa'),
    set_C: celsius('Set at'),
    setAltitude_m: altitude('Set at, above the sea'),
    read_C: celsius('Read at'),
    readAltitude_m: altitude('Read at, above the sea'),
  }),
  outputs: {
    reads_kPa: { label: 'The gauge reads', unit: 'kPa' },
    atmosphereSet_kPa: { label: 'Air around it where it was set', unit: 'kPa' },
    atmosphereRead_kPa: { label: 'Air around it where it is read', unit: 'kPa' },
  },
  example: { set_kPa: 400, set_C: 30, setAltitude_m: 0, read_C: -5, readAltitude_m: 1600 },
  run({ set_kPa, set_C, setAltitude_m, read_C, readAltitude_m }) {
    const around = { set: atmosphereAt(setAltitude_m), read: atmosphereAt(readAltitude_m) }
    if (set_kPa * PA + around.set <= 0)
      throw new CalculatorError(['set_kPa: under a vacuum: type a gauge pressure above −101 kPa'])
    const set = { temperature: kelvin(set_C), altitude: setAltitude_m }
    const read = { temperature: kelvin(read_C), altitude: readAltitude_m }
    return {
      reads_kPa: setReads(set_kPa * PA, set, read) / PA,
      atmosphereSet_kPa: around.set / PA,
      atmosphereRead_kPa: around.read / PA,
    }
  },
})

export const radioMarginCalculator = define<{
  distance_m: number
  frequency_MHz: number
  transmit_dBm: number
  sensitivity_dBm: number
  steelLayers: number
  steelLoss_dB?: number
}>({
  name: 'radio-margin',
  title: 'Whether a remote is heard',
  formula: 'margin = sent − 20·log10(4π·d·f ÷ c) − layers·loss − sensitivity',
  source: 'Friis, aerials without gain; 15 dB a layer of steel (memory)',
  schema: object({
    distance_m: positive('Distance', 'm'),
    frequency_MHz: positive('Frequency', 'MHz'),
    transmit_dBm: anyNumber('Sent', 'dBm'),
    sensitivity_dBm: anyNumber('Just heard', 'dBm'),
    steelLayers: wholeNumber('Layers of steel between', 0, 100),
    steelLoss_dB: notNegative('Loss of one layer', 'dB').optional(),
  }),
  outputs: {
    pathLoss_dB: { label: 'Lost on the way', unit: 'dB' },
    received_dBm: { label: 'Received', unit: 'dBm' },
    margin_dB: { label: 'Margin', unit: 'dB' },
  },
  example: {
    distance_m: 6,
    frequency_MHz: 2400,
    transmit_dBm: 0,
    sensitivity_dBm: -90,
    steelLayers: 2,
  },
  run({ distance_m, frequency_MHz, transmit_dBm, sensitivity_dBm, steelLayers, steelLoss_dB = 15 }) {
    const loss = openLoss(distance_m, frequency_MHz * 1e6) + steelLayers * steelLoss_dB
    const received = transmit_dBm - loss
    return { pathLoss_dB: loss, received_dBm: received, margin_dB: received - sensitivity_dBm }
  },
})

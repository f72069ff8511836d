import { areaOfAwg } from '../quantity/units'

/** A wire size with its cross-section in m² and ampacity in A. */
export interface WireSize {
  label: string
  awg: number | null
  mm2: number | null
  area: number
  ampacity: number
}

/** Single 105 °C conductor outside an engine space. ABYC E-11 (memory). */
const AWG_AMPACITY: [number, number][] = [
  [18, 20],
  [16, 25],
  [14, 35],
  [12, 45],
  [10, 60],
  [8, 80],
  [6, 120],
  [4, 160],
  [2, 210],
]

export const AWG_SIZES: readonly WireSize[] = AWG_AMPACITY.map(([awg, ampacity]) => ({
  label: `${awg} AWG`,
  awg,
  mm2: null,
  area: areaOfAwg(awg),
  ampacity,
}))

const MM2 = [0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50]

/**
 * Metric sizes take the ampacity of the AWG row at or below their area, so that no size looks stronger than the
 * table.
 */
export const METRIC_SIZES: readonly WireSize[] = MM2.map((mm2) => ({
  label: `${mm2} mm²`,
  awg: null,
  mm2,
  area: mm2 * 1e-6,
  ampacity: ampacityOfArea(mm2 * 1e-6),
}))

/** Ampacity in A for any copper area in m²: the AWG row at or below it; under 18 AWG in proportion to the area. */
export function ampacityOfArea(area: number): number {
  const row = AWG_SIZES.findLast((size) => size.area <= area * 1.0001)
  return row ? row.ampacity : (AWG_SIZES[0]!.ampacity * area) / AWG_SIZES[0]!.area
}

/** Factor for current-carrying conductors bundled together. ABYC E-11 (memory). */
export function bundleFactor(count: number): number {
  return count <= 1 ? 1 : count <= 3 ? 0.7 : count <= 6 ? 0.6 : count <= 24 ? 0.5 : 0.4
}

/** Factor inside an engine space. ABYC E-11 (memory). */
export const ENGINE_SPACE_FACTOR = 0.85

/** Blade fuse ratings, A. ISO 8820-3 (memory). */
export const BLADE_FUSES: readonly number[] = [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40]

/** Least opening time in s against the multiple of the rating. ISO 8820-3 (memory). */
export const FUSE_CURVE: readonly { multiple: number; least: number; most: number }[] = [
  { multiple: 1.1, least: 360_000, most: Infinity },
  { multiple: 1.35, least: 0.75, most: 600 },
  { multiple: 1.6, least: 0.25, most: 50 },
  { multiple: 2, least: 0.15, most: 5 },
  { multiple: 3.5, least: 0.04, most: 0.5 },
  { multiple: 6, least: 0.02, most: 0.1 },
]

/** Wire sizes offered in a shop's system. */
export const wireSizes = (system: 'AWG' | 'mm²') => (system === 'AWG' ? AWG_SIZES : METRIC_SIZES)

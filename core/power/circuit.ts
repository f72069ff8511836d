import { PRACTICE } from '../catalog/practice'
import { REFERENCE_TEMPERATURE } from '../quantity/constants'
import {
  AWG_SIZES,
  BLADE_FUSES,
  ENGINE_SPACE_FACTOR,
  FUSE_CURVE,
  METRIC_SIZES,
  ampacityOfArea,
  bundleFactor,
  type WireSize,
} from '../catalog/electrical'

/** Resistivity of annealed copper at 20 °C, Ω·m (100 % IACS), and its temperature coefficient, 1/K. IEC 60028. */
export const COPPER_RESISTIVITY = 1.7241e-8
export const COPPER_ALPHA = 0.00393

/** Resistance in Ω of a copper wire: ρ·(1 + α(T − 293.15 K))·length/area. */
export function wireResistance(area: number, length: number, temperature: number): number {
  return (COPPER_RESISTIVITY * (1 + COPPER_ALPHA * (temperature - REFERENCE_TEMPERATURE)) * length) / area
}

export interface Drop {
  loop: number
  drop: number
  ratio: number
  heat: number
}

/**
 * Voltage drop over feed and return. If `returnResistance` is null, the return is a wire like the feed. A given
 * return resistance is not corrected for temperature. Heat is that of the whole loop.
 */
export function wireDrop(
  current: number,
  oneWay: number,
  area: number,
  returnResistance: number | null,
  temperature: number,
  supply: number,
): Drop {
  const feed = wireResistance(area, oneWay, temperature)
  const loop = feed + (returnResistance ?? feed)
  const drop = current * loop
  return { loop, drop, ratio: drop / supply, heat: current ** 2 * loop }
}

/** Ratio of a copper wire's resistance at one temperature to that at another; K. */
export const warmth = (temperature: number, than: number): number =>
  (1 + COPPER_ALPHA * (temperature - REFERENCE_TEMPERATURE)) /
  (1 + COPPER_ALPHA * (than - REFERENCE_TEMPERATURE))

/** Ampacity in A of an area, derated for bundling and engine space. ABYC E-11 (memory). */
export function deratedAmpacity(area: number, bundle: number, engineSpace: boolean): number {
  return ampacityOfArea(area) * bundleFactor(bundle) * (engineSpace ? ENGINE_SPACE_FACTOR : 1)
}

export interface WireChoice {
  size: WireSize
  drop: Drop
  ampacity: number
  governedBy: 'drop' | 'ampacity' | 'fuse'
}

/**
 * Thinnest size whose drop and derated ampacity are both sufficient, or null if the system has none.
 * @param guarded whether there is a fuse for a wire of a derated ampacity, if one is required
 */
export function wireSize(
  system: 'awg' | 'mm2',
  current: number,
  oneWay: number,
  returnResistance: number | null,
  temperature: number,
  supply: number,
  maxDrop: number,
  bundle: number,
  engineSpace: boolean,
  guarded: (ampacity: number) => boolean = () => true,
): WireChoice | null {
  const sizes = system === 'awg' ? AWG_SIZES : METRIC_SIZES
  const dropOf = (size: WireSize) =>
    wireDrop(current, oneWay, size.area, returnResistance, temperature, supply)
  const ampacityOf = (size: WireSize) =>
    size.ampacity * bundleFactor(bundle) * (engineSpace ? ENGINE_SPACE_FACTOR : 1)
  const byDrop = sizes.findIndex((size) => dropOf(size).ratio <= maxDrop)
  const byAmpacity = sizes.findIndex((size) => ampacityOf(size) >= current)
  const byFuse = sizes.findIndex((size) => guarded(ampacityOf(size)))
  if (byDrop < 0 || byAmpacity < 0 || byFuse < 0) return null
  const serves = Math.max(byDrop, byAmpacity)
  const size = sizes[Math.max(serves, byFuse)]!
  return {
    size,
    drop: dropOf(size),
    ampacity: ampacityOf(size),
    governedBy: byFuse > serves ? 'fuse' : byAmpacity > byDrop ? 'ampacity' : 'drop',
  }
}

/**
 * A limit of the fuse band at a multiple of the rating, log–log between rows; beyond the last row by its I²t.
 */
function fuseBand(limit: 'least' | 'most', multiple: number): number {
  const rows = FUSE_CURVE.filter((row) => Number.isFinite(row[limit]))
  const [first, last] = [rows[0]!, rows.at(-1)!]
  if (multiple < first.multiple) return Infinity
  for (let i = 1; i < rows.length; i++) {
    const [a, b] = [rows[i - 1]!, rows[i]!]
    if (multiple > b.multiple) continue
    const part = Math.log(multiple / a.multiple) / Math.log(b.multiple / a.multiple)
    return Math.exp(Math.log(a[limit]) + part * Math.log(b[limit] / a[limit]))
  }
  return last[limit] * (last.multiple / multiple) ** 2
}

/**
 * Shortest time in s after which a blade fuse may open at `multiple` times its rating, log–log between the rows
 * of its standard; Infinity up to 110 %. ISO 8820-3 (memory).
 */
export const fuseHolds = (multiple: number): number =>
  multiple <= FUSE_CURVE[0]!.multiple ? Infinity : fuseBand('least', multiple)

/**
 * Time in s after which a blade fuse is certain to have opened at `multiple` times its rating; Infinity below
 * 135 %. ISO 8820-3 (memory).
 */
export const fuseOpensBy = (multiple: number): number => fuseBand('most', multiple)

/**
 * Lifts with the engine off until the usable part of the charge is gone.
 * @param charge A·s; `usable` is a share of it
 * @param standby A drawn for `seconds` besides the lifts
 * @param lift A·s of one lift
 */
export function liftsOnBattery(
  charge: number,
  usable: number,
  standby: number,
  seconds: number,
  lift: number,
): { lifts: number; left: number } {
  const free = Math.max(charge * usable - standby * seconds, 0)
  const lifts = Math.floor(free / lift + 1e-9)
  return { lifts, left: Math.max(free - lifts * lift, 0) }
}

export interface FuseChoice {
  rating: number | null
  why: string
}

/**
 * Smallest blade rating that carries the continuous load at 80 % or less, lets the inrush pass, and is no
 * larger than the derated ampacity of the thinnest wire it feeds. Null, with the reason, if there is none.
 */
export function chooseFuse(
  continuous: number,
  inrush: number,
  inrushTime: number,
  ampacity: number,
): FuseChoice {
  const carries = (rating: number) => continuous <= PRACTICE.fuseLoad.value * rating + 1e-9
  const passes = (rating: number) => fuseHolds(inrush / rating) >= inrushTime
  const rating = BLADE_FUSES.find((r) => carries(r) && passes(r))
  if (rating === undefined) {
    return {
      rating: null,
      why: `No blade fuse up to ${BLADE_FUSES.at(-1)} A carries ${continuous.toFixed(1)} A at 80 % and passes the inrush.`,
    }
  }
  if (rating > ampacity) {
    return {
      rating: null,
      why: `The load needs a ${rating} A fuse, but the thinnest wire carries ${ampacity.toFixed(1)} A. Use a thicker wire.`,
    }
  }
  const smaller = BLADE_FUSES.find(carries)!
  return {
    rating,
    why: `${continuous.toFixed(1)} A is ${((100 * continuous) / rating).toFixed(0)} % of ${rating} A (80 % at most)${smaller < rating ? `, a ${smaller} A fuse would not pass the inrush` : ''}; the thinnest wire carries ${ampacity.toFixed(1)} A.`,
  }
}

/** Current, A, equal to the self-discharge of a battery with this charge, A·s. */
export const selfDischarge = (charge: number): number =>
  (charge * PRACTICE.selfDischarge.value) / (30 * 86_400)

/** Days a battery lasts: usable charge over drain. Charge in A·s, drain in A. */
export function standbyDays(charge: number, usable: number, drain: number): number {
  return (charge * usable) / drain / 86_400
}

import { PRACTICE } from '../../catalog/practice'
import { GAMMA, GAS_CONSTANT_AIR } from '../../quantity/constants'
import type { Head } from './network'

/** Specific heat of air at constant pressure, J/(kg·K). */
export const CP = (GAMMA / (GAMMA - 1)) * GAS_CONSTANT_AIR
const EXPONENT = (GAMMA - 1) / GAMMA

/**
 * Temperature of air as it leaves the compressor's cylinder, K: T·(1 + (r^((γ−1)/γ) − 1)/η). Source: any text
 * on compressors; efficiency of small piston compressors from memory.
 * @param ratio absolute delivery pressure over ambient, counted as at least 1; `around` K
 */
export const compressedTemperature = (ratio: number, around: number): number =>
  around * (1 + (Math.max(ratio, 1) ** EXPONENT - 1) / PRACTICE.compressionEfficiency.value)

/** What a head does to air from the cylinder. */
export interface HeadFlow {
  /** Temperature of the leaving air, K. */
  leaving: number
  /** Heat to the head, W. */
  given: number
  /** Share of a change of the head's own temperature that the leaving air follows. */
  follows: number
}

/**
 * Air through a head: it leaves T_head + (T_compressed − T_head)·exp(−film/(ṁ·c_p)).
 * @param flow kg/s; temperatures K.
 */
export function throughHead(head: Head, flow: number, compressed: number, temperature: number): HeadFlow {
  const kept = flow > 0 ? Math.exp(-head.film / (flow * CP)) : 0
  const leaving = temperature + (compressed - temperature) * kept
  return { leaving, given: flow * CP * (compressed - leaving), follows: 1 - kept }
}

/**
 * Head of a compressor with this free air at zero pressure, m³/s; everything in it grows in proportion (from
 * memory).
 */
export const headFor = (pump: string, motor: string | null, freeAir: number): Head => ({
  pump,
  motor,
  film: PRACTICE.headFilm.value * freeAir,
  cooling: PRACTICE.headCooling.value * freeAir,
  beside: motor === null ? 0 : PRACTICE.headBeside.value * freeAir,
  capacity: PRACTICE.headCapacity.value * freeAir,
})

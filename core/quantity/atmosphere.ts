import { STANDARD_ATMOSPHERE } from './constants'

/** Temperature at sea level, K, and its fall with height, K/m; exponent g/(R·lapse). ISO 2533. */
const SEA_LEVEL = 288.15
const LAPSE = 0.0065
const EXPONENT = 5.25588

/**
 * Pressure of the standard atmosphere, Pa, at a height above the sea, m, up to 11 km: p₀·(1 −
 * 0.0065·h/288.15)^5.25588. Source: ISO 2533.
 * @example atmosphereAt(2000) // 79 495 Pa
 */
export const atmosphereAt = (altitude: number): number =>
  STANDARD_ATMOSPHERE * (1 - (LAPSE * altitude) / SEA_LEVEL) ** EXPONENT

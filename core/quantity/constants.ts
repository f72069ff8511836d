/** Physical constants, SI. Sources beside each; "memory" means written down without a copy at hand. */

/** Standard atmosphere, Pa (exact). ISO 2533. */
export const STANDARD_ATMOSPHERE = 101_325
/** Specific gas constant of dry air, J/(kg·K). ISO 2533. */
export const GAS_CONSTANT_AIR = 287.05
/** Pascals in a pound per square inch; 0.45359237 kg · 9.80665 m/s² / (25.4 mm)² (exact definitions, NIST SP 811). */
export const PSI = 6894.757
/** Newton-metres in a foot-pound; 0.3048 m · 4.448222 N (exact definitions, NIST SP 811). */
export const FOOT_POUND = 1.355818
/** Standard gravity, m/s² (exact). ISO 80000-3. */
export const GRAVITY = 9.80665
/** Standard deviation of what lies anywhere within ±1, all places equally likely (JCGM 100:2008, 4.3.7; memory). */
export const SIGMA_WITHIN = 1 / Math.sqrt(3)
/** A range reaches so many standard deviations either way: about 19 cases in 20 (JCGM 100:2008, 6.3; memory). */
export const COVERAGE = 2
/** Reference temperature for free air and leak rates, K. ISO 8778 (memory). */
export const REFERENCE_TEMPERATURE = 293.15
/** Density of air at the ANR reference atmosphere, kg/m³. ISO 8778 (memory). */
export const REFERENCE_DENSITY = 1.185

/**
 * Dynamic viscosity of air, Pa·s, at an absolute temperature in K. Source: ISO 2533 (Sutherland's form);
 * 1.813e-5 Pa·s at 20 °C.
 */
export function airViscosity(temperature: number): number {
  return (1.458e-6 * temperature ** 1.5) / (temperature + 110.4)
}

/** Choked flow factor of air, √K·s/m: ṁ = A·0.0404·p/√T. Isentropic nozzle, any gas-dynamics text. */
export const CHOKED_ORIFICE = 0.0404

/** Ratio of specific heats of air. Any gas-dynamics text. */
export const GAMMA = 1.4

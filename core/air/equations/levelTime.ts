import { GAS_CONSTANT_AIR, REFERENCE_TEMPERATURE, STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { springVolume } from '../../catalog/springVolume'
import { interpolate } from '../../quantity/interpolate'

/** One spring that lifts its corner while it is filled. SI, gauge pressures. */
export interface FillingCorner {
  areaByHeight: readonly (readonly [number, number])[]
  /** A height with its air volume, m and m³. */
  volumeAt: { height: number; volume: number }
  /** Height of the spring as the pressure rises, m. */
  heightAt(pressure: number): number
  from: number
  to: number
}

/**
 * Seconds to bring corners from one pressure to another with a compressor of free-air flow Q(p), isothermal at
 * 20 °C: t = Σ ∫ dm/(ρ_atm·Q(p)) with m = p_abs·V(h(p))/(R·T); the corner lifts as it fills. Filling both at
 * once or one after the other takes the same air. The resistance of lines is left out, because they pass many
 * times the compressor's flow.
 * @returns null if the compressor stops delivering at some pressure on the way
 */
export function timeToLevel(
  corners: readonly FillingCorner[],
  flow: readonly (readonly [number, number])[],
  atmosphere = STANDARD_ATMOSPHERE,
): { seconds: number; freeAir: number } | null {
  const steps = 48
  const atmosphereDensity = atmosphere / (GAS_CONSTANT_AIR * REFERENCE_TEMPERATURE)
  let seconds = 0
  let freeAir = 0
  for (const corner of corners) {
    if (corner.to <= corner.from) continue
    const massAt = (p: number) =>
      ((p + atmosphere) * springVolume(corner.areaByHeight, corner.volumeAt, corner.heightAt(p))) /
      (GAS_CONSTANT_AIR * REFERENCE_TEMPERATURE)
    let before = massAt(corner.from)
    for (let i = 1; i <= steps; i++) {
      const p = corner.from + ((corner.to - corner.from) * i) / steps
      const mass = massAt(p)
      const q = interpolate(flow, p - (corner.to - corner.from) / steps / 2)
      if (q <= 0) return null
      const volume = (mass - before) / atmosphereDensity
      seconds += volume / q
      freeAir += volume
      before = mass
    }
  }
  return { seconds, freeAir }
}

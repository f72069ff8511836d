import { PRACTICE } from '../catalog/practice'
import type { SprayShows } from './types'

/**
 * What soapy water shows at a leak.
 * @param freeAir leak as free air, m³/s
 * @source both limits from memory: slow foam at a few hundredths of a litre per minute, growing bubbles at ten
 * times that
 */
export function sprayShows(freeAir: number): SprayShows {
  if (freeAir >= PRACTICE.sprayBubble.value) return 'bubble'
  return freeAir >= PRACTICE.sprayFoam.value ? 'foam' : 'dry'
}

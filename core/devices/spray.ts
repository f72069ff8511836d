import { PRACTICE } from '../catalog/practice'
import type { SprayShows } from './types'

/**
 * What soapy water shows where air comes out.
 * @param freeAir leak as free air, m³/s
 * @source both limits from memory: slow foam is a few hundredths of a litre a minute, bubbles that grow come
 * of ten times that
 */
export function sprayShows(freeAir: number): SprayShows {
  if (freeAir >= PRACTICE.sprayBubble.value) return 'bubble'
  return freeAir >= PRACTICE.sprayFoam.value ? 'foam' : 'dry'
}

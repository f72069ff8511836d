import { PRACTICE } from '../catalog/practice'
import { input, type FigureInput } from '../quantity/figure'
import type { HeldBy } from './types'

/** Words for what holds the truck up, and how closely. A block is only mentioned if there is one. */

const GAUGE = 'a gauge reads within 5 % (common practice)'

/** Meaning of a haul's thick mark. */
export const MARK: Record<HeldBy, string> = {
  block: 'the preset',
  height: 'the pressure it comes to',
  hand: 'the pressure to fill to',
}
/** How closely it is held. */
export const HOLDS: Record<HeldBy, string> = {
  block: `A block holds a target within about 2 psi (14 kPa); ${GAUGE}.`,
  height: `The height is held, and the pressure follows the load; ${GAUGE}.`,
  hand: `Filled to the gauge by hand; ${GAUGE}.`,
}

/** Name of a haul's pressure. */
export const pressureOf = (by: HeldBy, label: string): string =>
  by === 'block' ? `Preset “${label}”` : `“${label}”`

/** Whether a haul's pressure was stored, or follows Load. */
export const KEPT: Record<HeldBy, { stored: string; followed: string }> = {
  block: { stored: 'stored', followed: 'follows Load, not stored' },
  height: { stored: 'as the load asks', followed: 'as the load asks' },
  hand: { stored: 'as noted here', followed: 'follows Load' },
}

/** Inputs of the error that a pressure has by itself. */
export const heldInputs = (by: HeldBy): FigureInput[] => [
  ...(by === 'block' ? [input('Block holds within', PRACTICE.presetTolerance.value, 'pressure')] : []),
  input('Gauge reads within', PRACTICE.gaugeAccuracy.value, 'ratio'),
]

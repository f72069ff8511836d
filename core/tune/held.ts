import { PRACTICE } from '../catalog/practice'
import { input, type FigureInput } from '../quantity/figure'
import type { HeldBy } from './types'

/** Words for what holds the truck up and how closely. Nothing is said of a block where there is none. */

const GAUGE = 'a gauge reads within 5 % (common practice)'

/** What the thick mark of a haul is. */
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

/** What a haul's pressure is called. */
export const pressureOf = (by: HeldBy, label: string): string =>
  by === 'block' ? `Preset “${label}”` : `“${label}”`

/** How a haul's pressure stands: written down in the plan, or as Load has it. */
export const KEPT: Record<HeldBy, { stored: string; followed: string }> = {
  block: { stored: 'stored', followed: 'follows Load, not stored' },
  height: { stored: 'as the load asks', followed: 'as the load asks' },
  hand: { stored: 'as noted here', followed: 'follows Load' },
}

/** Inputs of what a pressure may be off by itself. */
export const heldInputs = (by: HeldBy): FigureInput[] => [
  ...(by === 'block' ? [input('Block holds within', PRACTICE.presetTolerance.value, 'pressure')] : []),
  input('Gauge reads within', PRACTICE.gaugeAccuracy.value, 'ratio'),
]

import type { AirPlan, ComponentKind } from '../document/types'
import { blockClass } from './blocks'
import { compressorClass } from './compressors'
import { PRACTICE } from './practice'

/** Size of a part as it is laid: along, across, up; m. */
export type PartSize = readonly [number, number, number]

const SMALL: PartSize = [0.07, 0.06, 0.06]
/** Sizes of parts whose class gives none (from memory). */
const SIZES: Partial<Record<ComponentKind, PartSize>> = {
  tank: [0.5, 0.16, 0.16],
  belt: [0.2, 0.16, 0.2],
  manifold: [0.12, 0.06, 0.05],
  plug: [0.03, 0.03, 0.03],
  relief: [0.03, 0.03, 0.05],
  drain: [0.03, 0.03, 0.04],
  pressureSwitch: [0.04, 0.04, 0.06],
  spring: [0, 0, 0],
  handFill: [0.06, 0.06, 0.06],
  tee: [0.06, 0.05, 0.05],
  filter: [0.07, 0.07, 0.12],
  dryer: [0.09, 0.06, 0.06],
}

/** Weight of a part whose class gives none, kg (from memory). */
const MASSES: Partial<Record<ComponentKind, number>> = {
  tank: 4,
  belt: 6,
  compressor: 2.5,
  block: 0.7,
  manifold: 0.5,
  dryer: 0.6,
  controller: 0.3,
  horn: 0.8,
}
const LIGHT = 0.15

type SizedBy = Pick<AirPlan, 'components' | 'classes' | 'compressorClass' | 'blockClass'>

/** Figures of a part's size that its own sheet may give, m; they override the class and the usual size. */
export const SIZE_FIGURES = [
  { id: 'sizeAlong', label: 'Long' },
  { id: 'sizeAcross', label: 'Wide' },
  { id: 'sizeUp', label: 'High' },
] as const
export const MASS_FIGURE = { id: 'mass', label: 'Weighs' } as const
export const HEAT_FIGURE = { id: 'heatKept', label: 'Keep from heat' } as const

/** Size of a part on the bench: off its own sheet, from its class, or usual for its kind. */
export function partSize(air: SizedBy, id: string): PartSize {
  const usual = classSize(air, id)
  const sheet = air.components[id]?.sheet ?? {}
  const [along, across, up] = SIZE_FIGURES.map((figure, i) => sheet[figure.id] ?? usual[i]!)
  return [along!, across!, up!]
}

/** Weight of a part, kg: off its own sheet, otherwise usual for its kind. */
export function partMass({ components }: Pick<AirPlan, 'components'>, id: string): number {
  const part = components[id]
  return part?.sheet[MASS_FIGURE.id] ?? (part && MASSES[part.kind]) ?? LIGHT
}

/** Distance to keep a part from heat, m: off its own sheet, otherwise usual. */
export const heatKept = ({ components }: Pick<AirPlan, 'components'>, id: string): number =>
  components[id]?.sheet[HEAT_FIGURE.id] ?? PRACTICE.heatClearance.value

function classSize(air: SizedBy, id: string): PartSize {
  const kind = air.components[id]?.kind
  const like = (chosen: string) => air.classes[chosen]?.like ?? chosen
  if (kind === 'compressor') return compressorClass(like(air.compressorClass))?.size ?? SMALL
  if (kind === 'block') return blockClass(like(air.blockClass))?.size ?? SMALL
  return (kind && SIZES[kind]) ?? SMALL
}

import type { AirPlan, ComponentKind } from '../document/types'
import { blockClass } from './blocks'
import { compressorClass } from './compressors'

/** How large a part is as it is laid: along, across, up; m. */
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

type SizedBy = Pick<AirPlan, 'components' | 'classes' | 'compressorClass' | 'blockClass'>

/** Size of a part of the circuit: of its class, or usual of its kind. */
export function partSize(air: SizedBy, id: string): PartSize {
  const kind = air.components[id]?.kind
  const like = (chosen: string) => air.classes[chosen]?.like ?? chosen
  if (kind === 'compressor') return compressorClass(like(air.compressorClass))?.size ?? SMALL
  if (kind === 'block') return blockClass(like(air.blockClass))?.size ?? SMALL
  return (kind && SIZES[kind]) ?? SMALL
}

import type { BuildPlan, Fastener } from '../document/types'
import { GRADES, threadOf, torqueCheck } from './torque'
import type { FastenerId, Step } from './types'

/** A kind of fastener of a kit: what it holds, and what is usual until its own sheet is typed in. */
export interface FastenerKind {
  label: string
  usual: Omit<Fastener, 'from'>
}

const FOOT_POUND = 1.355818
const footPounds = (value: number) => Math.round(value * FOOT_POUND * 10) / 10

/**
 * Usual tightening (common practice), N·m. Offered, never taken for the truck's own: an M8 where M10 is usual
 * wants less than half, so every one is typed off the kit's own sheet or taken over knowing so.
 */
export const FASTENERS = {
  flathead: {
    label: 'Flathead screws into the spring',
    usual: { torque: footPounds(20), thread: '3/8-16', grade: '2' },
  },
  upper: { label: 'Upper bracket', usual: { torque: footPounds(38), thread: 'M10', grade: '8.8' } },
  'u-bolt': {
    label: 'U-bolts round the rail',
    usual: { torque: footPounds(10), thread: '5/16-18', grade: '2' },
  },
  strap: { label: 'Axle strap, evenly', usual: { torque: footPounds(20), thread: '3/8-16', grade: '2' } },
  frame: { label: 'Brackets into the frame', usual: { torque: footPounds(18), thread: 'M8', grade: '8.8' } },
  control: {
    label: 'Control and valve hardware',
    usual: { torque: footPounds(17), thread: 'M8', grade: '8.8' },
  },
} as const satisfies Record<FastenerId, FastenerKind>
const FASTENER_IDS = Object.keys(FASTENERS) as FastenerId[]

/** Kinds of fasteners that steps tighten. */
export const fastenersOf = (steps: readonly Pick<Step, 'fastener'>[]): FastenerId[] =>
  FASTENER_IDS.filter((id) => steps.some((step) => step.fastener === id))

/** A fastener off the kit's sheet or taken over as usual; null while nobody has said. */
export const typedFastener = (build: Pick<BuildPlan, 'fasteners'>, id: FastenerId): Fastener | null =>
  build.fasteners[id] ?? null

/** The usual values of fasteners, taken over by whoever says so. */
export const takeUsual = (ids: readonly FastenerId[]): Record<string, Fastener> =>
  Object.fromEntries(ids.map((id) => [id, { ...FASTENERS[id].usual, from: 'usual' as const }]))

/**
 * What a fastener of that thread and grade may be tightened to, N·m, and what its torque looks like; null for
 * no thread or class we know.
 */
export function judgeFastener({ thread, grade, torque }: Fastener) {
  const known = threadOf(thread)
  return known && GRADES.includes(grade) ? torqueCheck(known, grade, torque) : null
}

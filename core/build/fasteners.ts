import { FOOT_POUND } from '../quantity/constants'
import type { BuildPlan, Done, Fastener } from '../document/types'
import { GRADES, threadOf, torqueCheck } from './torque'
import type { FastenerId, Step } from './types'

/** A kind of fastener in a kit: what it holds, and the usual values until its own sheet is typed in. */
export interface FastenerKind {
  label: string
  usual: Pick<Fastener, 'torque' | 'thread' | 'grade'>
  /** What it clamps bears less than its thread, so a torque below the thread's is correct. */
  soft?: true
}

const footPounds = (value: number) => Math.round(value * FOOT_POUND * 10) / 10

/**
 * Usual torques (common practice), N·m. They are offered, never assumed: an M8 where M10 is usual needs less
 * than half. So every one is typed off the kit's own sheet, or taken over on purpose.
 */
export const FASTENERS: Readonly<Record<FastenerId, FastenerKind>> = {
  plate: {
    label: 'Plate nuts on square-neck bolts',
    usual: { torque: footPounds(16), thread: '3/8-16', grade: '2' },
  },
  flathead: {
    label: 'Foot screws into the spring, last of all',
    usual: { torque: footPounds(20), thread: '3/8-24', grade: '2' },
  },
  upper: { label: 'Upper bracket', usual: { torque: footPounds(38), thread: 'M10', grade: '8.8' } },
  'u-bolt': {
    label: 'U-bolts round the rail',
    usual: { torque: footPounds(10), thread: '3/8-16', grade: '2' },
    soft: true,
  },
  lower: {
    label: 'Lower U-bolts round axle or leaf',
    usual: { torque: footPounds(10), thread: '3/8-16', grade: '2' },
    soft: true,
  },
  strap: {
    label: 'Axle strap, evenly',
    usual: { torque: footPounds(20), thread: '3/8-16', grade: '2' },
    soft: true,
  },
  frame: {
    label: 'Braces and brackets to the rail',
    usual: { torque: footPounds(18), thread: 'M8', grade: '8.8' },
  },
  control: {
    label: 'Control and valve hardware',
    usual: { torque: footPounds(17), thread: '5/16-18', grade: '5' },
  },
}
const FASTENER_IDS = Object.keys(FASTENERS) as FastenerId[]

/** Kinds of fasteners that the steps tighten. */
export const fastenersOf = (steps: readonly Pick<Step, 'fasteners'>[]): FastenerId[] =>
  FASTENER_IDS.filter((id) => steps.some((step) => step.fasteners?.includes(id)))

/** A fastener off the kit's sheet or taken over as usual; null while nobody has entered it. */
export const typedFastener = (build: Pick<BuildPlan, 'fasteners'>, id: FastenerId): Fastener | null =>
  build.fasteners[id] ?? null

/** Usual values of fasteners, taken over on somebody's word. */
export const takeUsual = (ids: readonly FastenerId[]): Record<string, Fastener> =>
  Object.fromEntries(ids.map((id) => [id, { ...FASTENERS[id].usual, from: 'usual' as const, unit: '' }]))

/**
 * Torque range of a thread and grade, N·m, and what the typed torque looks like; null if the thread or class is
 * unknown.
 */
export function judgeFastener({ thread, grade, torque }: Fastener) {
  const known = threadOf(thread)
  return known && GRADES.includes(grade) ? torqueCheck(known, grade, torque) : null
}

/** Fasteners of a step for which a tick records neither a torque nor that it was not measured. */
export const untold = (step: Pick<Step, 'fasteners'>, torques: Done['torques']): FastenerId[] =>
  torques === null ? [] : (step.fasteners ?? []).filter((id) => torques[id] === undefined)

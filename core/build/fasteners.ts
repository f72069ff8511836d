import type { BuildPlan, Done, Fastener } from '../document/types'
import { GRADES, threadOf, torqueCheck } from './torque'
import type { FastenerId, Step } from './types'

/** A kind of fastener of a kit: what it holds, and what is usual until its own sheet is typed in. */
export interface FastenerKind {
  label: string
  usual: Pick<Fastener, 'torque' | 'thread' | 'grade'>
  /** What it clamps bears less than its thread: a torque lower than the thread’s is as it should be. */
  soft?: true
}

const FOOT_POUND = 1.355818
const footPounds = (value: number) => Math.round(value * FOOT_POUND * 10) / 10

/**
 * Usual tightening (common practice), N·m. Offered, never taken for the truck's own: an M8 where M10 is usual
 * wants less than half, so every one is typed off the kit's own sheet or taken over knowing so.
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

/** Kinds of fasteners that steps tighten. */
export const fastenersOf = (steps: readonly Pick<Step, 'fasteners'>[]): FastenerId[] =>
  FASTENER_IDS.filter((id) => steps.some((step) => step.fasteners?.includes(id)))

/** A fastener off the kit's sheet or taken over as usual; null while nobody has said. */
export const typedFastener = (build: Pick<BuildPlan, 'fasteners'>, id: FastenerId): Fastener | null =>
  build.fasteners[id] ?? null

/** The usual values of fasteners, taken over by whoever says so. */
export const takeUsual = (ids: readonly FastenerId[]): Record<string, Fastener> =>
  Object.fromEntries(ids.map((id) => [id, { ...FASTENERS[id].usual, from: 'usual' as const, unit: '' }]))

/**
 * What a fastener of that thread and grade may be tightened to, N·m, and what its torque looks like; null for
 * no thread or class we know.
 */
export function judgeFastener({ thread, grade, torque }: Fastener) {
  const known = threadOf(thread)
  return known && GRADES.includes(grade) ? torqueCheck(known, grade, torque) : null
}

/** Kinds of fasteners of a step of which a tick says nothing: neither what they were tightened to nor that it was not measured. */
export const untold = (step: Pick<Step, 'fasteners'>, torques: Done['torques']): FastenerId[] =>
  torques === null ? [] : (step.fasteners ?? []).filter((id) => torques[id] === undefined)

import { FASTENING_IDS, FASTENINGS, type FasteningId } from '../catalog/fastenings'
import type { BuildPlan, Fastener } from '../document/types'
import type { Joint } from './joint'
import { GRADES, threadOf, torqueCheck } from './torque'

/** Kinds of fastening with a torque that the joints of a job use, in the order of the catalogue. */
export const fastenersOf = (joints: readonly Pick<Joint, 'fastening'>[]): FasteningId[] =>
  FASTENING_IDS.filter((id) => FASTENINGS[id].usual && joints.some(({ fastening }) => fastening === id))

/** A fastener off the kit's sheet or taken over as usual; null while nobody has entered it. */
export const typedFastener = (build: Pick<BuildPlan, 'fasteners'>, id: FasteningId): Fastener | null =>
  build.fasteners[id] ?? null

/** Usual values of fasteners, taken over on somebody's word. */
export const takeUsual = (ids: readonly FasteningId[]): Record<string, Fastener> =>
  Object.fromEntries(
    ids.flatMap((id) => {
      const { usual } = FASTENINGS[id]
      return usual ? [[id, { ...usual, from: 'usual' as const, unit: '' }]] : []
    }),
  )

/**
 * Torque range of a thread and grade, N·m, and what the typed torque looks like; null if the thread or class is
 * unknown.
 */
export function judgeFastener({ thread, grade, torque }: Fastener) {
  const known = threadOf(thread)
  return known && GRADES.includes(grade) ? torqueCheck(known, grade, torque) : null
}

import { PRACTICE } from '../catalog/practice'
import type { BoxState, LevelState } from './types'
import type { Preset } from '../document/types'
import type { Confirm } from '../tune/setUpCard'

/**
 * Whether a box, or whatever levels by itself, confirms that a step of its set-up card is done. Pressures Pa
 * gauge.
 */

const isNear = (one: number, other: number) => Math.abs(one - other) <= PRACTICE.presetTolerance.value
const areNear = (one: Preset, other: Preset) => isNear(one.left, other.left) && isNear(one.right, other.right)

/** What can confirm a step. */
export interface Confirming {
  box: BoxState | null
  level: LevelState | null
}

/**
 * @param confirm what must be seen
 * @param set pressures that the step sets; null if it sets none
 * @param page name of the shown page as a phone, and whether anything paired is recorded
 */
export function isConfirmed(
  confirm: Confirm,
  set: Preset | null,
  { box, level }: Confirming,
  page: { phone: string; isWritten: boolean },
): boolean {
  if (confirm.what === 'level')
    return level !== null && confirm.done.every((done) => level.done.includes(done))
  if (!box) return false
  switch (confirm.what) {
    case 'refitted':
      return box.fuseIn && (box.pairing !== null || box.paired === page.phone)
    case 'paired':
      return box.paired === page.phone
    case 'written':
      return page.isWritten
    case 'kept-up':
      return box.keepUp !== null && set !== null && isNear(box.keepUp, set.left)
    case 'stored': {
      const held = box.memories[confirm.memory]
      return held != null && set !== null && areNear(held, set)
    }
    case 'reached':
      return Array.from({ length: confirm.memories }, (_, i) => i).every((i) => box.reached.includes(i))
  }
}

import { PRACTICE } from '../catalog/practice'
import type { BoxState, LevelState } from '../devices/types'
import type { Preset } from '../document/types'
import type { Confirm } from '../tune/setUpCard'

/** Whether a box, or what levels by itself, answers that a step of its set-up card is done. Pressures Pa gauge. */

const isNear = (one: number, other: number) => Math.abs(one - other) <= PRACTICE.presetTolerance.value
const areNear = (one: Preset, other: Preset) => isNear(one.left, other.left) && isNear(one.right, other.right)

/** What of a stand can confirm a step. */
export interface Confirming {
  box: BoxState | null
  level: LevelState | null
}

/**
 * @param confirm what is to be seen of it
 * @param set pressures that the step sets; null where it sets none
 * @param page what the page on show is called as a phone, and whether anything paired is written down
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

import { PRACTICE } from '../catalog/practice'
import type { Haul } from '../document/types'
import type { Note } from '../quantity/figure'
import { isLoaded } from './masses'
import { loadNote } from './ruleInput'
import type { HaulResult, Ride } from './types'

/**
 * For a truck that runs both laden and empty: a haul's pressure left in while empty, compared with the minimum.
 */
export function hardWhenEmpty(r: HaulResult, haul: Haul, mixed: Ride, empty: Ride): Note[] {
  if (!isLoaded(haul) || mixed.frequency === null || empty.frequency === null) return []
  const limit = empty.frequency * PRACTICE.hardWhenEmpty.value
  if (mixed.frequency < limit) return []
  return [
    loadNote(r, {
      rule: 'hard-when-empty',
      rank: 'know',
      subject: r.left.pressure >= r.right.pressure ? 'left' : 'right',
      quantity: 'frequency',
      title: 'Left in while empty, it rides hard',
      text: `With the pressures of “${r.label}” left in, the empty truck rides at {value}, against ${empty.frequency.toFixed(2)} Hz at the minimum; from {limit} on people call it a brick. Let it down when the load is off.`,
      value: mixed.frequency,
      limit,
      source: 'Ride from √(k/m)/2π; how much is hard from memory',
    }),
  ]
}

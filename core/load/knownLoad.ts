import { newItem } from '../document/newHaul'
import type { Haul } from '../document/types'

/** A haul with a load of known weight over the middle of the rear axle besides, kg. */
export function withKnown(haul: Haul, known: number): Haul {
  if (known === 0) return haul
  const item = newItem('the known load', Object.keys(haul.items).length + 1, known, 0, 0, [0.5, 0.5, 0.5])
  return { ...haul, items: { ...haul.items, known: { ...item, how: 'weighed' } } }
}

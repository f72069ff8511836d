import type { Haul, LoadItem } from '../document/types'

/** Over the middle of the rear axle, weighed. */
const KNOWN: Omit<LoadItem, 'mass' | 'order'> = {
  label: 'the known load',
  x: 0,
  y: 0,
  length: 0.5,
  width: 0.5,
  height: 0.5,
  on: 'bed',
  how: 'weighed',
  liquid: null,
}

/** A haul with a load of known weight over the middle of the rear axle besides, kg. */
export function withKnown(haul: Haul, known: number): Haul {
  if (known === 0) return haul
  const order = Object.keys(haul.items).length + 1
  return { ...haul, items: { ...haul.items, known: { ...KNOWN, mass: known, order } } }
}

/** A haul's truck with a known load and nothing else, aboard or behind. */
export const onlyKnown = (haul: Haul, known: number): Haul =>
  withKnown({ ...haul, items: {}, ballLoad: 0, ballFrom: 'typed', trailerMass: 0, bars: null }, known)

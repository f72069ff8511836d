import type { Haul, LoadItem } from '../document/types'

/** Over the middle of the rear axle, as weighed. */
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

/** The haul plus a known load over the middle of the rear axle, kg. */
export function withKnown(haul: Haul, known: number): Haul {
  if (known === 0) return haul
  const order = Object.keys(haul.items).length + 1
  return { ...haul, items: { ...haul.items, known: { ...KNOWN, mass: known, order } } }
}

/** The haul's truck with only a known load, nothing else aboard or behind. */
export const onlyKnown = (haul: Haul, known: number): Haul =>
  withKnown({ ...haul, items: {}, ballLoad: 0, ballFrom: 'typed', trailerMass: 0, bars: null }, known)

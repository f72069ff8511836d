import type { Haul, LoadItem, Target, TrialReading } from './types'

/** Unladen rear height: the habit until a shop sets its own. */
export const LEVEL_TARGET: Target = { school: 'level', share: 1 / 3 }

/** A haul with nothing aboard. */
export function newHaul(label: string, order: number, target: Target = LEVEL_TARGET): Haul {
  return {
    label,
    order,
    items: {},
    coupling: 'ball',
    ballLoad: 0,
    ballFrom: 'typed',
    trailerMass: 0,
    trailer: { axle: 3.6, empty: 0, emptyAt: 3.4, items: {} },
    bars: null,
    target: { ...target },
  }
}

/** An item on the bed, its weight as marked on it. */
export function newItem(
  label: string,
  order: number,
  mass: number,
  x: number,
  y: number,
  size: [number, number, number],
): LoadItem {
  return {
    label,
    order,
    mass,
    x,
    y,
    length: size[0],
    width: size[1],
    height: size[2],
    on: 'bed',
    how: 'marked',
    liquid: null,
  }
}

/** A reading of the road trial, before its lips are taped. */
export const newReading = (
  order: number,
  aboard: Pick<TrialReading, 'haul' | 'known' | 'left' | 'right'>,
): TrialReading => ({
  ...aboard,
  order,
  at: new Date().toISOString().slice(0, 10),
  lipLeft: null,
  lipRight: null,
  setAside: null,
})

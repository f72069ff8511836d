import type { Truck } from '../../document/types'

/** The cab, which the survey does not ask for, m (from memory). */
export const CAB = {
  /** Sheet metal with its mat and sound deadening. */
  sheet: 0.02,
  floor: ({ frame }: Pick<Truck, 'frame'>): number => frame.top + 0.16,
  height: 0.7,
  /** Ahead of the rear axle. */
  firewall: ({ wheelbase }: Pick<Truck, 'wheelbase'>): number => wheelbase - 0.3,
  dash: ({ frame }: Pick<Truck, 'frame'>): number => frame.top + 0.45,
  /** Half the width that the engine takes. */
  engineHalf: 0.3,
}

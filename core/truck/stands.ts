import type { TruckResult } from './types'

/** Height of the spring on the bump stop, where it is shortest, m. */
export const lowestStand = ({
  springHeight,
  truck: { seatGap },
}: Pick<TruckResult, 'springHeight' | 'truck'>) => springHeight - (seatGap.unladen - seatGap.bump)

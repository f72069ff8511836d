import type { Plan } from '../document/types'

/** Least travel of a wheel that levelling reckons with, m. */
const LEAST_TRAVEL = 0.01

/** Travel of the wheel down to droop and up to bump from unladen, m. */
export const sensedTravel = ({
  unladen,
  droop,
  bump,
}: Plan['truck']['seatGap']): [droop: number, bump: number] => [
  Math.max(droop - unladen, LEAST_TRAVEL),
  Math.max(unladen - bump, LEAST_TRAVEL),
]

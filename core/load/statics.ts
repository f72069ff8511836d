import type { Corners } from '../document/types'
import { GRAVITY } from '../quantity/constants'

/** A mass on the truck. x ahead of the rear axle, y left of the centre line. kg, m. */
export interface PlacedMass {
  mass: number
  x: number
  y: number
}

/** Result of {@link axleLoads}, kg. */
export interface AxleLoads {
  laden: Corners
  frontChange: number
  rearChange: number
}

/**
 * Corner loads on the ground, kg, with masses added to an unladen truck. A mass m at x ahead of the rear axle
 * puts m·x/L on the front axle and m·(1 − x/L) on the rear. Each axle's share splits left and right by 0.5 ±
 * y/track. That is a simple split, as if each axle took the side moment of what is over it; {@link wheelLoads}
 * follows the springs. Source: statics about the change.
 */
export function axleLoads(
  wheelbase: number,
  frontTrack: number,
  rearTrack: number,
  unladen: Corners,
  masses: readonly PlacedMass[],
): AxleLoads {
  const laden = { ...unladen }
  let frontChange = 0
  let rearChange = 0
  for (const { mass, x, y } of masses) {
    const front = (mass * x) / wheelbase
    const rear = mass * (1 - x / wheelbase)
    frontChange += front
    rearChange += rear
    laden.frontLeft += front * (0.5 + y / frontTrack)
    laden.frontRight += front * (0.5 - y / frontTrack)
    laden.rearLeft += rear * (0.5 + y / rearTrack)
    laden.rearRight += rear * (0.5 - y / rearTrack)
  }
  return { laden, frontChange, rearChange }
}

/**
 * Corner loads on the ground, kg, of the truck as it stands: each axle's change is halved, and its roll moment
 * over its track moves from the right wheel to the left. The axle sums are those of the statics, whatever the
 * springs.
 * @param change of each axle, kg; `roll` moment each takes, N·m, left down positive; `track` m
 */
export function wheelLoads(
  unladen: Corners,
  track: { front: number; rear: number },
  change: { frontChange: number; rearChange: number },
  roll: { front: number; rear: number },
): Corners {
  const front = roll.front / track.front / GRAVITY
  const rear = roll.rear / track.rear / GRAVITY
  return {
    frontLeft: unladen.frontLeft + change.frontChange / 2 + front,
    frontRight: unladen.frontRight + change.frontChange / 2 - front,
    rearLeft: unladen.rearLeft + change.rearChange / 2 + rear,
    rearRight: unladen.rearRight + change.rearChange / 2 - rear,
  }
}

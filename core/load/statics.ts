import type { Corners } from '../document/types'

/** A mass on the truck. x ahead of the rear axle, y left of the centre line. kg, m. */
export interface PlacedMass {
  mass: number
  x: number
  y: number
}

export interface AxleLoads {
  laden: Corners
  frontChange: number
  rearChange: number
}

/**
 * Corner loads on the ground, kg, with masses added to an unladen truck.
 * A mass m at x ahead of the rear axle puts m·x/L on the front axle and m·(1 − x/L) on the rear; each axle's share
 * splits left and right by 0.5 ± y/track. Source: statics about the axles.
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

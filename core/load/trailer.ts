/** A mass on a trailer, behind its coupling. kg, m. */
export interface TrailerMass {
  mass: number
  behind: number
}

/**
 * Ball load and axle load of a trailer with one axle (or the middle of several) at `axle` m behind the
 * coupling, from moments about the axle. A negative ball load lifts the tail of the tow vehicle. Source:
 * statics.
 */
export function tongueLoad(
  axle: number,
  masses: readonly TrailerMass[],
): { ball: number; axle: number; share: number } {
  const whole = masses.reduce((sum, m) => sum + m.mass, 0)
  const ball = masses.reduce((sum, m) => sum + m.mass * (1 - m.behind / axle), 0)
  return { ball, axle: whole - ball, share: whole > 0 ? ball / whole : 0 }
}

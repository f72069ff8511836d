/** A mass on a trailer, behind its coupling. kg, m. */
export interface TrailerMass {
  mass: number
  behind: number
}

/**
 * Ball and axle load of a trailer on one axle (or the middle of several) at `axle` m behind the coupling:
 * moments about the axle. A ball load below nothing lifts the tow vehicle's tail. Source: statics.
 */
export function tongueLoad(
  axle: number,
  masses: readonly TrailerMass[],
): { ball: number; axle: number; share: number } {
  const whole = masses.reduce((sum, m) => sum + m.mass, 0)
  const ball = masses.reduce((sum, m) => sum + m.mass * (1 - m.behind / axle), 0)
  return { ball, axle: whole - ball, share: whole > 0 ? ball / whole : 0 }
}

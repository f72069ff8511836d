import type { LoadRuleInput } from './ruleInput'
import { BALL_TOLERANCE } from './uncertainty'

/**
 * ± of the load on each rating, kg. For an axle it covers 19 cases in 20 if a spring is chosen; otherwise it is
 * the ± of the weight itself.
 */
export function doubtsOf({ r, haul, uncertainty, tolerances }: LoadRuleInput): Record<string, number> {
  const front = uncertainty ? uncertainty.frontAxle.high - r.frontAxle : tolerances.frontAxle
  const rear = uncertainty ? uncertainty.rearAxle.high - r.rearAxle : tolerances.rearAxle
  const wheel = (axle: number, doubt: number, value: number) => (axle > 0 ? (doubt * value) / axle : doubt)
  const valueOf = (figure: string) => r.ratings.find((x) => x.figure === figure)?.value ?? 0
  return {
    frontAxle: front,
    rearAxle: rear,
    gross: Math.hypot(front, rear),
    tyreFront: wheel(r.frontAxle, front, valueOf('tyreFront')),
    tyreRear: wheel(r.rearAxle, rear, valueOf('tyreRear')),
    ballLoad: Math.abs(r.towed.ball) * BALL_TOLERANCE[haul.ballFrom],
  }
}

import { LOOP_SOLVER } from '../settings'

interface Turn {
  t: number
  travel: number
}

/**
 * Tracks the crests and troughs of a corner. A turn counts once the body has come back from it by more than it
 * may move at rest. They tell whether the corner hunts, however slowly.
 */
export class Swings {
  private readonly turns: Turn[] = []
  private far: Turn | null = null
  /** Where the body has stayed, and since when. */
  private near: Turn | null = null
  /** 1 on the way up, −1 on the way down. */
  private way = 0

  /** Records the position of the body, m, at a time, s. */
  at(t: number, travel: number): void {
    this.far ??= { t, travel }
    if (!this.near || Math.abs(travel - this.near.travel) > LEAST_SWING) this.near = { t, travel }
    if (this.way === 0) {
      if (Math.abs(travel - this.far.travel) > LEAST_SWING) this.way = Math.sign(travel - this.far.travel)
      else return
    }
    if ((travel - this.far.travel) * this.way >= 0) {
      this.far = { t, travel }
      return
    }
    if (Math.abs(travel - this.far.travel) <= LEAST_SWING) return
    this.turns.push(this.far)
    this.far = { t, travel }
    this.way = -this.way
  }

  /** True if the body has moved no more than at rest during the last `long` seconds before `t`. */
  rests(t: number, long: number): boolean {
    return this.near !== null && t - this.near.t >= long
  }

  /**
   * The latest whole swing at time `t`: half of crest to trough, m, its period, s, and its middle, m. Null
   * before the first one, and once the body has not turned for a whole period. `lasts` is true when three
   * swings in a row are equally large: then it never stops.
   */
  last(t: number): { amplitude: number; period: number; middle: number; lasts: boolean } | null {
    const [a, b, c] = this.turns.slice(-3)
    if (!a || !b || !c || t - c.t > c.t - a.t) return null
    const heights = this.turns.slice(-4).flatMap((turn, i, all) => {
      const next = all[i + 1]
      return next ? [Math.abs(next.travel - turn.travel)] : []
    })
    return {
      amplitude: heights.at(-1)! / 2,
      period: c.t - a.t,
      middle: (b.travel + c.travel) / 2,
      lasts: heights.length === 3 && Math.min(...heights) >= LOOP_SOLVER.lasting * Math.max(...heights),
    }
  }
}
const LEAST_SWING = 2 * LOOP_SOLVER.still

import { GAMMA } from '../../quantity/constants'
import { SOLVER } from '../settings'
import type { SpringState } from './network'

const NUDGE = SOLVER.springNudge

/** Function of the springs: volumes, heights and the front's position at two gauge pressures, Pa. */
export type SpringFunction = (left: number, right: number) => SpringState

/**
 * Both springs at their pressures and close to them. They share the truck, so each volume depends on both
 * pressures; slopes are taken over 20 Pa. Looked up again only if a pressure has changed.
 */
export class SpringPair {
  private left = Number.NaN
  private right = Number.NaN
  at!: SpringState
  private byLeft!: SpringState
  private byRight!: SpringState

  constructor(private readonly springs: SpringFunction) {}

  /** @param left gauge pressure, Pa; likewise the right */
  look(left: number, right: number): SpringState {
    if (left === this.left && right === this.right) return this.at
    this.left = left
    this.right = right
    this.at = this.springs(left, right)
    this.byLeft = this.springs(left + NUDGE, right)
    this.byRight = this.springs(left, right + NUDGE)
    return this.at
  }

  /** Springs with the left or the right pressure slightly higher. */
  beside(side: 'left' | 'right'): SpringState {
    return side === 'left' ? this.byLeft : this.byRight
  }

  /** ∂V/∂p of spring `of` by the pressure of spring `by`, m³/Pa. */
  slope(of: 0 | 1, by: 'left' | 'right'): number {
    return (this.beside(by)[of] - this.at[of]) / NUDGE
  }

  /** V + γ·p·∂V/∂p of both springs at their absolute pressures: rows left and right. */
  stiffness(pLeft: number, pRight: number): [number, number, number, number] {
    const left = GAMMA * pLeft
    const right = GAMMA * pRight
    return [
      this.at[0] + (left * (this.byLeft[0] - this.at[0])) / NUDGE,
      (left * (this.byRight[0] - this.at[0])) / NUDGE,
      (right * (this.byLeft[1] - this.at[1])) / NUDGE,
      this.at[1] + (right * (this.byRight[1] - this.at[1])) / NUDGE,
    ]
  }

  /**
   * Rows of ∂ṗ/∂y of both springs, in place: M·ṗ = (γ − 1)·Q, so dṗ = M⁻¹·((γ − 1)·dQ − dM·ṗ).
   * @param matrix rows `l` and `r` hold dQ; `heat` enthalpy and heat into each, W.
   */
  rows(
    matrix: Float64Array,
    size: number,
    l: number,
    r: number,
    pressure: [number, number],
    heat: [number, number],
  ): void {
    const [a, b, c, d] = this.stiffness(...pressure)
    const determinant = a * d - b * c
    const [x, z] = [(GAMMA - 1) * heat[0], (GAMMA - 1) * heat[1]]
    const [pl, pr] = [(x * d - b * z) / determinant, (a * z - c * x) / determinant]
    const ll = this.slope(0, 'left')
    const lr = this.slope(0, 'right')
    const rl = this.slope(1, 'left')
    const rr = this.slope(1, 'right')
    for (let j = 0; j < size; j++) {
      let left = (GAMMA - 1) * matrix[l * size + j]!
      let right = (GAMMA - 1) * matrix[r * size + j]!
      if (j === l) {
        left -= (ll + GAMMA * ll) * pl + GAMMA * lr * pr
        right -= rl * pr
      }
      if (j === r) {
        left -= lr * pl
        right -= GAMMA * rl * pl + (rr + GAMMA * rr) * pr
      }
      matrix[l * size + j] = (left * d - b * right) / determinant
      matrix[r * size + j] = (a * right - c * left) / determinant
    }
  }
}

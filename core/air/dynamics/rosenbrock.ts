/**
 * Stiff ordinary differential equations y' = f(t, y), small and dense: the Rosenbrock method RODAS of order 4
 * with an embedded error of order 3 (Hairer and Wanner, Solving ODEs II; memory; the tests check its order). It
 * is linearly implicit: one LU factorisation and six evaluations per step, and no iteration that could fail to
 * converge. It was chosen because short lines beside a tank make the air circuit stiff (milliseconds beside
 * minutes), while there are fewer than about thirty unknowns; and because it is stiffly accurate: a settled
 * line stays where its flows balance, however long the step. Linear invariants of f (the mass of gas in all
 * vessels) are kept to rounding.
 */

export type Slope = (t: number, y: Float64Array, out: Float64Array) => void

/** ∂f/∂y by rows into `matrix`, size × size, and ∂f/∂t into `later`; both arrive zeroed. */
export type Jacobian = (t: number, y: Float64Array, matrix: Float64Array, later: Float64Array) => void

export interface StepControl {
  relative: number
  /** Absolute tolerance of each unknown. */
  absolute: Float64Array
  /** Longest step. */
  longest: number
}

const GAMMA = 0.25
/** Where each stage evaluates, from the earlier stages. */
const A = [
  [],
  [1.544],
  [0.9466785280815826, 0.2557011698983284],
  [3.314825187068521, 2.896124015972201, 0.9986419139977817],
  [1.221224509226641, 6.019134481288629, 12.53708332932087, -0.687886036105895],
] as const
const C = [
  [],
  [-5.6688],
  [-2.430093356833875, -0.2063599157091915],
  [-0.1073529058151375, -9.594562251023355, -20.47028614809616],
  [7.496443313967647, -10.24680431464352, -33.99990352819905, 11.7089089320616],
  [8.083246795921522, -7.981132988064893, -31.52159432874371, 16.31930543123136, -6.058818238834054],
] as const
const WHEN = [0, 0.386, 0.21, 0.63, 1, 1] as const
/** Coefficients of ∂f/∂t in each stage. */
const TIME = [0.25, -0.1043, 0.1035, -0.03620000000000023, 0, 0] as const
const STAGES = 6

/** Steps too small to move on: the equations jump where no event announces it. */
export class StuckError extends Error {
  override name = 'StuckError'
}

/**
 * Work that runs may still spend, in steps tried times unknowns squared; several that answer together share one
 * budget.
 */
export interface WorkBudget {
  left: number
}

/** More work than a run may spend: it has so many switchings, or values so far apart, that it would not end. */
export class OverBudgetError extends Error {
  override name = 'OverBudgetError'
}

/** Takes steps of a system of `size` unknowns; keeps its workspace between them. */
export class RosenbrockStepper {
  readonly f0: Float64Array
  private readonly jacobian: Float64Array
  private readonly matrix: Float64Array
  private readonly pivot: Int32Array
  private readonly g: Float64Array[]
  private readonly y1: Float64Array
  private readonly f1: Float64Array
  private readonly ft: Float64Array
  private h: number
  steps = 0
  /** Steps tried, including rejected ones. */
  tried = 0

  /**
   * @param exact derivatives of the slope if they are known better than by differences; called right after the
   * slope
   */
  constructor(
    readonly size: number,
    readonly slope: Slope,
    readonly control: StepControl,
    readonly exact: Jacobian | null = null,
    first = 1e-4,
  ) {
    this.f0 = new Float64Array(size)
    this.jacobian = new Float64Array(size * size)
    this.matrix = new Float64Array(size * size)
    this.pivot = new Int32Array(size)
    this.g = Array.from({ length: STAGES }, () => new Float64Array(size))
    this.y1 = new Float64Array(size)
    this.f1 = new Float64Array(size)
    this.ft = new Float64Array(size)
    this.h = first
  }

  /** Starts again with small steps, after a valve was switched. */
  restart(first = 1e-4): void {
    this.h = first
  }

  /**
   * One step from (t, y) up to `end`; the new y is written to `out`. Returns its time.
   * @throws {StuckError} if even the smallest step misses the tolerance
   */
  step(t: number, y: Float64Array, end: number, out: Float64Array): number {
    const { size, slope } = this
    slope(t, y, this.f0)
    this.differentiate(t, y)
    let h = Math.min(this.h, this.control.longest, end - t)
    for (let attempt = 0; attempt < 40; attempt++) {
      this.tried++
      this.factor(h)
      const { g, y1, f1, ft, f0 } = this
      let error = 0
      for (let stage = 0; stage < STAGES; stage++) {
        const mine = g[stage]!
        if (stage > 0) {
          // The last two stages use all earlier ones: they are two estimates of the step's end.
          if (stage < STAGES - 1) {
            const row = A[stage]!
            y1.set(y)
            for (let k = 0; k < stage; k++) {
              const by = row[k]!
              const gk = g[k]!
              for (let i = 0; i < size; i++) y1[i] = y1[i]! + by * gk[i]!
            }
          } else {
            const before = g[stage - 1]!
            for (let i = 0; i < size; i++) y1[i] = y1[i]! + before[i]!
          }
          slope(t + WHEN[stage]! * h, y1, f1)
        }
        const from = stage === 0 ? f0 : f1
        const late = h * TIME[stage]!
        for (let i = 0; i < size; i++) mine[i] = from[i]! + late * ft[i]!
        const row = C[stage]!
        for (let k = 0; k < stage; k++) {
          const by = row[k]! / h
          const gk = g[k]!
          for (let i = 0; i < size; i++) mine[i] = mine[i]! + by * gk[i]!
        }
        this.solve(mine)
      }
      const last = g[STAGES - 1]!
      for (let i = 0; i < size; i++) {
        out[i] = y1[i]! + last[i]!
        const scale =
          this.control.absolute[i]! + this.control.relative * Math.max(Math.abs(y[i]!), Math.abs(out[i]!))
        error = Math.max(error, Math.abs(last[i]!) / scale)
      }
      if (error <= 1) {
        this.steps++
        const next = h * Math.min(0.9 * Math.max(error, 1e-10) ** -0.25, 5)
        // A step cut short by an event or the end says nothing about the next step's length.
        this.h = h < this.h ? Math.max(this.h, next) : next
        return t + h
      }
      h = Number.isFinite(error) ? h * Math.max(0.9 * error ** -0.25, 0.15) : 0.15 * h
      this.h = h
    }
    throw new StuckError(`No step at ${t} s meets the tolerance.`)
  }

  private differentiate(t: number, y: Float64Array): void {
    const { size } = this
    if (this.exact) {
      this.jacobian.fill(0)
      this.ft.fill(0)
      this.exact(t, y, this.jacobian, this.ft)
      return
    }
    this.y1.set(y)
    for (let j = 0; j < size; j++) {
      const by = Math.max(Math.abs(y[j]!) * 1e-7, this.control.absolute[j]! * 0.1)
      this.y1[j] = y[j]! + by
      this.slope(t, this.y1, this.f1)
      this.y1[j] = y[j]!
      for (let i = 0; i < size; i++) this.jacobian[i * size + j] = (this.f1[i]! - this.f0[i]!) / by
    }
    const later = Math.max(Math.abs(t) * 1e-7, 1e-6)
    this.slope(t + later, y, this.f1)
    for (let i = 0; i < size; i++) this.ft[i] = (this.f1[i]! - this.f0[i]!) / later
  }

  /** LU of I/(γh) − J with row pivots. */
  private factor(h: number): void {
    const { size: n, matrix: m } = this
    for (let i = 0; i < n * n; i++) m[i] = -this.jacobian[i]!
    for (let i = 0; i < n; i++) m[i * n + i] = m[i * n + i]! + 1 / (GAMMA * h)
    for (let k = 0; k < n; k++) {
      let best = k
      for (let i = k + 1; i < n; i++) if (Math.abs(m[i * n + k]!) > Math.abs(m[best * n + k]!)) best = i
      this.pivot[k] = best
      if (best !== k)
        for (let j = 0; j < n; j++) [m[k * n + j], m[best * n + j]] = [m[best * n + j]!, m[k * n + j]!]
      const diagonal = m[k * n + k]!
      for (let i = k + 1; i < n; i++) {
        const factor = m[i * n + k]! / diagonal
        if (factor === 0) continue
        m[i * n + k] = factor
        for (let j = k + 1; j < n; j++) m[i * n + j] = m[i * n + j]! - factor * m[k * n + j]!
      }
    }
  }

  private solve(b: Float64Array): void {
    const { size: n, matrix: m } = this
    for (let k = 0; k < n; k++) {
      const p = this.pivot[k]!
      if (p !== k) [b[k], b[p]] = [b[p]!, b[k]!]
    }
    for (let i = 1; i < n; i++) {
      let sum = b[i]!
      for (let j = 0; j < i; j++) sum -= m[i * n + j]! * b[j]!
      b[i] = sum
    }
    for (let i = n - 1; i >= 0; i--) {
      let sum = b[i]!
      for (let j = i + 1; j < n; j++) sum -= m[i * n + j]! * b[j]!
      b[i] = sum / m[i * n + i]!
    }
  }
}

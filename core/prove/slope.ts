import { PRACTICE } from '../catalog/practice'

/** A straight loss through readings, with the warmth from filling as a further unknown. SI. */

/** One reading corrected to 20 °C. */
export interface Point {
  /** s; Pa absolute at 20 °C. */
  t: number
  corrected: number
  /** Pa that each K of warmth from filling adds here. */
  perKelvin: number
  /** Its own part of the doubt, Pa, one standard deviation. */
  sd: number
  /** What the gauge showed. Consecutive readings that show the same are on one step of it. */
  shown: number
}

export interface Slope {
  /** Pa/s lost. */
  loss: number
  /** Its variance by chance, (Pa/s)². */
  variance: number
  /** Parts of that variance: left open by warmth from filling, and caused by the gauge's step. */
  byWarmth: number
  byStep: number
  /** What the gauge may hide while it shows the same, Pa/s: a bound, not a chance. */
  hidden: number
  /** Best-fitting warmth after filling, K, and the level without it, Pa, at the mean of the times, s. */
  warmth: number
  level: number
  at: number
  /** Sum of squares that the line leaves, Pa². */
  misfit: number
}

/** Warmth right after filling: anything from none to the most, equally likely. */
const WARMTH = { mean: PRACTICE.fillWarmth.value / 2, sd: PRACTICE.fillWarmth.value / Math.sqrt(12) }

/** (XᵀX/σ² + P)⁻¹ of three columns by Cramer's rule. */
function inverse(m: readonly (readonly number[])[]): number[][] {
  const minor = (r: number, c: number) => {
    const [r0, r1] = [0, 1, 2].filter((i) => i !== r) as [number, number]
    const [c0, c1] = [0, 1, 2].filter((i) => i !== c) as [number, number]
    return m[r0]![c0]! * m[r1]![c1]! - m[r0]![c1]! * m[r1]![c0]!
  }
  const sign = (r: number, c: number) => ((r + c) % 2 ? -1 : 1)
  const determinant = [0, 1, 2].reduce((sum, c) => sum + sign(0, c) * m[0]![c]! * minor(0, c), 0)
  return [0, 1, 2].map((r) => [0, 1, 2].map((c) => (sign(r, c) * minor(c, r)) / determinant))
}

/** Consecutive readings that show the same, as their indices. */
function runsOf(points: readonly Point[]): number[][] {
  const runs: number[][] = []
  points.forEach(({ shown }, i) => {
    const last = runs.at(-1)
    if (last && points[last[0]!]!.shown === shown) last.push(i)
    else runs.push([i])
  })
  return runs
}

/**
 * Least squares of level, loss and warmth; the warmth is known to lie between none and the most. The gauge's
 * step is an interval: consecutive readings that show the same share one error within ± half a step, and the
 * change they may hide among themselves is added in full.
 * @param points at two or more times, in order
 * @param step of the gauge, Pa
 * @source linear regression with a prior (any text on statistics); rounding as an interval, not as noise
 */
export function slopeOf(points: readonly Point[], step: number): Slope {
  const n = points.length
  const mean = points.reduce((sum, { t }) => sum + t, 0) / n
  const half = step / 2
  const noise = Math.sqrt(points.reduce((sum, { sd }) => sum + sd ** 2 + step ** 2 / 12, 0) / n)
  // Level, loss and warmth scaled to columns of similar size.
  const long = Math.max(...points.map(({ t }) => Math.abs(t - mean)))
  const columns = points.map(({ t, perKelvin }) => [1, -(t - mean) / long, perKelvin])
  const normal = [0, 1, 2].map((r) =>
    [0, 1, 2].map((c) => {
      const sum = columns.reduce((total, x) => total + x[r]! * x[c]!, 0) / noise ** 2
      return sum + (r === 2 && c === 2 ? 1 / WARMTH.sd ** 2 : 0)
    }),
  )
  const inverted = inverse(normal)
  const weights = (row: number) =>
    columns.map((x) => [0, 1, 2].reduce((sum, c) => sum + inverted[row]![c]! * x[c]!, 0) / noise ** 2)
  const prior = (row: number) => inverted[row]![2]! / WARMTH.sd ** 2
  const weightedSum = (row: number, by: readonly number[]) =>
    by.reduce((sum, w, i) => sum + w * points[i]!.corrected, 0) + prior(row) * WARMTH.mean
  const c = weights(1).map((w) => w / long)
  const loss = weightedSum(1, weights(1)) / long
  const warmth = weightedSum(2, weights(2))
  const level = weightedSum(0, weights(0))
  const scatter = points.map(
    ({ corrected, perKelvin, t }) => corrected - level + loss * (t - mean) - warmth * perKelvin,
  )
  const expected = points.reduce((sum, { sd }) => sum + sd ** 2 + step ** 2 / 12, 0)
  const found = scatter.reduce((sum, e) => sum + e ** 2, 0)
  // More scatter than gauge and thermometer explain is taken as real; less is luck.
  const more = n > 2 ? Math.max(found / (n - 2) / (expected / n), 1) : 1
  let [byStep, hidden] = [0, 0]
  for (const run of runsOf(points)) {
    const sum = run.reduce((total, i) => total + c[i]!, 0)
    byStep += (sum ** 2 * step ** 2) / 12
    hidden += run.reduce((total, i) => total + Math.abs(c[i]! - sum / run.length), 0) * half
  }
  const byWarmth = (prior(1) / long) ** 2 * WARMTH.sd ** 2
  const own = c.reduce((sum, w, i) => sum + (w * points[i]!.sd) ** 2, 0)
  return {
    loss,
    variance: (own + byStep) * more + byWarmth,
    byWarmth,
    byStep: byStep * more,
    hidden,
    warmth,
    level,
    at: mean,
    misfit: found,
  }
}

import { findRoot } from '../quantity/root'

/** Two-sided 95 % point of the normal distribution. */
export const NORMAL_95 = 1.959963984540054

/**
 * Two-sided 95 % point of Student's t for any degrees of freedom > 0: by inverting its distribution, and from 60 degrees
 * on by its expansion in 1/ν about the normal point (Abramowitz & Stegun 26.7.5), there good to 1e-8.
 */
export function studentT95(degrees: number): number {
  if (degrees < 60)
    return findRoot((t) => upperTail(t, degrees) - 0.025, NORMAL_95, 13 + 30 / degrees ** 2, 1e-12)
  const z = NORMAL_95
  const terms = [
    (z ** 3 + z) / 4,
    (5 * z ** 5 + 16 * z ** 3 + 3 * z) / 96,
    (3 * z ** 7 + 19 * z ** 5 + 17 * z ** 3 - 15 * z) / 384,
    (79 * z ** 9 + 776 * z ** 7 + 1482 * z ** 5 - 1920 * z ** 3 - 945 * z) / 92_160,
  ]
  return terms.reduce((t, g, i) => t + g / degrees ** (i + 1), z)
}

/** P(T > t) = ½·I_{ν/(ν+t²)}(ν/2, ½). Abramowitz & Stegun 26.7. */
function upperTail(t: number, degrees: number): number {
  return incompleteBeta(degrees / (degrees + t * t), degrees / 2, 0.5) / 2
}

/** Regularised incomplete beta function by its continued fraction (Lentz). Abramowitz & Stegun 26.5.8. */
export function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(1 - x, b, a)
  const front =
    Math.exp(a * Math.log(x) + b * Math.log(1 - x) - logGamma(a) - logGamma(b) + logGamma(a + b)) / a
  const guard = (v: number) => (Math.abs(v) < 1e-300 ? 1e-300 : v)
  let c = 1
  let d = 1 / guard(1 - ((a + b) * x) / (a + 1))
  let h = d
  for (let m = 1; m < 500; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m))
    d = 1 / guard(1 + even * d)
    c = guard(1 + even / c)
    h *= d * c
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1))
    d = 1 / guard(1 + odd * d)
    c = guard(1 + odd / c)
    h *= d * c
    if (Math.abs(d * c - 1) < 1e-15) break
  }
  return front * h
}

/** ln Γ(x), Stirling's series after lifting the argument. Abramowitz & Stegun 6.1.41. */
function logGamma(x: number): number {
  let shift = 0
  while (x < 12) shift -= Math.log(x++)
  const z = 1 / (x * x)
  return (
    shift +
    (x - 0.5) * Math.log(x) -
    x +
    Math.log(2 * Math.PI) / 2 +
    (1 / 12 - z * (1 / 360 - z * (1 / 1260 - z * (1 / 1680 - z / 1188)))) / x
  )
}

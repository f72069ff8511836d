import { findRootOfRising } from '../quantity/root'
import { STUDENT_T } from './settings'

/** Two-sided 95 % point of the normal distribution. */
export const NORMAL_95 = 1.959963984540054

const OUTSIDE = 0.05

/** ln Γ for x > 0, to 1e-15. Lanczos’ approximation with g = 7, nine terms (published coefficients). */
function lnGamma(x: number): number {
  const terms = [
    676.5203681218851, -1259.1392167224028, 771.3234287776531, -176.6150291621406, 12.507343278686905,
    -0.13857109526572012, 9.984369578019572e-6, 1.5056327351493116e-7,
  ]
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - lnGamma(1 - x)
  const sum = terms.reduce((s, c, i) => s + c / (x + i), 0.9999999999998099)
  const t = x + 6.5
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum)
}

/**
 * Regularised incomplete beta function by its continued fraction (Abramowitz and Stegun 26.5.8), by Lentz’s
 * method.
 */
function incompleteBeta(a: number, b: number, x: number): number {
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(b, a, 1 - x)
  if (x <= 0) return 0
  const away = (v: number) => (Math.abs(v) < STUDENT_T.least ? STUDENT_T.least : v)
  let d = 1 / away(1 - ((a + b) * x) / (a + 1))
  let c = 1
  let sum = d
  for (let m = 1; m < STUDENT_T.turns; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m))
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1))
    let step = 1
    for (const term of [even, odd]) {
      d = 1 / away(1 + term * d)
      c = away(1 + term / c)
      step = c * d
      sum *= step
    }
    if (Math.abs(step - 1) < STUDENT_T.close) break
  }
  const lnBeta = lnGamma(a) + lnGamma(b) - lnGamma(a + b)
  return (sum * Math.exp(a * Math.log(x) + b * Math.log1p(-x) - lnBeta)) / a
}

/** Computed once: a test has few readings and is judged again at every edit. */
const known = new Map<number, number>()

/**
 * Two-sided 95 % point of Student’s t for `degrees` of freedom above 0, whole or not: the t with I(ν/(ν + t²);
 * ν/2, 1/2) = 0.05. Abramowitz and Stegun 26.7.1.
 * @example studentT95(5) // 2.5706
 */
export function studentT95(degrees: number): number {
  const t = known.get(degrees) ?? pointOf(degrees)
  if (Number.isInteger(degrees)) known.set(degrees, t)
  return t
}

function pointOf(degrees: number): number {
  // Over ln t, because few degrees of freedom need a very large t.
  const inside = (lnT: number) =>
    OUTSIDE - incompleteBeta(degrees / 2, 0.5, 1 / (1 + Math.exp(2 * lnT) / degrees))
  return Math.exp(findRootOfRising(inside, 1, STUDENT_T.root))
}

/**
 * Solves A·x = b for a symmetric positive definite A, by Cholesky: A = L·Lᵀ. Any textbook of numerical
 * analysis.
 * @param a n × n, row by row @param b of n
 * @throws where A is not positive definite.
 * @example solveSpd([[4, 2], [2, 3]], [2, 5]) // [-0.5, 2]
 */
export function solveSpd(a: readonly (readonly number[])[], b: readonly number[]): number[] {
  const lower = choleskyOf(a)
  const n = b.length
  const x = [...b]
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) x[i] = x[i]! - lower[i]![k]! * x[k]!
    x[i] = x[i]! / lower[i]![i]!
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) x[i] = x[i]! - lower[k]![i]! * x[k]!
    x[i] = x[i]! / lower[i]![i]!
  }
  return x
}

function choleskyOf(a: readonly (readonly number[])[]): number[][] {
  const lower = a.map((row) => row.map(() => 0))
  for (let i = 0; i < a.length; i++)
    for (let j = 0; j <= i; j++) {
      let left = a[i]![j]!
      for (let k = 0; k < j; k++) left -= lower[i]![k]! * lower[j]![k]!
      if (i === j && !(left > 0)) throw new Error('The matrix is not positive definite.')
      lower[i]![j] = i === j ? Math.sqrt(left) : left / lower[j]![j]!
    }
  return lower
}

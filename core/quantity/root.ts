/**
 * Root of a continuous function on a bracket [a, b] whose ends differ in sign, by the Illinois form of regula
 * falsi with bisection steps when it stalls. Stops when the bracket is narrower than `tolerance` times its
 * larger end. If the function jumps through zero, the place of the jump is returned.
 */
export function findRoot(f: (x: number) => number, a: number, b: number, tolerance = 1e-13): number {
  let fa = f(a)
  let fb = f(b)
  if (fa === 0) return a
  if (fb === 0) return b
  let side = 0
  for (let i = 0; i < 200; i++) {
    if (Math.abs(b - a) <= tolerance * Math.max(Math.abs(a), Math.abs(b))) break
    const straight = (a * fb - b * fa) / (fb - fa)
    const x = i % 4 === 3 || !Number.isFinite(straight) ? (a + b) / 2 : straight
    const fx = f(x)
    if (fx === 0) return x
    if (fx * fb < 0) {
      a = b
      fa = fb
      b = x
      fb = fx
      side = 0
    } else {
      b = x
      fb = fx
      fa = side === 1 ? fa / 2 : fa
      side = 1
    }
  }
  return (a + b) / 2
}

/** Root of a rising, unbounded function. The bracket grows from ±`reach` until it holds the root. */
export function findRootOfRising(f: (x: number) => number, reach: number, tolerance = 1e-12): number {
  let low = -reach
  let high = reach
  while (f(low) > 0) low *= 2
  while (f(high) < 0) high *= 2
  return findRoot(f, low, high, tolerance)
}

/**
 * Keeps the last few results of a computation, each under a key that names everything it depends on. Several
 * are kept because the plan and the copies on which remedies are tried take turns.
 * @example const square = recent<number>(2); square('3', () => 9) // 9, computed once
 */
export function recent<T>(size: number): (key: string, compute: () => T) => T {
  const kept = new Map<string, T>()
  return (key, compute) => {
    const value = kept.has(key) ? kept.get(key)! : compute()
    kept.delete(key)
    kept.set(key, value)
    if (kept.size > size) kept.delete(kept.keys().next().value!)
    return value
  }
}

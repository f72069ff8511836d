/** Straight-line value of a table ascending in its first column. Beyond either end the end value is held. */
export function interpolate(table: readonly (readonly [number, number])[], x: number): number {
  // By index, because every inner loop calls this and destructuring the pairs is slow.
  if (x <= table[0]![0]) return table[0]![1]
  for (let i = 1; i < table.length; i++) {
    const here = table[i]!
    if (x > here[0]) continue
    const before = table[i - 1]!
    return before[1] + ((here[1] - before[1]) * (x - before[0])) / (here[0] - before[0])
  }
  return table[table.length - 1]![1]
}

/** Integral of the same table from `from` to `to`, exact for straight pieces with held ends. */
export function integrate(table: readonly (readonly [number, number])[], from: number, to: number): number {
  if (to < from) return -integrate(table, to, from)
  const inner = table.map((row) => row[0]).filter((x) => x > from && x < to)
  const stops = [from, ...inner, to]
  let sum = 0
  for (let i = 1; i < stops.length; i++) {
    const a = stops[i - 1]!
    const b = stops[i]!
    sum += ((interpolate(table, a) + interpolate(table, b)) / 2) * (b - a)
  }
  return sum
}

/** First and last height of a table by height: the range it covers. */
export const tableRange = (table: readonly (readonly [number, number])[]): { low: number; high: number } => ({
  low: table[0]![0],
  high: table[table.length - 1]![0],
})

/**
 * Straight-line value of a table ascending in its first column. Beyond either end the end value is held.
 */
export function interpolate(table: readonly (readonly [number, number])[], x: number): number {
  const first = table[0]!
  if (x <= first[0]) return first[1]
  for (let i = 1; i < table.length; i++) {
    const [x1, y1] = table[i]!
    if (x <= x1) {
      const [x0, y0] = table[i - 1]!
      return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0)
    }
  }
  return table[table.length - 1]![1]
}

/** Integral of the same table from `from` to `to`, exact for straight pieces with held ends. */
export function integrate(table: readonly (readonly [number, number])[], from: number, to: number): number {
  if (to < from) return -integrate(table, to, from)
  const inner = table.map(row => row[0]).filter(x => x > from && x < to)
  const stops = [from, ...inner, to]
  let sum = 0
  for (let i = 1; i < stops.length; i++) {
    const a = stops[i - 1]!
    const b = stops[i]!
    sum += ((interpolate(table, a) + interpolate(table, b)) / 2) * (b - a)
  }
  return sum
}

/**
 * Round values from just under `low` to just over `high`, at steps of 1, 2 or 5 by a power of ten, about
 * `count` of them.
 */
export function niceTicks(low: number, high: number, count: number): number[] {
  const rough = (high - low || 1) / count
  const power = 10 ** Math.floor(Math.log10(rough))
  const step = [1, 2, 5, 10].map((m) => m * power).find((s) => s >= rough)!
  const first = Math.floor(low / step)
  const last = Math.max(Math.ceil(high / step), first + 1)
  return Array.from({ length: last - first + 1 }, (_, i) => Number(((first + i) * step).toPrecision(12)))
}

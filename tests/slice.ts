import { randomNumbers } from '../core/quantity/random'

/**
 * Sweeps over whole catalogues take long, so `bin/test` tries a slice of each, chosen by the day, and all of
 * it with `--whole` (`NP_WHOLE=1`). `NP_SEED` repeats the slice of another day: `NP_SEED=2026-12-01 npx jest`.
 */
const IS_WHOLE = Boolean(process.env.NP_WHOLE)
const SEED = process.env.NP_SEED ?? new Date().toISOString().slice(0, 10)

/** FNV-1a. */
const numberOf = (text: string) =>
  [...text].reduce((hash, letter) => Math.imul(hash ^ letter.charCodeAt(0), 0x01000193), 0x811c9dc5)

/**
 * A share of a sweep, at least one, in its own order. Over the days every entry has its turn.
 * @param name keeps the slices of two sweeps independent
 * @example slice('kinds', ['a', 'b', 'c', 'd'], 0.5) // two of them
 */
export function slice<T>(
  name: string,
  all: readonly T[],
  share: number,
  { seed = SEED, isWhole = IS_WHOLE } = {},
): T[] {
  if (isWhole) return [...all]
  const random = randomNumbers(numberOf(`${seed} ${name}`))
  const most = Math.max(1, Math.round(all.length * share))
  const drawn = all.map((_, i) => ({ i, by: random() })).sort((a, b) => a.by - b.by)
  const kept = new Set(drawn.slice(0, most).map(({ i }) => i))
  return all.filter((_, i) => kept.has(i))
}

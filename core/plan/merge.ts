import type { Patch } from '../quantity/figure'

/** One place that two people changed differently since a common revision. */
export interface Conflict {
  path: string[]
  base: unknown
  mine: unknown
  theirs: unknown
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value)

/** Deep equality of plain JSON. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((x, i) => same(x, b[i]))
  if (!isRecord(a) || !isRecord(b)) return false
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((key) => key in b && same(a[key], b[key]))
}

/**
 * Three-way merge of two documents that began from `base`. Objects merge key by key; numbers, texts and lists are whole.
 * Where both sides changed the same place differently, `theirs` stands in `merged` and the place is listed.
 */
export function mergeDocuments<T>(base: T, mine: T, theirs: T): { merged: T; conflicts: Conflict[] } {
  const conflicts: Conflict[] = []
  const merged = mergeValue(base, mine, theirs, [], conflicts) as T
  return { merged, conflicts }
}

function mergeValue(
  base: unknown,
  mine: unknown,
  theirs: unknown,
  path: string[],
  conflicts: Conflict[],
): unknown {
  if (same(mine, theirs) || same(base, mine)) return theirs
  if (same(base, theirs)) return mine
  if (isRecord(mine) && isRecord(theirs) && isRecord(base)) {
    const out: Record<string, unknown> = {}
    for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
      const value = mergeValue(base[key], mine[key], theirs[key], [...path, key], conflicts)
      if (value !== undefined) out[key] = value
    }
    return out
  }
  conflicts.push({ path, base, mine, theirs })
  return theirs
}

/** Patches that turn one document into another, leaf by leaf. */
export function diffDocuments(from: unknown, to: unknown, path: (string | number)[] = []): Patch[] {
  if (same(from, to)) return []
  if (!isRecord(from) || !isRecord(to)) return [{ op: 'replace', path, value: to }]
  return [...new Set([...Object.keys(from), ...Object.keys(to)])].flatMap((key): Patch[] => {
    const at = [...path, key]
    if (!(key in to)) return [{ op: 'remove', path: at }]
    if (!(key in from)) return [{ op: 'add', path: at, value: to[key] }]
    return diffDocuments(from[key], to[key], at)
  })
}

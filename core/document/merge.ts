import { isRecord, sameJson } from '../quantity/patch'

/** One place that two people changed differently since a common revision. */
export interface Conflict {
  path: string[]
  base: unknown
  mine: unknown
  theirs: unknown
}

/**
 * Three-way merge of two documents that began from `base`. Objects merge key by key; numbers, texts and lists
 * are whole. If both sides changed the same place differently, `theirs` is in `merged` and the place is listed.
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
  if (sameJson(mine, theirs) || sameJson(base, mine)) return theirs
  if (sameJson(base, theirs)) return mine
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

/** Whether a value is an object with keys, neither null nor a list. */
export const isRecord = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value)

/** Deep equality of plain JSON. */
export function sameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((x, i) => sameJson(x, b[i]))
  if (!isRecord(a) || !isRecord(b)) return false
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((key) => key in b && sameJson(a[key], b[key]))
}

/** The new document, in which every part that has not changed is the same object as before. */
export function keepSame<T>(before: unknown, now: T): T {
  if (sameJson(before, now)) return before as T
  if (!isRecord(before) || !isRecord(now)) return now
  return Object.fromEntries(
    Object.entries(now).map(([key, value]) => [key, keepSame(before[key], value)]),
  ) as T
}

/** Patches that turn one document into another, one for each changed leaf. */
export function diffDocuments(from: unknown, to: unknown, path: (string | number)[] = []): Patch[] {
  if (sameJson(from, to)) return []
  if (!isRecord(from) || !isRecord(to)) return [{ op: 'replace', path, value: to }]
  return [...new Set([...Object.keys(from), ...Object.keys(to)])].flatMap((key): Patch[] => {
    const at = [...path, key]
    if (!(key in to)) return [{ op: 'remove', path: at }]
    if (!(key in from)) return [{ op: 'add', path: at, value: to[key] }]
    return diffDocuments(from[key], to[key], at)
  })
}

/** One change of the plan document, in the form immer uses. */
export interface Patch {
  op: 'replace' | 'add' | 'remove'
  path: (string | number)[]
  value?: unknown
}

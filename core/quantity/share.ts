/**
 * True for an object made by `{}` or a parser, also of another realm; false for arrays, instances of classes,
 * maps and sets.
 */
export function isPlain(value: unknown): value is Record<string, unknown> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false
  const prototype: unknown = Object.getPrototypeOf(value)
  return prototype === null || Object.getPrototypeOf(prototype) === null
}

/**
 * A value with every part that equals its counterpart in an earlier value replaced by that counterpart, so that
 * equal parts are the very same objects. Only plain objects and arrays are looked into; functions and
 * everything else equal only themselves.
 * @example share(before, { a: [1], b: 2 }).a // before.a, where before is { a: [1], b: 3 }
 */
export function share<T>(before: unknown, now: T): T {
  if (Object.is(before, now)) return now
  if (typeof before !== 'object' || typeof now !== 'object' || before === null || now === null) return now
  if (Array.isArray(now)) return Array.isArray(before) ? (shareList(before, now) as T) : now
  if (!isPlain(before) || !isPlain(now)) return now
  return shareFields(before, now) as T
}

function shareList(before: readonly unknown[], now: unknown[]): readonly unknown[] {
  let isSame = before.length === now.length
  let next = now
  for (const [i, value] of now.entries()) {
    const kept = share(before[i], value)
    if (!Object.is(kept, before[i])) isSame = false
    if (Object.is(kept, value)) continue
    if (next === now) next = now.slice()
    next[i] = kept
  }
  return isSame ? before : next
}

/**
 * Objects count as equal only if their fields also stand in the same order, because readers may rely on that
 * order.
 */
function shareFields(before: Record<string, unknown>, now: Record<string, unknown>): Record<string, unknown> {
  const keys = Object.keys(now)
  const keysBefore = Object.keys(before)
  let isSame = keys.length === keysBefore.length
  let next = now
  for (const [i, key] of keys.entries()) {
    const value = now[key]
    const was = before[key]
    const kept = share(was, value)
    if (key !== keysBefore[i] || !Object.is(kept, was)) isSame = false
    if (Object.is(kept, value)) continue
    if (next === now) next = { ...now }
    Object.defineProperty(next, key, { value: kept, enumerable: true, writable: true, configurable: true })
  }
  return isSame ? before : next
}

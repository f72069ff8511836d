/** Finds a class of a list by its id; undefined where the list has none of it. */
export function findById<T extends { id: string }>(list: readonly T[]) {
  const byId = new Map(list.map((entry) => [entry.id, entry]))
  return (id: string): T | null => byId.get(id) ?? null
}

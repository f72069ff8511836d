/** Finds a class in a list by its id; undefined if the list does not have it. */
export function findById<T extends { id: string }>(list: readonly T[]) {
  const byId = new Map(list.map((entry) => [entry.id, entry]))
  return (id: string): T | null => byId.get(id) ?? null
}

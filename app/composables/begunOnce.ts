/**
 * A load that is begun once, whoever asks, and again only where it failed. Two loads of one file may end in either
 * order: who waited for a second one would go on before the page has the first.
 */
export function begunOnce<T>(load: () => Promise<T>): () => Promise<T> {
  let begun: Promise<T> | undefined
  return () => {
    begun ??= load().catch((error: unknown) => {
      begun = undefined
      throw error
    })
    return begun
  }
}

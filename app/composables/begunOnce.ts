/**
 * A load that is started once, whoever asks, and again only if it failed. Two loads of one file may finish in
 * either order, so whoever waited for a second one could go on before the page has the first.
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

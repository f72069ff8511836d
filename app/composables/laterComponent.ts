import type { AsyncComponentLoader, Component } from 'vue'

/** Not needed for a stage to be worked on, so it comes a moment after it, ms. */
export const MOMENT = 2000

/** What of the page on show is fetched later. */
const loaders = new Set<() => Promise<unknown>>()

/**
 * A component that is fetched when it is shown, and a moment after the page anyway: it is there without a
 * connection.
 */
export function laterComponent<T extends Component>(load: AsyncComponentLoader<T>): T {
  const fetched = begunOnce(load)
  const fetchQuietly = () => fetched().catch(() => {})
  loaders.add(fetchQuietly)
  onMounted(() => setTimeout(fetchQuietly, MOMENT))
  onUnmounted(() => loaders.delete(fetchQuietly))
  return defineAsyncComponent(fetched)
}

/** Everything that comes later, fetched at once: to find something in it, or to print it. */
export async function allFetched(): Promise<void> {
  await Promise.all([...loaders].map((fetchQuietly) => fetchQuietly()))
}

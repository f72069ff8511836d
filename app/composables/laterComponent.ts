import type { AsyncComponentLoader, Component } from 'vue'

/** Time before components that a stage does not need at once are loaded, ms. */
export const MOMENT = 2000

/** Parts of the current page that are loaded later. */
const loaders = new Set<() => Promise<unknown>>()

/**
 * A component that is loaded when it is shown, and in any case a little after the page, so that it works
 * without a connection.
 */
export function laterComponent<T extends Component>(load: AsyncComponentLoader<T>): T {
  const fetched = begunOnce(load)
  const fetchQuietly = () => fetched().catch(() => {})
  loaders.add(fetchQuietly)
  onMounted(() => setTimeout(fetchQuietly, MOMENT))
  onUnmounted(() => loaders.delete(fetchQuietly))
  return defineAsyncComponent(fetched)
}

/** Loads everything that would come later: to find something in it, or to print it. */
export async function allFetched(): Promise<void> {
  await Promise.all([...loaders].map((fetchQuietly) => fetchQuietly()))
}

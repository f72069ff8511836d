import type { AsyncComponentLoader, Component } from 'vue'

/** Not needed for a stage to be worked on, so it comes a moment after it, ms. */
const MOMENT = 5000

/** A component that is fetched when it is shown, and a moment after the page anyway: it is there without a connection. */
export function laterComponent<T extends Component>(load: AsyncComponentLoader<T>): T {
  onMounted(() => setTimeout(() => void load().catch(() => {}), MOMENT))
  return defineAsyncComponent(load)
}

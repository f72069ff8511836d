import type { Ref } from 'vue'

/** True once an element has come into view, so that heavy content nobody looks at is not loaded. */
export function useSeen(place: Readonly<Ref<Element | null>>) {
  const seen = ref(false)
  const watcher = new IntersectionObserver((entries) => {
    if (!entries.some((e) => e.isIntersecting)) return
    seen.value = true
    watcher.disconnect()
  })
  watch(place, (now) => now && watcher.observe(now), { flush: 'post' })
  onScopeDispose(() => watcher.disconnect())
  return readonly(seen)
}

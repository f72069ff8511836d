import type { Ref } from 'vue'

/** True once a place has come into view: what is heavy and not looked at is not fetched. */
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

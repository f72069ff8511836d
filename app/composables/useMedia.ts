/** Whether a media query matches the screen, kept up to date. */
export function useMedia(query: string) {
  const list = matchMedia(query)
  const fits = ref(list.matches)
  const look = () => (fits.value = list.matches)
  list.addEventListener('change', look)
  onScopeDispose(() => list.removeEventListener('change', look))
  return readonly(fits)
}

/** The time, ms since 1970, looked at anew every so many ms while a component is shown. */
export function useNow(every: number) {
  const now = ref(Date.now())
  const timer = setInterval(() => (now.value = Date.now()), every)
  onUnmounted(() => clearInterval(timer))
  return now
}

/** How the step is shown under the truck, kept in this browser: size of the words, the hand, reading aloud. */

const SIZES = [1, 1.25, 1.5] as const

const kept = (key: string, initial: string) => {
  const value = ref(localStorage.getItem(key) ?? initial)
  watch(value, (now) => localStorage.setItem(key, now))
  return value
}

export const useUnderTruck = createSharedState(() => {
  const size = kept('np.stepSize', '0')
  const scale = computed(() => SIZES[Number(size.value)] ?? 1)
  const larger = () => (size.value = String((Number(size.value) + 1) % SIZES.length))
  const hand = kept('np.hand', 'right')
  const otherHand = () => (hand.value = hand.value === 'right' ? 'left' : 'right')
  const aloud = kept('np.aloud', 'no')
  return { scale, larger, hand, otherHand, aloud }
})

/** State that all users of a composable share. */
function createSharedState<T>(make: () => T): () => T {
  let state: T | undefined
  return () => (state ??= make())
}

/** Reads words aloud with the browser's own voice. */
export function useVoice() {
  const reading = ref(false)
  const problem = ref('')
  const stop = () => {
    globalThis.speechSynthesis?.cancel()
    reading.value = false
  }
  function say(words: string): void {
    const voice = globalThis.speechSynthesis
    problem.value = ''
    if (!voice || typeof SpeechSynthesisUtterance === 'undefined' || voice.getVoices().length === 0) {
      problem.value = 'This browser has no voice, so nothing can be read aloud.'
      return
    }
    stop()
    const spoken = new SpeechSynthesisUtterance(words)
    spoken.lang = 'en'
    spoken.onend = () => (reading.value = false)
    reading.value = true
    voice.speak(spoken)
  }
  onUnmounted(stop)
  return { say, stop, reading, problem }
}

/** Keeps the screen awake while the step is shown; says why not where the browser refuses. */
export function useAwake() {
  const awake = ref(false)
  const problem = ref('')
  let lock: WakeLockSentinel | null = null
  async function ask(): Promise<void> {
    if (document.visibilityState !== 'visible') return
    if (!('wakeLock' in navigator)) {
      problem.value = isSecureContext
        ? 'This browser lets the screen go dark.'
        : 'The screen may go dark: this page was not opened over https or on the shop’s own machine.'
      return
    }
    try {
      lock = await navigator.wakeLock.request('screen')
      awake.value = true
      problem.value = ''
      lock.addEventListener('release', () => (awake.value = false))
    } catch {
      problem.value = 'The screen may go dark: the device refuses, perhaps to save its battery.'
    }
  }
  const again = () => void ask()
  onMounted(() => {
    void ask()
    document.addEventListener('visibilitychange', again)
  })
  onUnmounted(() => {
    document.removeEventListener('visibilitychange', again)
    void lock?.release()
  })
  return { awake, problem }
}

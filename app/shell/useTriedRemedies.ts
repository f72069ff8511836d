import { shallowRef, watch } from 'vue'
import type { Tried } from '#core/whatIf/tryRemedy'
import type { Note } from '#core/quantity/figure'

const keyOf = (note: Note) => `${note.rule} ${note.subject}`
/** Remedies are tried after this time without a change, ms. */
const STILL = 120

/** Tries the remedy of each shown note on a copy of the plan, shortly after the last change. */
export function useTriedRemedies(shown: () => readonly Note[]): (note: Note) => Tried | null {
  const job = useJob()
  const tried = shallowRef(new Map<string, Tried | null>())
  let timer: ReturnType<typeof setTimeout> | undefined
  function tryAll(): void {
    const withRemedy = shown().filter((note) => note.remedy)
    tried.value = new Map(withRemedy.map((note) => [keyOf(note), job.triedRemedy(note)]))
  }
  watch(
    [() => job.derived, shown],
    () => {
      clearTimeout(timer)
      timer = setTimeout(tryAll, STILL)
    },
    { immediate: true },
  )
  onUnmounted(() => clearTimeout(timer))
  return (note) => tried.value.get(keyOf(note)) ?? null
}

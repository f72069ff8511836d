import { shallowRef, watch } from 'vue'
import type { Tried } from '#core/whatIf/tryRemedy'
import type { Note } from '#core/quantity/figure'

const keyOf = (note: Note) => `${note.rule} ${note.subject}`
/** Remedies are tried after this time without a change, ms. */
const STILL = 120

/**
 * Tries the remedy of each shown note on a copy of the plan, shortly after the last change. `tried` is what was
 * found last, for showing; `now` is of the plan as it is, for applying: a remedy that was tried before the last
 * edit would take that edit back.
 */
export function useTriedRemedies(shown: () => readonly Note[]): {
  tried: (note: Note) => Tried | null
  now: (note: Note) => Tried | null
} {
  const job = useJob()
  const found = shallowRef(new Map<string, Tried | null>())
  /** What it was found for. */
  let of: unknown = null
  let timer: ReturnType<typeof setTimeout> | undefined
  function tryAll(): void {
    const withRemedy = shown().filter((note) => note.remedy)
    of = job.derived
    found.value = new Map(withRemedy.map((note) => [keyOf(note), job.triedRemedy(note)]))
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
  const tried = (note: Note) => found.value.get(keyOf(note)) ?? null
  return { tried, now: (note) => (of === job.derived ? tried(note) : job.triedRemedy(note)) }
}

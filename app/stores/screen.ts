import { defineStore } from 'pinia'
import type { Figure, Note } from '#core/quantity/figure'

/** What this browser shows: theme, the figure asked "why?", and the thing a note points at. */
export const useScreen = defineStore('screen', () => {
  const theme = ref<'day' | 'bay'>(localStorage.getItem('np.theme') === 'bay' ? 'bay' : 'day')
  watch(theme, value => localStorage.setItem('np.theme', value))
  const asked = shallowRef<Figure | null>(null)
  /** Subject of the note last pressed. */
  const subject = ref<string | null>(null)
  /** Notes that runs of the circuit gave, while they stand for the plan shown. */
  const runNotes = shallowRef<Note[]>([])
  return { theme, asked, subject, runNotes }
})

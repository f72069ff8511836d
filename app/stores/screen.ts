import { defineStore } from 'pinia'
import { PAPERS, type Paper } from '#core/document/paper'
import type { Figure, Remedy, StageName } from '#core/quantity/figure'

/** What this browser shows: theme, the figure asked "why?", and the subject of a note. */
export const useScreen = defineStore('screen', () => {
  const theme = ref<'day' | 'bay'>(localStorage.getItem('np.theme') === 'bay' ? 'bay' : 'day')
  watch(theme, (value) => localStorage.setItem('np.theme', value))
  const asked = shallowRef<Figure | null>(null)
  /** What is pointed at: the subject of a note, an item, a part, a line. */
  const subject = ref<string | null>(null)
  /**
   * The stage to which somebody was led for the subject: its drawer opens there and its field gets the focus.
   */
  const leading = ref<{ stage: StageName; field?: string } | null>(null)
  function lead(stage: StageName, to: string | null): void {
    subject.value = to
    leading.value = to === null ? null : { stage }
  }
  /** Leads to a field by its label, and clears what was pointed at. */
  function leadToField(stage: StageName, field: string): void {
    subject.value = null
    leading.value = { stage, field }
  }
  /** Label of the edited field: its figure is highlighted on the picture. */
  const lit = ref<string | null>(null)
  /** A remedy that would replace a circuit or truck, and the work it would discard: asked about first. */
  const replacing = shallowRef<{ what: 'circuit' | 'truck'; remedy: Remedy; work: string[] } | null>(null)
  /** True if the right column is folded. */
  const folded = ref(localStorage.getItem('np.folded') === 'yes')
  watch(folded, (value) => localStorage.setItem('np.folded', value ? 'yes' : 'no'))
  /** Paper chosen in this browser; before that, the one that goes with the shop's units. */
  const chosenPaper = ref(localStorage.getItem('np.paper'))
  const paper = computed<Paper>({
    get: () => {
      const chosen = PAPERS.find((paper) => paper === chosenPaper.value)
      return chosen ?? (useShop().units.length === 'in' ? 'Letter' : 'A4')
    },
    set: (value) => {
      chosenPaper.value = value
      localStorage.setItem('np.paper', value)
    },
  })
  return { theme, asked, subject, leading, lead, leadToField, lit, replacing, folded, paper }
})

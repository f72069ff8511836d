import { foldHistory, type Edit } from '#core/document/edit'
import { callApi } from '~/composables/useApi'

/** A saved revision as the history lists it. */
interface HistoryRow {
  author: string
  at: string
  edits: Edit[]
}

/**
 * Every edit of a job: the saved ones, and those that wait to be saved.
 * @param id of the job
 */
export function useHistory(id: Readonly<Ref<string>>, waiting: Readonly<Ref<Edit[]>>) {
  const history = shallowRef<Edit[]>([])
  /** Author and time of each saved edit, by its id. */
  const made = shallowRef<Map<string, { who: string; at: string }>>(new Map())
  /** What undo and redo would do. */
  const stacks = computed(() => foldHistory(history.value))

  async function loadHistory(): Promise<void> {
    const jobId = id.value
    // Edits handed in while the list is loading are neither in the list nor among the waiting ones.
    const waited = waiting.value
    const before = history.value.length
    const rows = await callApi<HistoryRow[]>(`/api/jobs/${jobId}/history`).catch(() => null)
    if (!rows || id.value !== jobId) return
    const known = rows.flatMap((r) => r.edits)
    made.value = new Map(rows.flatMap((r) => r.edits.map((e) => [e.id, { who: r.author, at: r.at }])))
    const ids = new Set(known.map((e) => e.id))
    const own = new Map([...waited, ...history.value.slice(before), ...waiting.value].map((e) => [e.id, e]))
    history.value = [...known, ...[...own.values()].filter((e) => !ids.has(e.id))]
  }

  // Edits of a closed page may be taken over after the history was read; undo reaches them too.
  watch(waiting, (edits) => {
    const ids = new Set(history.value.map((e) => e.id))
    const missing = edits.filter((e) => !ids.has(e.id))
    if (missing.length > 0) history.value = [...history.value, ...missing]
  })
  return { history, made, stacks, loadHistory }
}

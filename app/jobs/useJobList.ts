import type { JobSummary } from '#core/jobs/summary'

/** A job as the list shows it. */
export interface JobRow {
  id: string
  head: number
  summary: JobSummary
  author: string
  updatedAt: string
}

/** The list's settings, kept in the address, so that Back and a bookmark lead to the same list. */
const KEYS = ['search', 'sort', 'archived', 'stopped', 'at', 'who', 'page'] as const
type Asked = Partial<Record<(typeof KEYS)[number], string>>
const TYPING = 200
const AGAIN = 2000

/** The job list with the address's settings; it asks again while the server cannot be reached. */
export function useJobList() {
  const route = useRoute()
  const router = useRouter()
  const rows = ref<JobRow[]>([])
  const total = ref(0)
  const pageSize = ref(50)
  const loaded = ref(false)
  const problem = ref('')
  const asked = computed<Asked>(() =>
    Object.fromEntries(
      KEYS.flatMap((key) => (typeof route.query[key] === 'string' ? [[key, route.query[key]]] : [])),
    ),
  )
  const page = computed(() => Number(asked.value.page ?? 0) || 0)
  /** The same settings as an address of the server. */
  const query = computed(() => new URLSearchParams(asked.value as Record<string, string>).toString())

  /** Changes a setting; a different list begins at its first page. */
  function ask(change: Asked): void {
    const next = { ...asked.value, page: undefined, ...change }
    void router.replace({
      query: Object.fromEntries(Object.entries(next).filter(([, value]) => value)) as Record<string, string>,
    })
  }

  let calls = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  async function load(): Promise<void> {
    const mine = ++calls
    clearTimeout(timer)
    try {
      const answer = await callApi<{ jobs: JobRow[]; total: number; pageSize: number }>(
        `/api/jobs?${query.value}`,
      )
      if (mine !== calls) return
      rows.value = answer.jobs
      total.value = answer.total
      pageSize.value = answer.pageSize
      problem.value = ''
      loaded.value = true
    } catch (error) {
      if (mine !== calls) return
      problem.value = (error as Error).message
      if (error instanceof RefusedError && error.passing) timer = setTimeout(() => void load(), AGAIN)
    }
  }
  onMounted(load)
  watch(query, () => {
    clearTimeout(timer)
    timer = setTimeout(() => void load(), TYPING)
  })
  onUnmounted(() => clearTimeout(timer))
  return { rows, total, pageSize, page, loaded, problem, asked, query, ask, load }
}

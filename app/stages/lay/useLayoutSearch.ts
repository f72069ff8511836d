import { layoutStarts, type Layout, type NoRoom } from '#core/lay/layouts/layouts'
import { hire, type Hired } from '~/workers/hire'

/** Number of layouts shown side by side. */
const SHOWN = 3

const best = shallowRef<Layout[]>([])
const withoutRoom = shallowRef<NoRoom[]>([])
const count = ref(0)
const running = ref(false)
const problem = ref('')
/** The job and the plan that were searched: another job has no results, another plan makes them old. */
const searched = shallowRef<{ job: string; plan: unknown } | null>(null)
let hired: Hired<'layouts'> | null = null

function stop(): void {
  hired?.end()
  hired = null
  running.value = false
}

/** The search for whole layouts: one for the page, started from the picture or from its drawer. */
export function useLayoutSearch() {
  const job = useJob()
  async function start(): Promise<void> {
    stop()
    best.value = []
    withoutRoom.value = []
    problem.value = ''
    count.value = 0
    running.value = true
    searched.value = { job: job.id, plan: job.plan }
    const mine = hire('layouts')
    hired = mine
    const { work } = mine
    try {
      await work.open(JSON.parse(JSON.stringify(job.plan)))
      for (const from of layoutStarts) {
        if (hired !== mine) return
        best.value = await work.tryOne(from, SHOWN)
        count.value++
      }
      if (best.value.length === 0) withoutRoom.value = await work.withoutRoom()
    } catch {
      if (hired === mine) problem.value = 'The search came to an end before its time. Try again.'
    }
    if (hired === mine) stop()
  }
  const isHere = computed(() => searched.value?.job === job.id)
  const stale = computed(() => isHere.value && searched.value!.plan !== job.plan)
  const none: never[] = []
  return {
    best: computed(() => (isHere.value ? best.value : none)),
    withoutRoom: computed(() => (isHere.value ? withoutRoom.value : none)),
    count: computed(() => (isHere.value ? count.value : 0)),
    running: computed(() => isHere.value && running.value),
    problem: computed(() => (isHere.value ? problem.value : '')),
    stale,
    total: layoutStarts.length,
    start,
    stop,
  }
}

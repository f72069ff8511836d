import { wrap } from 'comlink'
import { layoutStarts, type Layout, type NoRoom } from '#core/lay/layouts/layouts'
import { newWorker } from '~/workers/newWorker'
import type { Work } from '~/workers/work'

/** Layouts shown beside one another. */
const SHOWN = 3

const best = shallowRef<Layout[]>([])
const withoutRoom = shallowRef<NoRoom[]>([])
const count = ref(0)
const running = ref(false)
const problem = ref('')
/** The job and the plan that were searched on: another job has nothing found, another plan makes it old. */
const searched = shallowRef<{ job: string; plan: unknown } | null>(null)
let worker: Worker | null = null

function stop(): void {
  worker?.terminate()
  worker = null
  running.value = false
}

/** The search for whole layouts: one for the page, begun from the picture or from its drawer. */
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
    const mine = newWorker('layouts')
    worker = mine
    const hand = wrap<Work['layouts']>(mine)
    try {
      await hand.open(JSON.parse(JSON.stringify(job.plan)))
      for (const from of layoutStarts) {
        if (worker !== mine) return
        best.value = await hand.tryOne(from, SHOWN)
        count.value++
      }
      if (best.value.length === 0) withoutRoom.value = await hand.withoutRoom()
    } catch {
      if (worker === mine) problem.value = 'The search came to an end before its time. Try again.'
    }
    if (worker === mine) stop()
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

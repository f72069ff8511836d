import { wrap } from 'comlink'
import { bestLevers, LEVER_TRIES, type LevelTried } from '#core/derive/levelLoops'
import type { LeversWorker } from '~/workers/levers'

/** Every arm and lag of a height valve tried by a worker, with progress; stopped when its drawer goes. */
export function useLeverSweep() {
  const job = useJob()
  const tried = shallowRef<LevelTried[]>([])
  const count = ref(0)
  const running = ref(false)
  const problem = ref('')
  const of = shallowRef<unknown>(null)
  let worker: Worker | null = null
  function stop(): void {
    worker?.terminate()
    worker = null
    running.value = false
  }
  onScopeDispose(stop)
  async function start(): Promise<void> {
    stop()
    tried.value = []
    count.value = 0
    problem.value = ''
    running.value = true
    of.value = job.plan
    const mine = new Worker(new URL('../../workers/levers.ts', import.meta.url), { type: 'module' })
    worker = mine
    const hand = wrap<LeversWorker>(mine)
    try {
      await hand.open(JSON.parse(JSON.stringify(job.plan)), job.haulId!)
      for (const pair of LEVER_TRIES) {
        const one = await hand.tryOne(pair)
        if (worker !== mine) return
        if (one) tried.value = bestLevers([...tried.value, one])
        count.value++
      }
    } catch {
      if (worker === mine) problem.value = 'The tries came to an end before their time. Try again.'
    }
    if (worker === mine) stop()
  }
  const isOld = computed(() => of.value !== null && of.value !== job.plan)
  return { tried, count, running, problem, isOld, total: LEVER_TRIES.length, start, stop }
}

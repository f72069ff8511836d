import { wrap } from 'comlink'
import { bestTried, levelTries, type LevelTried } from '#core/derive/levelSweep'
import type { LeversWorker } from '~/workers/levers'

/** Everything a height valve or a controller can be set to, tried by a worker, with progress; stopped when its drawer goes. */
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
      for (const of of levelTries(job.plan!)) {
        const one = await hand.tryOne({ ...of })
        if (worker !== mine) return
        if (one) tried.value = bestTried([...tried.value, one])
        count.value++
      }
    } catch {
      if (worker === mine) problem.value = 'The tries came to an end before their time. Try again.'
    }
    if (worker === mine) stop()
  }
  const isOld = computed(() => of.value !== null && of.value !== job.plan)
  const total = computed(() => levelTries(job.plan!).length)
  return { tried, count, running, problem, isOld, total, start, stop }
}

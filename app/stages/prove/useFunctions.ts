import { wrap, type Remote } from 'comlink'
import type { FaultRun } from '#core/derive/diagnosis'
import type { FunctionTest } from '#core/derive/functionTrial'
import { newWorker } from '~/workers/newWorker'
import type { Work } from '~/workers/work'

/** Workers at the most: each keeps a system of its own. */
const MOST_HANDS = 4

/** The functions of the job as it stands: what a sound system shows, and every fault run beside it, in workers. */
export function useFunctions() {
  const job = useJob()
  const tests = shallowRef<FunctionTest[]>([])
  const runs = shallowRef<FaultRun[]>([])
  const total = ref(0)
  const count = ref(0)
  const running = ref(false)
  const problem = ref('')
  /** The parts of the plan that the tests are of. */
  const of = shallowRef<unknown[]>([])
  let pool: Worker[] = []

  function stop(): void {
    pool.forEach((worker) => worker.terminate())
    pool = []
    running.value = false
  }
  onScopeDispose(stop)

  const partsNow = () => {
    const { truck, hauls, air, lay, power, tune } = job.plan!
    return [truck, hauls, air, lay, power, tune]
  }
  const isOld = computed(() => partsNow().some((part, i) => part !== of.value[i]))

  async function hire(): Promise<Remote<Work['functions']>> {
    const worker = newWorker('functions')
    pool.push(worker)
    return wrap<Work['functions']>(worker)
  }
  const plain = () => JSON.parse(JSON.stringify(job.plan)) as unknown

  /** What a sound system shows: a second or so. */
  async function expect(): Promise<void> {
    stop()
    problem.value = ''
    runs.value = []
    count.value = 0
    running.value = true
    of.value = partsNow()
    try {
      const hand = await hire()
      const mine = pool
      const opened = await hand.open(plain())
      if (pool !== mine) return
      tests.value = opened.tests
      total.value = opened.count
    } catch (error) {
      tests.value = []
      problem.value = (error as Error).message
    }
    stop()
  }
  /** Every fault run, in as many workers as there are cores for. */
  async function runFaults(): Promise<void> {
    stop()
    problem.value = ''
    runs.value = []
    count.value = 0
    running.value = true
    const cores = Math.min(Math.max(navigator.hardwareConcurrency || 2, 1), MOST_HANDS)
    let next = 0
    const found: (FaultRun | null)[] = []
    try {
      const hands = await Promise.all(Array.from({ length: cores }, hire))
      const mine = pool
      await Promise.all(
        hands.map(async (hand) => {
          await hand.open(plain())
          for (let at = next++; at < total.value && pool === mine; at = next++) {
            found[at] = await hand.run(at)
            count.value++
          }
        }),
      )
      if (pool !== mine) return
      runs.value = found.flatMap((run) => run ?? [])
    } catch (error) {
      problem.value = `The faults were not all run: ${(error as Error).message}`
    }
    stop()
  }
  return { tests, runs, total, count, running, problem, isOld, expect, runFaults, stop }
}

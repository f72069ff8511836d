import type { FaultRun, FunctionTest } from '#core/prove/functions'
import { hire, hireSeveral, workOff, type Hired } from '~/workers/hire'

/**
 * Function tests of the current job: the readings of a sound system, and every fault run beside it, in workers.
 */
export function useFunctions() {
  const job = useJob()
  const tests = shallowRef<FunctionTest[]>([])
  const runs = shallowRef<FaultRun[]>([])
  const total = ref(0)
  const count = ref(0)
  const running = ref(false)
  const problem = ref('')
  /** The parts of the plan that the tests depend on. */
  const of = shallowRef<unknown[]>([])
  let pool: Hired<'functions'>[] = []

  function stop(): void {
    pool.forEach(({ end }) => end())
    pool = []
    running.value = false
  }
  onScopeDispose(stop)

  const partsNow = () => {
    const { truck, hauls, air, lay, power, tune } = job.plan!
    return [truck, hauls, air, lay, power, tune]
  }
  const isOld = computed(() => partsNow().some((part, i) => part !== of.value[i]))

  const plain = () => JSON.parse(JSON.stringify(job.plan)) as unknown

  /** Runs the sound system: about a second. */
  async function expect(): Promise<void> {
    stop()
    problem.value = ''
    runs.value = []
    count.value = 0
    running.value = true
    of.value = partsNow()
    try {
      const mine = [hire('functions')]
      pool = mine
      const opened = await mine[0]!.work.open(plain())
      if (pool !== mine) return
      tests.value = opened.tests
      total.value = opened.count
    } catch (error) {
      tests.value = []
      problem.value = (error as Error).message
    }
    stop()
  }
  /** Runs every fault, in as many workers as there are cores. */
  async function runFaults(): Promise<void> {
    stop()
    problem.value = ''
    runs.value = []
    count.value = 0
    running.value = true
    const found: (FaultRun | null)[] = []
    try {
      const mine = hireSeveral('functions', total.value)
      pool = mine
      await workOff(
        mine,
        Array(total.value).keys(),
        (work) => work.open(plain()),
        async (work, at) => {
          found[at] = await work.run(at)
          if (pool === mine) count.value++
        },
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

import type { Remote } from 'comlink'
import type { Plan } from '#core/document/types'
import { hire, type Hired } from '~/workers/hire'
import type { Work } from '~/workers/work'

/**
 * Trials of the current job, made one after the other by a worker of their own: the results so far, how many
 * are done, and whether the plan has changed since. They stop on request and when their drawer is closed.
 * @param name the kind of work that the worker does
 * @param make makes the trials and gives the result of each, null for nothing
 */
export function useTrials<Name extends keyof Work, Found>(
  name: Name,
  make: (work: Remote<Work[Name]>, plan: Plan, haul: string) => AsyncIterable<Found | null>,
) {
  const job = useJob()
  const found = shallowRef<Found[]>([])
  const count = ref(0)
  const running = ref(false)
  const problem = ref('')
  const of = shallowRef<unknown>(null)
  let hired: Hired<Name> | null = null
  function stop(): void {
    hired?.end()
    hired = null
    running.value = false
  }
  onScopeDispose(stop)
  function clear(): void {
    stop()
    found.value = []
    count.value = 0
    problem.value = ''
    of.value = null
  }
  async function start(): Promise<void> {
    clear()
    running.value = true
    of.value = job.plan
    const mine = hire(name)
    hired = mine
    const plan = JSON.parse(JSON.stringify(job.plan)) as Plan
    try {
      for await (const one of make(mine.work, plan, job.haulId)) {
        if (hired !== mine) return
        if (one !== null) found.value = [...found.value, one]
        count.value++
      }
    } catch {
      if (hired === mine) problem.value = 'The trials came to an end before their time. Try again.'
    }
    if (hired === mine) stop()
  }
  const isOld = computed(() => of.value !== null && of.value !== job.plan)
  return { found, count, running, problem, isOld, start, stop, clear }
}

export type Trials = Pick<
  ReturnType<typeof useTrials>,
  'count' | 'running' | 'problem' | 'isOld' | 'start' | 'stop'
>

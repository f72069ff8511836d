import type { Sampled } from '#core/load/uncertainty'
import { hire, type Hired } from '~/workers/hire'

/** Wait after the last edit before a haul is sampled again, ms. */
const QUIET = 250

/**
 * The range of the shown haul's pressures if straight lines do not describe it, sampled in a worker. Null while
 * it is not needed or not ready; a new plan discards an older answer.
 */
export function useSampled() {
  const job = useJob()
  const sampled = shallowRef<Sampled | null>(null)
  let hired: Hired<'uncertainty'> | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let asked = 0

  watch(
    () => [job.plan, job.haulId] as const,
    ([plan, haulId]) => {
      clearTimeout(timer)
      const number = ++asked
      sampled.value = null
      if (!plan || job.derived?.stages.load.result.uncertainties[haulId]?.linear !== false) return
      timer = setTimeout(async () => {
        hired ??= hire('uncertainty')
        const answer = await hired.work.sample(JSON.parse(JSON.stringify(plan)), haulId)
        if (number === asked) sampled.value = answer
      }, QUIET)
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    clearTimeout(timer)
    hired?.end()
  })
  return sampled
}

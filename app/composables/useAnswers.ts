import type { Answers } from '#core/air/run/answers'
import { runParts } from '#core/whatIf/runParts'
import { keepAnswers, keptAnswers } from '~/keeping/keptAnswers'
import { callApi } from '~/composables/useApi'
import type { Hired } from '~/workers/hire'

/** What the server says of a job's runs. */
interface Told {
  revision: number
  build: string
  answers: Answers | null
}

/** Wait after the last edit before the circuit is run again, ms. */
const QUIET = 600

/**
 * Keeps the open job's answers: what runs of its circuit say, from the server when it is opened, else worked out in a
 * worker a moment after the last edit of what they hang on. None while not ready; a newer plan makes an older answer
 * void at once.
 */
export function useAnswers(): void {
  const job = useJob()
  const build = useRuntimeConfig().public.build as string
  let hired: Hired<'answers'> | null = null
  let running = false
  let timer: ReturnType<typeof setTimeout> | undefined
  let asked = 0
  function stop(): void {
    hired?.end()
    hired = null
    running = false
  }
  /** A run under way for an older plan is of no use any more; a worker at rest is quicker than a new one. */
  function forget(): void {
    clearTimeout(timer)
    asked++
    if (running) stop()
    job.answers = null
  }
  /** What the server ran for the job as it was opened; null where it did not, or somebody saved meanwhile. */
  async function askServer(): Promise<Answers | null> {
    if (job.saveState !== 'saved') return null
    const { revision } = job
    const told = await callApi<Told>(`/api/jobs/${job.id}/answers`).catch(() => null)
    const same = told?.revision === revision && told.build === build && job.saveState === 'saved'
    return same ? told.answers : null
  }
  async function ask(opened: boolean): Promise<void> {
    const number = asked
    // What a run is given is text, and the same text gives the same answers.
    const of = JSON.stringify([build, runParts(job.plan!)])
    const kept = keptAnswers(of) ?? (opened ? await askServer() : null)
    if (number !== asked) return
    if (kept) {
      job.answers = kept
      return
    }
    const { hire } = await import('~/workers/hire')
    if (number !== asked) return
    hired ??= hire('answers')
    running = true
    try {
      const answers = await hired.work.answer(JSON.parse(JSON.stringify(job.plan)))
      if (number !== asked) return
      running = false
      if (answers) keepAnswers(of, answers)
      job.answers = answers
    } catch (error) {
      if (number !== asked) return
      running = false
      job.message = `The circuit could not be run: ${(error as Error).message}`
    }
  }
  // At once, so that no figure is ever read beside a plan it was not run for.
  watch(
    () => job.plan && runParts(job.plan),
    (now, before) => {
      if (now && before && now.every((part, i) => part === before[i])) return
      forget()
      if (job.plan) timer = setTimeout(() => void ask(!before), before ? QUIET : 0)
    },
    { immediate: true, flush: 'sync' },
  )
  onScopeDispose(() => {
    forget()
    stop()
  })
}

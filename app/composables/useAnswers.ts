import type { Answers } from '#core/air/run/answers'
import { runParts } from '#core/whatIf/runParts'
import { keepAnswers, keptAnswers } from '~/keeping/keptAnswers'
import { callApi } from '~/composables/useApi'
import type { Hired } from '~/workers/hire'

/** The server's answer about a job's runs. */
interface SavedAnswers {
  revision: number
  build: string
  answers: Answers | null
}

/** Wait after the last edit before the circuit is run again, ms. */
const QUIET = 600

/**
 * Keeps the answers of runs of the open job's circuit. They come from the server when the job is opened, and
 * from a worker shortly after each edit that they depend on. They are null until ready; an edit discards them
 * at once.
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
  /** Ends a run for an older plan. An idle worker is kept, because starting a new one takes longer. */
  function forget(): void {
    clearTimeout(timer)
    asked++
    if (running) stop()
    job.answers = null
  }
  /**
   * Answers that the server kept for the opened revision; null if it has none, or if somebody saved meanwhile.
   */
  async function askServer(): Promise<Answers | null> {
    if (job.saveState !== 'saved') return null
    const { revision } = job
    const saved = await callApi<SavedAnswers>(`/api/jobs/${job.id}/answers`).catch(() => null)
    const same = saved?.revision === revision && saved.build === build && job.saveState === 'saved'
    return same ? saved.answers : null
  }
  async function ask(opened: boolean): Promise<void> {
    const number = asked
    // Runs depend only on this text, so the same text gives the same answers.
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
  // Immediately, so that no figure is shown beside a plan that it was not computed for.
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

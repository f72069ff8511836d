import { wrap, type Remote } from 'comlink'
import type { Answers } from '#core/plan/derive'
import type { AnswersWorker } from '~/workers/answers'

/** Wait after the last edit before the circuit is run again, ms. */
const QUIET = 600

/**
 * What runs of the open job's circuit say, worked out in a worker a moment after the last edit; its notes are put beside
 * the derived ones. Null while not ready; a newer plan makes an older answer void.
 */
export function useAnswers() {
  const job = useJob()
  const screen = useScreen()
  const answers = shallowRef<Answers | null>(null)
  let worker: Worker | null = null
  let remote: Remote<AnswersWorker> | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let asked = 0
  function end(): void {
    worker?.terminate()
    worker = null
    remote = null
  }
  watch(() => job.plan, (plan) => {
    clearTimeout(timer)
    const number = ++asked
    answers.value = null
    screen.runNotes = []
    if (!plan) return
    timer = setTimeout(async () => {
      // A run under way for an older plan is of no use any more.
      end()
      worker = new Worker(new URL('../workers/answers.ts', import.meta.url), { type: 'module' })
      remote = wrap<AnswersWorker>(worker)
      const answer = await remote.answer(JSON.parse(JSON.stringify(plan)))
      if (number !== asked) return
      answers.value = answer
      screen.runNotes = answer?.notes ?? []
      end()
    }, QUIET)
  }, { immediate: true })
  onScopeDispose(() => {
    clearTimeout(timer)
    asked++
    screen.runNotes = []
    end()
  })
  return answers
}

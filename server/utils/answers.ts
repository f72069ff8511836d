import { setTimeout as sleep } from 'node:timers/promises'
import type { Answers } from '#core/air/run/answers'
import type { Plan } from '#core/document/types'
import { answersKey, keptAnswers } from '../db/answers'

/** The build of this server; answers of another build are not used. */
export const buildId = (): string => useRuntimeConfig().app.buildId as string

/** Kept answers of runs of a plan's circuit, or null. */
export const answersKept = (plan: Plan): Promise<Answers | null> =>
  keptAnswers(useDatabase(), answersKey(buildId(), plan))

const LOOK_EVERY = 200
const WAIT = 60_000

/** Answers of runs of a job's circuit; waits while the queue makes them. */
export async function answersOf({ id, plan }: { id: string; plan: Plan }): Promise<Answers> {
  const until = Date.now() + WAIT
  let answers = await answersKept(plan)
  if (!answers) await queueAnswers(id, 'now')
  while (!answers && Date.now() < until) {
    await sleep(LOOK_EVERY)
    answers = await answersKept(plan)
  }
  if (!answers)
    throw new ApiError(
      503,
      'not-run',
      'The job’s circuit has not been run yet: the queue that runs it is down or busy. Try again in a minute.',
    )
  return answers
}

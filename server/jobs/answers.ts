import { and, eq } from 'drizzle-orm'
import { createDeriver } from '#core/derive/derive'
import { answerPlan } from '#core/whatIf/runs'
import { summarise } from '#core/jobs/summary'
import { answersKey, keepAnswers, keptAnswers } from '../db/answers'
import type { Database } from '../db/client'
import { readJob } from '../db/jobs'
import { jobs } from '../db/schema'

/** Runs of a job's circuit, made once a revision for everybody who opens it and for the job list. */

/** Name of their queue. */
export const ANSWERS = 'answers'
export interface AnswersAsked {
  shopId: string
  jobId: string
  /** The build that asks, because another one may answer differently. */
  build: string
}

/** Runs a job's current circuit, keeps the answers, and updates the job's summary. */
export async function workAnswers(db: Database, { shopId, jobId, build }: AnswersAsked): Promise<void> {
  const job = await readJob(db, shopId, jobId)
  if (!job) return
  const { plan, revision } = job
  const key = answersKey(build, plan)
  const derive = createDeriver()
  let answers = await keptAnswers(db, key)
  if (!answers) {
    answers = answerPlan(plan, derive(plan))
    await keepAnswers(db, key, answers)
  }
  await db
    .update(jobs)
    .set({ summary: summarise(plan, derive(plan, answers), true) })
    .where(and(eq(jobs.id, jobId), eq(jobs.head, revision)))
}

import { createHash } from 'node:crypto'
import { and, desc, eq, isNull, lt, sql } from 'drizzle-orm'
import type { Answers } from '#core/air/run/answers'
import { runParts } from '#core/whatIf/runParts'
import type { Plan } from '#core/document/types'
import type { Database } from './client'
import { answers, jobs } from './schema'

/**
 * Answers of runs of a plan's circuit, kept under what they depend on and the build that ran them: every
 * revision with the same circuit, truck and hauls shares them, and no other can get them.
 */

/** Answers that were not renewed for this long are deleted; if they are needed again, they are run again. */
const KEPT_FOR = sql`now() - interval '90 days'`

/** Key under which a build keeps a plan's answers. */
export const answersKey = (build: string, plan: Plan): string =>
  createHash('sha256')
    .update(JSON.stringify([build, runParts(plan)]))
    .digest('hex')

export async function keptAnswers(db: Database, key: string): Promise<Answers | null> {
  const [row] = await db.select({ answers: answers.answers }).from(answers).where(eq(answers.key, key))
  return row?.answers ?? null
}

export async function keepAnswers(db: Database, key: string, made: Answers): Promise<void> {
  await db.insert(answers).values({ key, answers: made }).onConflictDoNothing()
  await db.delete(answers).where(lt(answers.madeAt, KEPT_FOR))
}

/** Most jobs that a server runs unasked when it starts; others run when they are opened. */
const MOST_AT_START = 50

/** The most recently edited jobs whose circuit has not been run since. */
export async function notRun(db: Database, shopId: string): Promise<string[]> {
  const rows = await db
    .select({ id: jobs.id })
    .from(jobs)
    .where(
      and(
        eq(jobs.shopId, shopId),
        isNull(jobs.archivedAt),
        sql`${jobs.summary}->>'ran' is distinct from 'true'`,
      ),
    )
    .orderBy(desc(jobs.updatedAt))
    .limit(MOST_AT_START)
  return rows.map((row) => row.id)
}

import { eq } from 'drizzle-orm'
import type { Database } from './client'
import type { Who } from './jobs'
import { gaugeLogs } from './schema'

/** Running gauge logs, kept so that a restarted server continues them. */

export interface KeptLog {
  who: Who
  job: string
  test: string
  /** Interval, s. */
  every: number
}

export async function keepLog(db: Database, { who, job, test, every }: KeptLog): Promise<void> {
  const values = { jobId: job, ...who, test, every: Math.round(every) }
  await db.insert(gaugeLogs).values(values).onConflictDoUpdate({ target: gaugeLogs.jobId, set: values })
}

export async function forgetLog(db: Database, job: string): Promise<void> {
  await db.delete(gaugeLogs).where(eq(gaugeLogs.jobId, job))
}

export async function keptLogs(db: Database): Promise<KeptLog[]> {
  const rows = await db.select().from(gaugeLogs)
  return rows.map(({ jobId, shopId, authorId, test, every }) => ({
    who: { shopId, authorId },
    job: jobId,
    test,
    every,
  }))
}

import { and, eq, ne, sql } from 'drizzle-orm'
import { ownTimes, type OwnTime } from '#core/build/ownTimes'
import type { BuildPlan } from '#core/document/types'
import type { Database } from './client'
import { jobs, revisions } from './schema'

/** Most jobs that are read: those changed last. */
const MOST = 100

/** How long steps took on all jobs of a shop but one, by kind of step, from their ticks. */
export async function stepTimes(
  db: Database,
  shopId: string,
  without: string,
): Promise<Record<string, OwnTime>> {
  const ticks = sql<BuildPlan['ticks']>`coalesce(${revisions.plan}->'build'->'ticks', '{}'::jsonb)`
  const rows = await db
    .select({ ticks })
    .from(jobs)
    .innerJoin(revisions, and(eq(revisions.jobId, jobs.id), eq(revisions.number, jobs.head)))
    .where(and(eq(jobs.shopId, shopId), ne(jobs.id, without)))
    .orderBy(sql`${revisions.createdAt} desc`)
    .limit(MOST)
  return ownTimes(rows.map((row) => row.ticks))
}

import { and, eq, ne, sql } from 'drizzle-orm'
import type { LeakPlaceKind } from '#core/document/types'
import type { Database } from './client'
import { jobs, revisions } from './schema'

/** Leaks that a shop repaired on all its jobs but one, by kind of place. */
export async function leaksPutRight(
  db: Database,
  shopId: string,
  without: string,
): Promise<Partial<Record<LeakPlaceKind, number>>> {
  const repair = sql`jsonb_each(coalesce(${revisions.plan}->'prove'->'repairs', '{}'::jsonb)) as repair`
  const kind = sql<LeakPlaceKind>`repair.value->>'kind'`
  const rows = await db
    .select({ kind, count: sql<number>`count(*)::int` })
    .from(jobs)
    .innerJoin(revisions, and(eq(revisions.jobId, jobs.id), eq(revisions.number, jobs.head)))
    .innerJoin(repair, sql`true`)
    .where(and(eq(jobs.shopId, shopId), ne(jobs.id, without)))
    .groupBy(kind)
  return Object.fromEntries(rows.map((row) => [row.kind, row.count]))
}

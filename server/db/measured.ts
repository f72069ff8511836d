import { and, eq, ne, sql } from 'drizzle-orm'
import type { MeasuredOn } from '#core/document/exchange'
import type { TruckKind } from '#core/document/types'
import type { Database } from './client'
import { jobs } from './schema'

/** Measured line lengths on one kind of truck, over all jobs of a shop but one. */
export async function measuredOn(
  db: Database,
  shopId: string,
  kind: TruckKind,
  without: string,
): Promise<MeasuredOn> {
  const sum = (key: 'lines' | 'runs' | 'real') =>
    sql<number>`coalesce(sum((${jobs.summary}->'measured'->>${sql.raw(`'${key}'`)})::float8), 0)::float8`
  const [row] = await db
    .select({ jobs: sql<number>`count(*)::int`, lines: sum('lines'), runs: sum('runs'), real: sum('real') })
    .from(jobs)
    .where(
      and(eq(jobs.shopId, shopId), ne(jobs.id, without), sql`${jobs.summary}->'measured'->>'kind' = ${kind}`),
    )
  return row!
}

import { randomUUID } from 'node:crypto'
import { setImmediate as breathe } from 'node:timers/promises'
import { and, eq, inArray, lt, or, sql } from 'drizzle-orm'
import { setsToTry, type SetTried } from '#core/air/run/whichSet'
import { trySet } from '#core/whatIf/runs'
import type { Database } from '../db/client'
import { readJob, type Who } from '../db/jobs'
import { sweeps } from '../db/schema'

/** Sweeps over all sets of a job: queued, run one set at a time, read, stopped. */

export type SweepRow = typeof sweeps.$inferSelect

/** Name of their queue. */
export const SWEEP = 'sweep'
/** Most sweeps of a shop at the same time. */
const MOST_OF_A_SHOP = 4
const UNDER_WAY: SweepRow['state'][] = ['waiting', 'running']

export type Asked = { row: SweepRow } | { problem: 'no-job' | 'one-at-a-time' | 'too-many' }

/** A sweep of a job at its newest revision, waiting; done at once if there is no set to try. */
export async function askSweep(db: Database, who: Who, jobId: string): Promise<Asked> {
  const job = await readJob(db, who.shopId, jobId)
  if (!job) return { problem: 'no-job' }
  const there = await db
    .select({ jobId: sweeps.jobId })
    .from(sweeps)
    .where(and(eq(sweeps.shopId, who.shopId), inArray(sweeps.state, UNDER_WAY)))
  if (there.some((s) => s.jobId === jobId)) return { problem: 'one-at-a-time' }
  if (there.length >= MOST_OF_A_SHOP) return { problem: 'too-many' }
  const total = setsToTry(job.plan.air).length
  const [row] = await db
    .insert(sweeps)
    .values({ id: randomUUID(), jobId, ...who, total, state: total > 0 ? 'waiting' : 'done' })
    .returning()
  return { row: row! }
}

export async function readSweep(
  db: Database,
  shopId: string,
  jobId: string,
  id: string,
): Promise<SweepRow | null> {
  const [row] = await db
    .select()
    .from(sweeps)
    .where(and(eq(sweeps.id, id), eq(sweeps.jobId, jobId), eq(sweeps.shopId, shopId)))
  return row ?? null
}

/** Stops a sweep; its results so far stay. */
export async function stopSweep(db: Database, shopId: string, jobId: string, id: string): Promise<boolean> {
  const row = await readSweep(db, shopId, jobId, id)
  if (!row) return false
  if (UNDER_WAY.includes(row.state))
    await db.update(sweeps).set({ state: 'stopped' }).where(eq(sweeps.id, id))
  return true
}

/** A sweep without progress for this long has no worker any more. */
const STANDS_STILL = sql`now() - interval '30 seconds'`

/** Sweeps that were started or queued and have no worker: its process was killed. */
export async function stoodStill(db: Database): Promise<string[]> {
  const rows = await db
    .select({ id: sweeps.id })
    .from(sweeps)
    .where(and(inArray(sweeps.state, UNDER_WAY), lt(sweeps.beatAt, STANDS_STILL)))
  return rows.map((row) => row.id)
}

/** Claims a sweep; null if another worker has it, or if there is nothing to do. */
async function claim(db: Database, id: string): Promise<SweepRow | null> {
  const free = or(eq(sweeps.state, 'waiting'), lt(sweeps.beatAt, STANDS_STILL))
  const [row] = await db
    .update(sweeps)
    .set({ state: 'running', beatAt: sql`now()` })
    .where(and(eq(sweeps.id, id), inArray(sweeps.state, UNDER_WAY), free))
    .returning()
  return row ?? null
}

/** Sets tried between two updates of the progress. */
const BATCH = 4

/** Runs a sweep, yielding between sets; it ends when stopped. One that is taken up again starts anew. */
export async function workSweep(db: Database, id: string): Promise<void> {
  const row = await claim(db, id)
  if (!row) return
  const job = await readJob(db, row.shopId, row.jobId)
  if (!job) {
    await db.update(sweeps).set({ state: 'failed', problem: 'The job is gone.' }).where(eq(sweeps.id, id))
    return
  }
  const results: SetTried[] = []
  const choices = setsToTry(job.plan.air)
  for (const [i, choice] of choices.entries()) {
    try {
      results.push(trySet(job.plan, choice))
    } catch {
      // A set that cannot be run on this circuit is left out of the results.
    }
    await breathe()
    const last = i + 1 === choices.length
    if ((i + 1) % BATCH !== 0 && !last) continue
    const kept = await db
      .update(sweeps)
      .set({ state: last ? 'done' : 'running', done: i + 1, results, beatAt: sql`now()` })
      .where(and(eq(sweeps.id, id), eq(sweeps.state, 'running')))
      .returning({ id: sweeps.id })
    if (kept.length === 0) return
  }
}

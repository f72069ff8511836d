import { randomUUID } from 'node:crypto'
import { setImmediate as breathe } from 'node:timers/promises'
import { and, eq, inArray, lt, or, sql } from 'drizzle-orm'
import { setsToTry, type SetTried } from '#core/air/run/whichSet'
import { trySet } from '#core/whatIf/runs'
import type { Database } from '../db/client'
import { readJob, type Who } from '../db/jobs'
import { sweeps } from '../db/schema'

/** Sweeps over all sets of a job: asked for, worked off one set at a time, looked at, stopped. */

export type SweepRow = typeof sweeps.$inferSelect

/** The queue of them. */
export const SWEEP = 'sweep'
/** Sweeps a shop may have under way. */
const MOST_OF_A_SHOP = 4
const UNDER_WAY: SweepRow['state'][] = ['waiting', 'running']

export type Asked = { row: SweepRow } | { problem: 'no-job' | 'one-at-a-time' | 'too-many' }

/** A sweep of a job at its newest revision, waiting; done at once when there is no set to try. */
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

/** Stops a sweep; what it found so far stays. */
export async function stopSweep(db: Database, shopId: string, jobId: string, id: string): Promise<boolean> {
  const row = await readSweep(db, shopId, jobId, id)
  if (!row) return false
  if (UNDER_WAY.includes(row.state))
    await db.update(sweeps).set({ state: 'stopped' }).where(eq(sweeps.id, id))
  return true
}

/** Nobody works on a sweep that stood still for this long. */
const STANDS_STILL = sql`now() - interval '30 seconds'`

/** Sweeps that were begun or queued and that nobody works on: whoever did was killed. */
export async function stoodStill(db: Database): Promise<string[]> {
  const rows = await db
    .select({ id: sweeps.id })
    .from(sweeps)
    .where(and(inArray(sweeps.state, UNDER_WAY), lt(sweeps.beatAt, STANDS_STILL)))
  return rows.map((row) => row.id)
}

/** Takes a sweep for oneself; null when another works on it, or there is nothing to do. */
async function claim(db: Database, id: string): Promise<SweepRow | null> {
  const free = or(eq(sweeps.state, 'waiting'), lt(sweeps.beatAt, STANDS_STILL))
  const [row] = await db
    .update(sweeps)
    .set({ state: 'running', beatAt: sql`now()` })
    .where(and(eq(sweeps.id, id), inArray(sweeps.state, UNDER_WAY), free))
    .returning()
  return row ?? null
}

/** Sets tried between two writes of how far it is. */
const BATCH = 4

/** Works a sweep off, giving way between sets; a stopped one ends. Taken up again it begins anew. */
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
      // A set that cannot be run on this circuit is simply not among the answers.
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

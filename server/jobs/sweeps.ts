import { randomUUID } from 'node:crypto'
import { setImmediate as breathe } from 'node:timers/promises'
import { and, eq } from 'drizzle-orm'
import { setsToTry, type SetTried } from '#core/air/run/whichSet'
import { trySet } from '#core/derive/runs'
import type { Database } from '../db/client'
import { readJob, type Who } from '../db/jobs'
import { sweeps } from '../db/schema'

/** Sweeps over all sets of a job: asked for, worked off one set at a time, looked at, stopped. */

export type SweepRow = typeof sweeps.$inferSelect

/** A sweep of a job at its newest revision, waiting; null when there is no such job. */
export async function askSweep(db: Database, who: Who, jobId: string): Promise<SweepRow | null> {
  const job = await readJob(db, who.shopId, jobId)
  if (!job) return null
  const [row] = await db
    .insert(sweeps)
    .values({ id: randomUUID(), jobId, ...who, total: setsToTry(job.plan.air).length })
    .returning()
  return row!
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
  if (row.state === 'waiting' || row.state === 'running')
    await db.update(sweeps).set({ state: 'stopped' }).where(eq(sweeps.id, id))
  return true
}

/** Sets tried between two writes of how far it is. */
const BATCH = 4

/** Works a sweep off, giving way to requests between sets; a stopped one ends. Taken up again it begins anew. */
export async function workSweep(db: Database, id: string): Promise<void> {
  const [row] = await db.select().from(sweeps).where(eq(sweeps.id, id))
  if (!row || row.state === 'stopped' || row.state === 'done') return
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
    if ((i + 1) % BATCH !== 0 && i + 1 < choices.length) continue
    const last = i + 1 === choices.length
    const kept = await db
      .update(sweeps)
      .set({ state: last ? 'done' : 'running', done: i + 1, results })
      .where(and(eq(sweeps.id, id), eq(sweeps.state, i < BATCH ? row.state : 'running')))
      .returning({ id: sweeps.id })
    if (kept.length === 0) return
  }
}

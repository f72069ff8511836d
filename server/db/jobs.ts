import { and, desc, eq, gt, ilike, type SQL } from 'drizzle-orm'
import type { Edit } from '#core/document/edit'
import type { HandInAnswer } from '#core/document/exchange'
import type { KeptEdit } from '#core/document/handIn'
import { createDeriver } from '#core/derive/derive'
import { changedPlanProblem, checkPlan, type PlanProblem } from '#core/document/schema'
import { summarise, type JobSummary } from '#core/derive/summary'
import { upgradePlan } from '#core/document/upgrade'
import type { Plan } from '#core/document/types'
import type { Database } from './client'
import { databaseNow, handIn, type Shelf } from './handIn'
import { newestPlan, rememberPlan, type NewestPlan } from './newestPlans'
import { jobs, people, revisions } from './schema'

/** Everything the server does with jobs, apart from HTTP. */

export interface Who {
  shopId: string
  authorId: string
}
export interface JobRow {
  id: string
  head: number
  summary: JobSummary
  updatedAt: Date
}

const PAGE = 50

/** A page of jobs, newest first, optionally those whose name, number, customer or vehicle holds a text. */
export async function listJobs(
  db: Database,
  shopId: string,
  search: string,
  page: number,
): Promise<{ jobs: JobRow[]; total: number; pageSize: number }> {
  const pattern = `%${search.replace(/[\\%_]/g, (c) => `\\${c}`)}%`
  const mine = and(eq(jobs.shopId, shopId), search ? ilike(jobs.search, pattern) : undefined)
  const [rows, total] = await Promise.all([
    db
      .select({ id: jobs.id, head: jobs.head, summary: jobs.summary, updatedAt: jobs.updatedAt })
      .from(jobs)
      .where(mine)
      .orderBy(desc(jobs.updatedAt), jobs.id)
      .limit(PAGE)
      .offset(page * PAGE),
    db.$count(jobs, mine),
  ])
  return { jobs: rows, total, pageSize: PAGE }
}

export type Created = { ok: true; id: string } | { ok: false; problems: PlanProblem[] }

/** A new job with its first revision, made `at` a time, now by the database's clock. Validates the plan whatever its source. */
export async function createJob(
  db: Database,
  who: Who,
  id: string,
  value: unknown,
  at: Date | SQL = databaseNow,
): Promise<Created> {
  const { plan, problems } = checkPlan(value)
  if (problems) return { ok: false, problems }
  const summary = summarise(plan, createDeriver()(plan))
  await db.transaction(async (tx) => {
    await tx.insert(jobs).values({ id, ...who, head: 1, summary, createdAt: at, updatedAt: at })
    await tx.insert(revisions).values({ jobId: id, number: 1, ...who, base: 0, plan, edits: [] })
  })
  return { ok: true, id }
}

/** A job at its newest revision, or null. */
export async function readJob(
  db: Database,
  shopId: string,
  id: string,
): Promise<{ id: string; revision: number; plan: Plan } | null> {
  const [row] = await db
    .select({ id: jobs.id, revision: revisions.number, plan: revisions.plan })
    .from(jobs)
    .innerJoin(revisions, and(eq(revisions.jobId, jobs.id), eq(revisions.number, jobs.head)))
    .where(and(eq(jobs.id, id), eq(jobs.shopId, shopId)))
  return row ? { ...row, plan: upgradePlan(row.plan) as Plan } : null
}

export interface HistoryRow {
  number: number
  author: string
  at: Date
  edits: Edit[]
}

/** The newest revisions' edits, oldest first: enough to fold undo and redo, and to show who did what. */
export async function readHistory(
  db: Database,
  shopId: string,
  id: string,
  limit = 400,
): Promise<HistoryRow[]> {
  const rows = await db
    .select({
      number: revisions.number,
      author: people.name,
      at: revisions.createdAt,
      edits: revisions.edits,
    })
    .from(revisions)
    .innerJoin(people, eq(people.id, revisions.authorId))
    .where(and(eq(revisions.jobId, id), eq(revisions.shopId, shopId)))
    .orderBy(desc(revisions.number))
    .limit(limit)
  return rows.reverse()
}

/**
 * Where a job's revisions lie; null when there is no such job in the shop. The head stays locked until the end.
 * @param wrote told what was written, which stands only once the transaction is through.
 */
async function jobShelf(
  tx: Database,
  who: Who,
  id: string,
  wrote: (newest: NewestPlan) => void,
): Promise<Shelf<Plan> | null> {
  const [job] = await tx
    .select({ head: jobs.head, updatedAt: jobs.updatedAt })
    .from(jobs)
    .where(and(eq(jobs.id, id), eq(jobs.shopId, who.shopId)))
    .for('update')
  if (!job) return null
  const known = newestPlan(id, job.head, job.updatedAt)
  return {
    doc: `job:${id}`,
    head: job.head,
    async at(number) {
      if (known && number === job.head) return known.plan
      const [row] = await tx
        .select({ plan: revisions.plan })
        .from(revisions)
        .where(and(eq(revisions.jobId, id), eq(revisions.number, number)))
      return row ? (upgradePlan(row.plan) as Plan) : null
    },
    since: (base) =>
      tx
        .select({
          number: revisions.number,
          author: people.name,
          at: revisions.createdAt,
          edits: revisions.edits,
        })
        .from(revisions)
        .innerJoin(people, eq(people.id, revisions.authorId))
        .where(and(eq(revisions.jobId, id), gt(revisions.number, base)))
        .orderBy(revisions.number),
    problem: (plan) =>
      known ? changedPlanProblem(plan, known.plan) : (checkPlan(plan).problems?.[0]?.message ?? null),
    async write(number, plan, edits) {
      const base = Math.min(...edits.map((e) => e.base))
      const authorId = edits.at(-1)!.who
      await tx
        .insert(revisions)
        .values({ jobId: id, number, shopId: who.shopId, authorId, base, plan, edits })
      const derive = known?.derive ?? createDeriver()
      const [row] = await tx
        .update(jobs)
        .set({ head: number, summary: summarise(plan, derive(plan)), updatedAt: databaseNow })
        .where(eq(jobs.id, id))
        .returning({ updatedAt: jobs.updatedAt })
      wrote({ revision: number, updatedAt: row!.updatedAt, plan, derive })
    },
  }
}

/** Hands edits in to a job; null when there is no such job in the shop. */
export async function handInToJob(
  db: Database,
  who: Who,
  id: string,
  edits: KeptEdit[],
): Promise<HandInAnswer<Plan> | null> {
  let written: NewestPlan | null = null
  const answer = await db.transaction(async (tx) => {
    const shelf = await jobShelf(tx, who, id, (newest) => (written = newest))
    return shelf && handIn(tx, shelf, edits)
  })
  if (written) rememberPlan(id, written)
  return answer
}

import { and, desc, eq, gt, ilike, isNotNull, isNull, sql, type SQL } from 'drizzle-orm'
import type { Edit } from '#core/document/edit'
import type { HandInAnswer } from '#core/document/exchange'
import type { KeptEdit } from '#core/document/handIn'
import { createDeriver } from '#core/derive/derive'
import { MOST_PLANS } from '#core/document/file'
import { changedPlanProblem, checkPlan, type PlanProblem } from '#core/document/schema'
import { summarise, type JobSummary } from '#core/jobs/summary'
import { upgradePlan } from '#core/document/upgrade'
import { STAGES, type StageName } from '#core/quantity/figure'
import type { Plan } from '#core/document/types'
import type { Database } from './client'
import { databaseNow, handIn, type Shelf } from './handIn'
import { newestPlan, rememberPlan, type NewestPlan } from './newestPlans'
import { jobs, people, revisions } from './schema'

/** All operations on jobs, apart from HTTP. */

export interface Who {
  shopId: string
  authorId: string
}
export interface JobRow {
  id: string
  head: number
  summary: JobSummary
  /** Its author. */
  author: string
  updatedAt: Date
}

const PAGE = 50

/** Query of the job list. */
export interface JobQuery {
  /** Part of a name, number, customer or truck. */
  search: string
  page: number
  sort: JobSort
  /** Archived jobs, or those in work. */
  archived: boolean
  /** Only jobs with a Stop. */
  stopped: boolean
  /** Only jobs whose first stage that is not clear is this one; `done` for those handed over. */
  at: StageName | 'done' | null
  /** Only jobs begun by this person. */
  who: string | null
}
export const JOB_SORTS = ['changed', 'name', 'customer', 'check'] as const
export type JobSort = (typeof JOB_SORTS)[number]
export const EVERY_JOB: JobQuery = {
  search: '',
  page: 0,
  sort: 'changed',
  archived: false,
  stopped: false,
  at: null,
  who: null,
}

const said = (key: 'name' | 'customer' | 'nextCheck') => sql`lower(${jobs.summary}->>${sql.raw(`'${key}'`)})`
/** Empty values come last, because a job without a customer or a check should not be the first. */
const filledFirst = (key: 'customer' | 'nextCheck') => sql`nullif(${said(key)}, '') asc nulls last`
const ORDER: Record<JobSort, SQL[]> = {
  changed: [desc(jobs.updatedAt)],
  name: [sql`${said('name')} asc`],
  customer: [filledFirst('customer')],
  check: [filledFirst('nextCheck')],
}
/** The first stage of a job that is not clear, as text; null if it is handed over, including accepted notes. */
const standsAt = sql.join(
  [
    sql`case when ${jobs.summary}->'states'->>'handover' = 'clear' then null`,
    ...STAGES.map(
      (stage) =>
        sql`when ${jobs.summary}->'states'->>${sql.raw(`'${stage}'`)} <> 'clear' then ${sql.raw(`'${stage}'`)}`,
    ),
    sql`end`,
  ],
  sql` `,
)

/** Condition for the jobs of a shop that match a query. */
function matching(shopId: string, { search, archived, stopped, at, who }: JobQuery): SQL | undefined {
  const pattern = `%${search.replace(/[\\%_]/g, (c) => `\\${c}`)}%`
  return and(
    eq(jobs.shopId, shopId),
    archived ? isNotNull(jobs.archivedAt) : isNull(jobs.archivedAt),
    search ? ilike(jobs.search, pattern) : undefined,
    stopped ? sql`(${jobs.summary}->'notes'->>'stop')::int > 0` : undefined,
    at === null ? undefined : at === 'done' ? sql`${standsAt} is null` : sql`${standsAt} = ${at}`,
    who === null ? undefined : eq(jobs.authorId, who),
  )
}

/** A page of the jobs that match a query. */
export async function listJobs(
  db: Database,
  shopId: string,
  asked: Partial<JobQuery> = {},
): Promise<{ jobs: JobRow[]; total: number; pageSize: number }> {
  const query = { ...EVERY_JOB, ...asked }
  const mine = matching(shopId, query)
  const [rows, total] = await Promise.all([
    db
      .select({
        id: jobs.id,
        head: jobs.head,
        summary: jobs.summary,
        author: people.name,
        updatedAt: jobs.updatedAt,
      })
      .from(jobs)
      .innerJoin(people, eq(people.id, jobs.authorId))
      .where(mine)
      .orderBy(...ORDER[query.sort], jobs.id)
      .limit(PAGE)
      .offset(query.page * PAGE),
    db.$count(jobs, mine),
  ])
  return { jobs: rows, total, pageSize: PAGE }
}

/** The newest plans of the matching jobs, in the order of the list, as many as one file holds. */
export async function listPlans(db: Database, shopId: string, query: JobQuery): Promise<Plan[]> {
  const rows = await db
    .select({ plan: revisions.plan })
    .from(jobs)
    .innerJoin(revisions, and(eq(revisions.jobId, jobs.id), eq(revisions.number, jobs.head)))
    .where(matching(shopId, query))
    .orderBy(...ORDER[query.sort], jobs.id)
    .limit(MOST_PLANS)
  return rows.map(({ plan }) => upgradePlan(plan) as Plan)
}

/** Archives a job, or restores it; false if there is no such job. */
export async function archiveJob(
  db: Database,
  shopId: string,
  id: string,
  archived: boolean,
): Promise<boolean> {
  const changed = await db
    .update(jobs)
    .set({ archivedAt: archived ? databaseNow : null })
    .where(and(eq(jobs.id, id), eq(jobs.shopId, shopId)))
    .returning({ id: jobs.id })
  return changed.length > 0
}

export type Created = { ok: true; id: string } | { ok: false; problems: PlanProblem[] }

/**
 * A new job with its first revision, dated `at` or now by the database's clock. Validates the plan from any
 * source.
 */
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

/** The plan of a job as it was at a revision, or null. */
export async function readRevision(
  db: Database,
  shopId: string,
  id: string,
  number: number,
): Promise<Plan | null> {
  const [row] = await db
    .select({ plan: revisions.plan })
    .from(revisions)
    .where(and(eq(revisions.jobId, id), eq(revisions.number, number), eq(revisions.shopId, shopId)))
  return row ? (upgradePlan(row.plan) as Plan) : null
}

export interface HistoryRow {
  number: number
  author: string
  at: Date
  edits: Edit[]
}

/** Columns of a revision's edits with their author. */
const EDITS_BY = {
  number: revisions.number,
  author: people.name,
  at: revisions.createdAt,
  edits: revisions.edits,
}

/** The newest revisions' edits, oldest first: enough to rebuild undo and redo, and to show who did what. */
export async function readHistory(
  db: Database,
  shopId: string,
  id: string,
  limit = 400,
): Promise<HistoryRow[]> {
  const rows = await db
    .select(EDITS_BY)
    .from(revisions)
    .innerJoin(people, eq(people.id, revisions.authorId))
    .where(and(eq(revisions.jobId, id), eq(revisions.shopId, shopId)))
    .orderBy(desc(revisions.number))
    .limit(limit)
  return rows.reverse()
}

/**
 * Where a job's revisions are; null if the shop has no such job. The head stays locked until the end.
 * @param wrote called with what was written, which is valid only after the transaction
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
        .select(EDITS_BY)
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

/** Hands edits in to a job; null if the shop has no such job. */
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

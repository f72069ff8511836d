import { and, desc, eq, gt, sql } from 'drizzle-orm'
import { applyEdit, type Edit } from '#core/document/edit'
import { createDeriver } from '#core/derive/derive'
import { mergeDocuments, type Conflict } from '#core/document/merge'
import { checkPlan, type PlanProblem } from '#core/document/schema'
import { summarise, type JobSummary } from '#core/derive/summary'
import { upgradePlan } from '#core/document/upgrade'
import type { Plan } from '#core/document/types'
import type { Database } from './client'
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
  const mine = search
    ? and(
        eq(jobs.shopId, shopId),
        sql`(${jobs.summary}->>'name' || ' ' || (${jobs.summary}->>'number') || ' ' || (${jobs.summary}->>'customer') || ' ' || (${jobs.summary}->>'vehicle')) ilike ${pattern}`,
      )
    : eq(jobs.shopId, shopId)
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

/** A new job with its first revision, made `at` a time. Validates the plan whatever its source. */
export async function createJob(
  db: Database,
  who: Who,
  id: string,
  value: unknown,
  at = new Date(),
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

export type Saved =
  | { kind: 'saved'; revision: number; plan: Plan; merged: boolean }
  | { kind: 'missing' }
  | { kind: 'invalid'; problems: PlanProblem[] }
  | { kind: 'conflict'; conflicts: Conflict[]; revision: number; plan: Plan }

/**
 * Saves edits that began from revision `base` as a new revision. When others saved since, the three versions are merged;
 * where both changed the same place differently nothing is written and the places are returned.
 * Edits already saved (a retry after a lost answer) are not applied twice.
 */
export async function saveEdits(
  db: Database,
  who: Who,
  id: string,
  base: number,
  edits: Edit[],
): Promise<Saved> {
  return db.transaction(async (tx) => {
    // The lock on the head makes two saves of one job take turns.
    const [head] = await tx
      .select({ head: jobs.head })
      .from(jobs)
      .where(and(eq(jobs.id, id), eq(jobs.shopId, who.shopId)))
      .for('update')
    if (!head) return { kind: 'missing' }
    const later = await tx
      .select({ edits: revisions.edits })
      .from(revisions)
      .where(and(eq(revisions.jobId, id), gt(revisions.number, base)))
    const known = new Set(later.flatMap((r) => r.edits.map((e) => e.id)))
    const fresh = edits.filter((e) => !known.has(e.id))
    const planAt = async (number: number) =>
      upgradePlan(
        (
          await tx
            .select({ plan: revisions.plan })
            .from(revisions)
            .where(and(eq(revisions.jobId, id), eq(revisions.number, number)))
        )[0]?.plan,
      ) as Plan | undefined
    const theirs = (await planAt(head.head))!
    if (fresh.length === 0)
      return { kind: 'saved', revision: head.head, plan: theirs, merged: head.head !== base }
    const began = base === head.head ? theirs : await planAt(base)
    if (!began) return { kind: 'missing' }
    let mine: Plan
    try {
      mine = edits.reduce((plan, edit) => applyEdit(plan, edit.patches), began)
    } catch (error) {
      return { kind: 'invalid', problems: [{ path: '', message: (error as Error).message }] }
    }
    const { merged, conflicts } = mergeDocuments(began, mine, theirs)
    if (conflicts.length > 0) return { kind: 'conflict', conflicts, revision: head.head, plan: theirs }
    const { plan, problems } = checkPlan(merged)
    if (problems) return { kind: 'invalid', problems }
    const number = head.head + 1
    await tx.insert(revisions).values({ jobId: id, number, ...who, base, plan, edits: fresh })
    await tx
      .update(jobs)
      .set({ head: number, summary: summarise(plan, createDeriver()(plan)), updatedAt: new Date() })
      .where(eq(jobs.id, id))
    return { kind: 'saved', revision: number, plan, merged: base !== head.head }
  })
}

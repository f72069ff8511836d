import { and, eq, gt, inArray, sql } from 'drizzle-orm'
import type { Edit } from '#core/document/edit'
import type { ClashPlace, HandInAnswer } from '#core/document/exchange'
import { takeIn, type KeptEdit } from '#core/document/handIn'
import type { Conflict } from '#core/document/merge'
import type { Database } from './client'
import { tellChange } from './live'
import { heldEdits } from './schema'

/** The columns of a saved revision that handing in reads. */
export interface PastRevision {
  number: number
  author: string
  at: Date
  edits: KeptEdit[]
}

/** Where the revisions of one document are. Reads and writes happen in one transaction that locks its head. */
export interface Shelf<T> {
  doc: string
  head: number
  at: (revision: number) => Promise<T | null>
  /** Revisions after `base`, oldest first. */
  since: (base: number) => Promise<PastRevision[]>
  /** What is wrong with a document, in a sentence, or null. */
  problem: (document: T) => string | null
  write: (number: number, document: T, edits: KeptEdit[]) => Promise<void>
}

/** Who last changed a place, and when: from the newest revision with an edit of it by somebody else. */
function lastAt(place: Conflict, past: PastRevision[], streams: Set<string>): ClashPlace {
  const touches = ({ patches }: Edit) =>
    patches.some(({ path }) =>
      path.slice(0, place.path.length).every((key, i) => String(key) === place.path[i]),
    )
  const theirs = past.filter((r) => r.edits.some((e) => !streams.has(e.line) && touches(e))).at(-1)
  return { ...place, who: theirs?.author ?? '', at: theirs?.at.toISOString() ?? '' }
}

/** Applies the edits that fit, and sets aside, one by one, those that would leave an invalid document. */
function takeInWhole<T>(shelf: Shelf<T>, held: Parameters<typeof takeIn<T>>[0], edits: KeptEdit[]) {
  const whole = takeIn(held, edits)
  if (shelf.problem(whole.merged) === null) return whole
  return takeIn(held, edits, shelf.problem)
}

/**
 * Hands edits in to a document. Known edits are not applied twice, and edits that cannot be applied are refused
 * one by one. If others changed the same place differently, nothing is written and the places are returned.
 */
export async function handIn<T>(tx: Database, shelf: Shelf<T>, edits: KeptEdit[]): Promise<HandInAnswer<T>> {
  const { doc, head } = shelf
  const ids = edits.map((e) => e.id)
  const known = new Set(
    (
      await tx
        .select({ id: heldEdits.editId })
        .from(heldEdits)
        .where(and(eq(heldEdits.doc, doc), inArray(heldEdits.editId, ids)))
    ).map((row) => row.id),
  )
  const fresh = edits.filter((e, i) => !known.has(e.id) && ids.indexOf(e.id) === i)
  const document = (await shelf.at(head))!
  const past = await shelf.since(Math.min(...edits.map((e) => e.base)))
  const streams = new Set(edits.map((e) => e.line))
  const others = past.some((r) => r.edits.some((e) => !streams.has(e.line)))
  const standing = { doc, revision: head, document, holds: [...known], refused: [], others, clash: null }
  if (fresh.length === 0) return standing

  const bases = new Map<number, T | null>([[head, document]])
  for (const { base } of fresh) if (!bases.has(base)) bases.set(base, await shelf.at(base))
  const held = {
    head: document,
    at: (revision: number) => bases.get(revision) ?? null,
    since: (base: number) => past.filter((r) => r.number > base).flatMap((r) => r.edits),
  }
  const { merged, conflicts, refused } = takeInWhole(shelf, held, fresh)
  if (conflicts.length > 0)
    return {
      ...standing,
      refused,
      clash: { places: conflicts.map((c) => lastAt(c, past, streams)), proposal: merged },
    }
  const taken = fresh.filter((e) => !refused.some((r) => r.id === e.id))
  if (taken.length === 0) return { ...standing, refused }
  const revision = head + 1
  await shelf.write(revision, merged, taken)
  const now = [...new Set(taken.flatMap((e) => [e.id, ...(e.replaces ?? [])]))]
  await tx
    .insert(heldEdits)
    .values(now.map((editId) => ({ doc, editId, revision })))
    .onConflictDoNothing()
  await tellChange(tx, { doc, revision, who: taken.at(-1)!.who, label: taken.at(-1)!.label })
  return { ...standing, revision, document: merged, holds: [...known, ...taken.map((e) => e.id)], refused }
}

/** Ids of a document's edits saved after a revision. */
export async function heldSince(db: Database, doc: string, since: number): Promise<string[]> {
  const rows = await db
    .select({ id: heldEdits.editId })
    .from(heldEdits)
    .where(and(eq(heldEdits.doc, doc), gt(heldEdits.revision, since)))
    .limit(5000)
  return rows.map((row) => row.id)
}

/** Time of the database's clock, the only one that decides order. */
export const databaseNow = sql`now()`

import { and, eq, gt, inArray, lt, sql } from 'drizzle-orm'
import type { Database } from './client'
import { people, present } from './schema'

/** Messages to every open page of a document, through the database, whichever server saved it. */
export interface Change {
  doc: string
  revision: number
  who: string
  label: string
}

export const CHANNEL = 'np_live'

/** Announces a change, or that somebody came or left (`revision` 0), when the transaction commits. */
export async function tellChange(tx: Database, change: Change): Promise<void> {
  await tx.execute(sql`select pg_notify(${CHANNEL}, ${JSON.stringify(change)})`)
}

/** A page that has not reported for this long counts as closed. */
const GONE_AFTER = sql`now() - interval '45 seconds'`

/** Records open pages, each with its documents. A page whose user is unknown is left out. */
export async function stayPresent(
  db: Database,
  pages: readonly { here: string; docs: readonly string[]; person: string | null }[],
): Promise<void> {
  const rows = pages.flatMap(({ here, docs, person }) =>
    person === null ? [] : docs.map((doc) => ({ doc, tab: here, personId: person })),
  )
  if (rows.length === 0) return
  await db
    .insert(present)
    .values(rows)
    .onConflictDoUpdate({
      target: [present.doc, present.tab],
      set: { personId: sql`excluded.person_id`, seenAt: sql`now()` },
    })
}

/** Forgets pages that have not reported for a long time. */
export async function removeGone(db: Database): Promise<void> {
  await db.delete(present).where(lt(present.seenAt, GONE_AFTER))
}

export async function leave(db: Database, tab: string): Promise<void> {
  await db.delete(present).where(eq(present.tab, tab))
}

/** Who has which of the given documents open. */
export async function whoIsPresent(
  db: Database,
  docs: readonly string[],
): Promise<{ doc: string; tab: string; name: string }[]> {
  return db
    .select({ doc: present.doc, tab: present.tab, name: people.name })
    .from(present)
    .innerJoin(people, eq(people.id, present.personId))
    .where(and(inArray(present.doc, [...docs]), gt(present.seenAt, GONE_AFTER)))
}

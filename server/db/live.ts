import { and, eq, gt, lt, sql } from 'drizzle-orm'
import type { Database } from './client'
import { people, present } from './schema'

/** What is told to every open page of a document, through the database, whichever server saved it. */
export interface Change {
  doc: string
  revision: number
  who: string
  label: string
}

export const CHANNEL = 'np_live'

/** Tells a change, or that somebody came or went (`revision` 0), once the transaction is through. */
export async function tellChange(tx: Database, change: Change): Promise<void> {
  await tx.execute(sql`select pg_notify(${CHANNEL}, ${JSON.stringify(change)})`)
}

/** A page not heard of for this long is closed. */
const GONE_AFTER = sql`now() - interval '45 seconds'`

export async function stayPresent(db: Database, doc: string, tab: string, personId: string): Promise<void> {
  await db
    .insert(present)
    .values({ doc, tab, personId })
    .onConflictDoUpdate({ target: [present.doc, present.tab], set: { personId, seenAt: sql`now()` } })
  await db.delete(present).where(lt(present.seenAt, GONE_AFTER))
}

export async function leave(db: Database, doc: string, tab: string): Promise<void> {
  await db.delete(present).where(and(eq(present.doc, doc), eq(present.tab, tab)))
}

/** Who has a document open. */
export async function whoIsPresent(db: Database, doc: string): Promise<{ tab: string; name: string }[]> {
  return db
    .select({ tab: present.tab, name: people.name })
    .from(present)
    .innerJoin(people, eq(people.id, present.personId))
    .where(and(eq(present.doc, doc), gt(present.seenAt, GONE_AFTER)))
}

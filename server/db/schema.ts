import { sql } from 'drizzle-orm'
import {
  type AnyPgColumn,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
} from 'drizzle-orm/pg-core'
import type { Answers } from '#core/air/run/answers'
import type { SetTried } from '#core/air/run/whichSet'
import type { PhotoSubject } from '#core/document/photos'
import type { KeptEdit } from '#core/document/handIn'
import type { ShopSettings } from '#core/document/shop'
import type { JobSummary } from '#core/jobs/summary'
import type { Kit, OwnClass, Plan, Target } from '#core/document/types'
import type { UnitChoice } from '#core/quantity/units'

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' })

/** Every row carries its shop, and its author where a person made it. */
const ofShop = () =>
  text('shop_id')
    .notNull()
    .references(() => shops.id)
const byPerson = () =>
  text('author_id')
    .notNull()
    .references(() => people.id)
const ofJob = () =>
  text('job_id')
    .notNull()
    .references((): AnyPgColumn => jobs.id)

export const shops = pgTable('shops', {
  id: text().primaryKey(),
  name: text().notNull(),
  units: jsonb().$type<UnitChoice>().notNull(),
  /** What a new haul is brought to; null until the shop says. */
  target: jsonb().$type<Target>(),
  /** Classes of parts of its own, by id. */
  parts: jsonb().$type<Record<string, OwnClass>>().notNull().default({}),
  /** Kits as they are sold, by id. */
  kits: jsonb().$type<Record<string, Kit>>().notNull().default({}),
  /** Colours by what a wire is for. */
  colours: jsonb().$type<Record<string, string>>().notNull().default({}),
  /** Number of the newest revision of what it has set. */
  head: integer().notNull().default(1),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
})

export const people = pgTable('people', {
  id: text().primaryKey(),
  shopId: ofShop(),
  name: text().notNull(),
  role: text().notNull().default(''),
})

/** A job's head: the number of its newest revision and what the list shows of it. The plan itself is in revisions. */
export const jobs = pgTable(
  'jobs',
  {
    id: text().primaryKey(),
    shopId: ofShop(),
    authorId: byPerson(),
    head: integer().notNull(),
    summary: jsonb().$type<JobSummary>().notNull(),
    /** What the job list searches. */
    search: text().generatedAlwaysAs(
      sql`(summary->>'name') || ' ' || (summary->>'number') || ' ' || (summary->>'customer') || ' ' || (summary->>'vehicle')`,
    ),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
    updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
    /** Put away since; null while it is worked on. */
    archivedAt: timestamp('archived_at', { withTimezone: true }),
  },
  (table) => [
    index('jobs_by_shop').on(table.shopId, sql`${table.updatedAt} desc`, table.id),
    index('jobs_by_name').on(table.shopId, sql`lower(${table.summary}->>'name')`, table.id),
    index('jobs_by_search').using('gin', table.search.op('gin_trgm_ops')),
  ],
)

/** Every save, never overwritten: the whole plan, the edits that made it, and the revision it began from. */
export const revisions = pgTable(
  'revisions',
  {
    jobId: ofJob(),
    number: integer().notNull(),
    shopId: ofShop(),
    authorId: byPerson(),
    base: integer().notNull(),
    plan: jsonb().$type<Plan>().notNull(),
    edits: jsonb().$type<KeptEdit[]>().notNull(),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.number] })],
)

/** Every save of what a shop has set, never overwritten. The newest also stands in the shop's own row. */
export const shopRevisions = pgTable(
  'shop_revisions',
  {
    shopId: ofShop(),
    number: integer().notNull(),
    /** Null for what stood before revisions were kept. */
    authorId: text('author_id').references(() => people.id),
    settings: jsonb().$type<ShopSettings>().notNull(),
    edits: jsonb().$type<KeptEdit[]>().notNull(),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.number] })],
)

/** Every edit that is held, by the document it belongs to, so that one handed in twice is known. */
export const heldEdits = pgTable(
  'held_edits',
  {
    doc: text().notNull(),
    editId: text('edit_id').notNull(),
    revision: integer().notNull(),
  },
  (table) => [primaryKey({ columns: [table.doc, table.editId] })],
)

/** Who has which document open just now, one row a browser tab, renewed while it stays open. */
export const present = pgTable(
  'present',
  {
    doc: text().notNull(),
    tab: text().notNull(),
    personId: text('person_id')
      .notNull()
      .references(() => people.id),
    seenAt: timestamp('seen_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.doc, table.tab] })],
)

/** What all servers of a database share and nobody types, such as the key that signs who is at a browser. */
export const kept = pgTable('kept', { name: text().primaryKey(), value: text().notNull() })

/** What runs of a circuit say, by what they hang on and the build that ran them. */
export const answers = pgTable('answers', {
  key: text().primaryKey(),
  answers: jsonb().$type<Answers>().notNull(),
  madeAt: timestamp('made_at', { withTimezone: true }).notNull().defaultNow(),
})

/** Photos of jobs, shrunk before they came. */
export const photos = pgTable(
  'photos',
  {
    id: text().primaryKey(),
    jobId: ofJob(),
    shopId: ofShop(),
    authorId: byPerson(),
    subject: text().$type<PhotoSubject>().notNull(),
    caption: text().notNull(),
    width: integer().notNull(),
    height: integer().notNull(),
    bytes: bytea().notNull(),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [index('photos_by_job').on(table.jobId, table.madeAt)],
)

/** Sweeps over many sets, worked off by the queue: how far each is, and what it found. */
export const sweeps = pgTable('sweeps', {
  id: text().primaryKey(),
  jobId: ofJob(),
  shopId: ofShop(),
  authorId: byPerson(),
  state: text().$type<'waiting' | 'running' | 'done' | 'failed' | 'stopped'>().notNull().default('waiting'),
  done: integer().notNull().default(0),
  total: integer().notNull(),
  results: jsonb().$type<SetTried[]>().notNull().default([]),
  problem: text().notNull().default(''),
  /** When it was last worked on: one that stood still is taken up again. */
  beatAt: timestamp('beat_at', { withTimezone: true }).notNull().defaultNow(),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
})

/** Gauge logs under way, one a job: a server that begins anew takes them up. */
export const gaugeLogs = pgTable('gauge_logs', {
  jobId: ofJob().primaryKey(),
  shopId: ofShop(),
  authorId: byPerson(),
  test: text().notNull(),
  /** s of the devices' own time. */
  every: integer().notNull(),
})

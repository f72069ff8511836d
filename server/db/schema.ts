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

/** Every row carries its shop, and its author if a person made it. */
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
  /** Target of a new haul; null until the shop sets it. */
  target: jsonb().$type<Target>(),
  /** The shop's own classes of parts, by id. */
  parts: jsonb().$type<Record<string, OwnClass>>().notNull().default({}),
  /** Kits as they are sold, by id. */
  kits: jsonb().$type<Record<string, Kit>>().notNull().default({}),
  /** Colours by what a wire is for. */
  colours: jsonb().$type<Record<string, string>>().notNull().default({}),
  /** Number of the newest revision of its settings. */
  head: integer().notNull().default(1),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
})

export const people = pgTable('people', {
  id: text().primaryKey(),
  shopId: ofShop(),
  name: text().notNull(),
  role: text().notNull().default(''),
})

/**
 * A job's head: the number of its newest revision and its summary for the list. The plan itself is in
 * revisions.
 */
export const jobs = pgTable(
  'jobs',
  {
    id: text().primaryKey(),
    shopId: ofShop(),
    authorId: byPerson(),
    head: integer().notNull(),
    summary: jsonb().$type<JobSummary>().notNull(),
    /** The text that the job list searches. */
    search: text().generatedAlwaysAs(
      sql`(summary->>'name') || ' ' || (summary->>'number') || ' ' || (summary->>'customer') || ' ' || (summary->>'vehicle')`,
    ),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
    updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
    /** When it was archived; null while it is in work. */
    archivedAt: timestamp('archived_at', { withTimezone: true }),
  },
  (table) => [
    index('jobs_by_shop').on(table.shopId, sql`${table.updatedAt} desc`, table.id),
    index('jobs_by_name').on(table.shopId, sql`lower(${table.summary}->>'name')`, table.id),
    index('jobs_by_search').using('gin', table.search.op('gin_trgm_ops')),
  ],
)

/** Every save, never overwritten: the whole plan, its edits, and the revision it began from. */
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

/** Every save of a shop's settings, never overwritten. The newest is also in the shop's own row. */
export const shopRevisions = pgTable(
  'shop_revisions',
  {
    shopId: ofShop(),
    number: integer().notNull(),
    /** Null for settings from before revisions were kept. */
    authorId: text('author_id').references(() => people.id),
    settings: jsonb().$type<ShopSettings>().notNull(),
    edits: jsonb().$type<KeptEdit[]>().notNull(),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.number] })],
)

/** Every saved edit, by its document, so that one handed in twice is recognised. */
export const heldEdits = pgTable(
  'held_edits',
  {
    doc: text().notNull(),
    editId: text('edit_id').notNull(),
    revision: integer().notNull(),
  },
  (table) => [primaryKey({ columns: [table.doc, table.editId] })],
)

/** Who has which document open, one row a browser tab, renewed while it stays open. */
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

/** Answers of runs of a circuit, by what they depend on and the build that ran them. */
export const answers = pgTable('answers', {
  key: text().primaryKey(),
  answers: jsonb().$type<Answers>().notNull(),
  madeAt: timestamp('made_at', { withTimezone: true }).notNull().defaultNow(),
})

/** Photos of jobs, already shrunk by the page. */
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

/** Sweeps over many sets, run by the queue: progress and results. */
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
  /** When it last made progress: one that stopped is taken up again. */
  beatAt: timestamp('beat_at', { withTimezone: true }).notNull().defaultNow(),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
})

/** Running gauge logs, one a job, continued by a restarted server. */
export const gaugeLogs = pgTable('gauge_logs', {
  jobId: ofJob().primaryKey(),
  shopId: ofShop(),
  authorId: byPerson(),
  test: text().notNull(),
  /** Interval in the devices' own time, s. */
  every: integer().notNull(),
})

import { sql } from 'drizzle-orm'
import { index, integer, jsonb, pgTable, primaryKey, text, timestamp } from 'drizzle-orm/pg-core'
import type { SetTried } from '#core/air/run/whichSet'
import type { Edit } from '#core/document/edit'
import type { JobSummary } from '#core/derive/summary'
import type { OwnClass, Plan, Target } from '#core/document/types'
import type { UnitChoice } from '#core/quantity/units'

/** Every row carries its shop, and its author where a person made it. */

export const shops = pgTable('shops', {
  id: text().primaryKey(),
  name: text().notNull(),
  units: jsonb().$type<UnitChoice>().notNull(),
  /** What a new haul is brought to; null until the shop says. */
  target: jsonb().$type<Target>(),
  /** Classes of parts of its own, by id. */
  parts: jsonb().$type<Record<string, OwnClass>>().notNull().default({}),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
})

export const people = pgTable('people', {
  id: text().primaryKey(),
  shopId: text('shop_id')
    .notNull()
    .references(() => shops.id),
  name: text().notNull(),
  role: text().notNull().default(''),
})

/** A job's head: the number of its newest revision and what the list shows of it. The plan itself is in revisions. */
export const jobs = pgTable(
  'jobs',
  {
    id: text().primaryKey(),
    shopId: text('shop_id')
      .notNull()
      .references(() => shops.id),
    authorId: text('author_id')
      .notNull()
      .references(() => people.id),
    head: integer().notNull(),
    summary: jsonb().$type<JobSummary>().notNull(),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
    updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [index('jobs_by_shop').on(table.shopId, sql`${table.updatedAt} desc`, table.id)],
)

/** Every save, never overwritten: the whole plan, the edits that made it, and the revision it began from. */
export const revisions = pgTable(
  'revisions',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    number: integer().notNull(),
    shopId: text('shop_id')
      .notNull()
      .references(() => shops.id),
    authorId: text('author_id')
      .notNull()
      .references(() => people.id),
    base: integer().notNull(),
    plan: jsonb().$type<Plan>().notNull(),
    edits: jsonb().$type<Edit[]>().notNull(),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.number] })],
)

/** Sweeps over many sets, worked off by the queue: how far each is, and what it found. */
export const sweeps = pgTable('sweeps', {
  id: text().primaryKey(),
  jobId: text('job_id')
    .notNull()
    .references(() => jobs.id),
  shopId: text('shop_id')
    .notNull()
    .references(() => shops.id),
  authorId: text('author_id')
    .notNull()
    .references(() => people.id),
  state: text().$type<'waiting' | 'running' | 'done' | 'failed' | 'stopped'>().notNull().default('waiting'),
  done: integer().notNull().default(0),
  total: integer().notNull(),
  results: jsonb().$type<SetTried[]>().notNull().default([]),
  problem: text().notNull().default(''),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
})

import { sql } from 'drizzle-orm'
import { index, integer, jsonb, pgTable, primaryKey, text, timestamp } from 'drizzle-orm/pg-core'
import type { Edit } from '#core/plan/edit'
import type { JobSummary } from '#core/plan/summary'
import type { Plan } from '#core/plan/types'
import type { UnitChoice } from '#core/quantity/units'

/** Every row carries its shop, and its author where a person made it. */

export const shops = pgTable('shops', {
  id: text().primaryKey(),
  name: text().notNull(),
  units: jsonb().$type<UnitChoice>().notNull(),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
})

export const people = pgTable('people', {
  id: text().primaryKey(),
  shopId: text('shop_id').notNull().references(() => shops.id),
  name: text().notNull(),
  role: text().notNull().default(''),
})

/** A job's head: the number of its newest revision and what the list shows of it. The plan itself is in revisions. */
export const jobs = pgTable('jobs', {
  id: text().primaryKey(),
  shopId: text('shop_id').notNull().references(() => shops.id),
  authorId: text('author_id').notNull().references(() => people.id),
  head: integer().notNull(),
  summary: jsonb().$type<JobSummary>().notNull(),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
}, table => [
  index('jobs_by_shop').on(table.shopId, sql`${table.updatedAt} desc`, table.id),
])

/** Every save, never overwritten: the whole plan, the edits that made it, and the revision it began from. */
export const revisions = pgTable('revisions', {
  jobId: text('job_id').notNull().references(() => jobs.id),
  number: integer().notNull(),
  shopId: text('shop_id').notNull().references(() => shops.id),
  authorId: text('author_id').notNull().references(() => people.id),
  base: integer().notNull(),
  plan: jsonb().$type<Plan>().notNull(),
  edits: jsonb().$type<Edit[]>().notNull(),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
}, table => [primaryKey({ columns: [table.jobId, table.number] })])

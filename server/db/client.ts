import { drizzle, type NodePgQueryResultHKT } from 'drizzle-orm/node-postgres'
import type { PgDatabase } from 'drizzle-orm/pg-core'
import pg from 'pg'
import * as schema from './schema'

/** The database or a transaction of it. */
export type Database = PgDatabase<NodePgQueryResultHKT, typeof schema>

/** How long to wait for a slow database, ms; an unreachable one refuses at once. */
const PATIENCE = 30_000

/**
 * A pool that survives a loss of the database: broken idle clients are dropped, and the next query reconnects.
 */
export function connect(url: string) {
  const pool = new pg.Pool({
    connectionString: url,
    max: 8,
    connectionTimeoutMillis: PATIENCE,
    idleTimeoutMillis: 30_000,
    query_timeout: PATIENCE,
  })
  pool.on('error', () => {})
  pool.on('connect', (client) => client.on('error', () => {}))
  return { db: drizzle(pool, { schema }), pool }
}

/** True if the database cannot answer just now (away, full, too busy); false if the query is wrong. */
export function isAway(error: unknown): boolean {
  for (
    let e = error as { code?: string; message?: string; cause?: unknown } | undefined;
    e;
    e = e.cause as typeof e
  ) {
    if (e.code && /^(ECONN|EPIPE|ENOTFOUND|ETIMEDOUT|08|57P0|53)/.test(e.code)) return true
    if (
      /timeout exceeded when trying to connect|Connection terminated|Query read timeout|ECONNREFUSED/i.test(
        e.message ?? '',
      )
    )
      return true
  }
  return false
}

import { connect, type Database } from '../db/client'

let connected: ReturnType<typeof connect> | null = null

/** Address of the database for the program's ordinary role. */
export function databaseUrl(): string {
  const url = process.env.DATABASE_URL
  if (!url)
    throw new Error('DATABASE_URL is not set. Start with bin/start, which starts the database as well.')
  return url
}

/** The server's database, connected on first use. */
export function useDatabase(): Database {
  connected ??= connect(databaseUrl())
  return connected.db
}

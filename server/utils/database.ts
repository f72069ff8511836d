import { connect, type Database } from '../db/client'

let connected: ReturnType<typeof connect> | null = null

/** The server's database, connected on first use. */
export function useDatabase(): Database {
  connected ??= connect(process.env.DATABASE_URL ?? 'postgres://nimble@127.0.0.1:5432/postgres')
  return connected.db
}

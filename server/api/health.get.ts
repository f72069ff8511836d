import { sql } from 'drizzle-orm'

/** Whether the server answers, and whether its database does. */
export default defineEventHandler(async () => {
  const database = await useDatabase()
    .execute(sql`select 1`)
    .then(
      () => true,
      () => false,
    )
  return { ok: true, pid: process.pid, database }
})

import { sql } from 'drizzle-orm'

/** Which program answers here, whether it works, and whether its database does. */
export default defineEventHandler(async () => {
  const database = await useDatabase()
    .execute(sql`select 1`)
    .then(
      () => true,
      () => false,
    )
  return { program: 'nimble-piston', ok: true, pid: process.pid, database }
})

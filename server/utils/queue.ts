import PgBoss from 'pg-boss'
import { workSweep } from '../jobs/sweeps'

/** The queue in the database: begun with the server, begun again until the database is there. */
const SWEEP = 'sweep'
const AGAIN = 2000
let ready: PgBoss | null = null

export async function startQueue(): Promise<void> {
  const boss = new PgBoss({
    connectionString: process.env.DATABASE_URL ?? 'postgres://nimble@127.0.0.1:5432/postgres',
    max: 2,
  })
  // It goes on by itself once the database is back.
  boss.on('error', () => {})
  try {
    await boss.start()
    await boss.createQueue(SWEEP)
    await boss.work<{ id: string }>(SWEEP, { pollingIntervalSeconds: 0.5 }, async ([job]) => {
      if (job) await workSweep(useDatabase(), job.data.id)
    })
    ready = boss
  } catch {
    await boss.stop({ graceful: false }).catch(() => {})
    setTimeout(() => void startQueue(), AGAIN).unref()
  }
}

/** Queues a sweep. */
export async function queueSweep(id: string): Promise<void> {
  if (!ready)
    throw new ApiError(
      503,
      'queue-away',
      'The server’s queue is not up yet. Try again in a moment, or try the sets here.',
    )
  await ready.send(SWEEP, { id }, { expireInHours: 2, retryLimit: 1 })
}

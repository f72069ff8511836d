import PgBoss from 'pg-boss'
import { SWEEP } from '../jobs/sweeps'

const AGAIN = 2000
let ready: PgBoss | null = null

/** The server's end of the queue: it only puts in; a process of its own works it off. */
export async function openQueue(): Promise<void> {
  const boss = new PgBoss({
    connectionString: databaseUrl(),
    max: 1,
    migrate: false,
    supervise: false,
    schedule: false,
  })
  // It goes on by itself once the database is back.
  boss.on('error', () => {})
  try {
    await boss.start()
    ready = boss
  } catch {
    await boss.stop({ graceful: false }).catch(() => {})
    setTimeout(() => void openQueue(), AGAIN).unref()
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
  await ready.send(SWEEP, { id })
}

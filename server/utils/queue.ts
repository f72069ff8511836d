import PgBoss from 'pg-boss'
import { ANSWERS, type AnswersAsked } from '../jobs/answers'
import { notRun } from '../db/answers'
import { SWEEP } from '../jobs/sweeps'

const AGAIN = 2000
let ready: PgBoss | null = null

/** The server's end of the queue: it only adds; a process of its own does the work. */
export async function openQueue(): Promise<void> {
  const boss = new PgBoss({
    connectionString: databaseUrl(),
    max: 1,
    migrate: false,
    supervise: false,
    schedule: false,
  })
  // It continues by itself once the database is back.
  boss.on('error', () => {})
  try {
    await boss.start()
    ready = boss
    for (const id of await notRun(useDatabase(), shopId())) await queueAnswers(id, 'now')
  } catch {
    await boss.stop({ graceful: false }).catch(() => {})
    setTimeout(() => void openQueue(), AGAIN).unref()
  }
}

/** Edits in quick succession are run once, at the end of this time, s, with the job as it is then. */
const ONE_RUN_IN = 30

/**
 * Has a job's circuit run: at once if somebody waits for it, otherwise once for edits in quick succession.
 * While the queue is not running nothing is run here: whoever opens the job runs it.
 */
export async function queueAnswers(jobId: string, when: 'now' | 'soon' = 'soon'): Promise<void> {
  const asked: AnswersAsked = { shopId: shopId(), jobId, build: buildId() }
  const once = { singletonKey: jobId, singletonSeconds: ONE_RUN_IN, startAfter: ONE_RUN_IN }
  await ready?.send(ANSWERS, asked, when === 'now' ? {} : once).catch(() => null)
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

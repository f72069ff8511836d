import PgBoss from 'pg-boss'
import { ANSWERS, type AnswersAsked } from '../jobs/answers'
import { notRun } from '../db/answers'
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
    for (const id of await notRun(useDatabase(), shopId())) await queueAnswers(id, 'now')
  } catch {
    await boss.stop({ graceful: false }).catch(() => {})
    setTimeout(() => void openQueue(), AGAIN).unref()
  }
}

/** Edits that follow each other are run once in this time, at its end, s: the job as it stands then. */
const ONE_RUN_IN = 30

/**
 * Has a job's circuit run: at once for one who waits for it, else once for edits that follow each other.
 * While the queue is not up nothing is run here: whoever opens the job runs it.
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

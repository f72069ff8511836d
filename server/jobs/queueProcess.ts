import PgBoss from 'pg-boss'
import { connect, isAway } from '../db/client'
import { ANSWERS, workAnswers, type AnswersAsked } from './answers'
import { SWEEP, stoodStill, workSweep } from './sweeps'

/**
 * The process that works through the queue, apart from the one that answers pages, so that a long sweep delays
 * nobody. It retries until the database is there, and takes up work whose process was killed.
 */
const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set.')
const AGAIN = 2000
const LOOK_EVERY = 10_000
const { db } = connect(url)

async function work(): Promise<void> {
  const boss = new PgBoss({ connectionString: url, max: 2, migrate: false })
  // It continues by itself once the database is back.
  boss.on('error', () => {})
  try {
    await boss.start()
    await boss.work<{ id: string }>(SWEEP, { pollingIntervalSeconds: 0.5 }, async ([job]) => {
      if (job) await workSweep(db, job.data.id)
    })
    await boss.work<AnswersAsked>(ANSWERS, { pollingIntervalSeconds: 0.5 }, async ([job]) => {
      if (job) await workAnswers(db, job.data)
    })
    setInterval(() => {
      void stoodStill(db)
        .then((ids) => Promise.all(ids.map((id) => boss.send(SWEEP, { id }))))
        .catch(() => {})
    }, LOOK_EVERY)
  } catch {
    await boss.stop({ graceful: false }).catch(() => {})
    setTimeout(() => void work(), AGAIN)
  }
}
void work()
// Work in progress when the database went away cannot even be marked as failed; the queue itself continues.
process.on('unhandledRejection', (error) => {
  if (!isAway(error)) throw error
})
// The process that started it is gone, so it ends too.
process.on('disconnect', () => process.exit(0))

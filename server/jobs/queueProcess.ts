import PgBoss from 'pg-boss'
import { connect, isAway } from '../db/client'
import { ANSWERS, workAnswers, type AnswersAsked } from './answers'
import { SWEEP, stoodStill, workSweep } from './sweeps'

/**
 * The process that works the queue off, apart from the one that answers pages: a long sweep keeps nobody waiting. It
 * begins again until the database is there, and takes up what stood still because its worker was killed.
 */
const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set.')
const AGAIN = 2000
const LOOK_EVERY = 10_000
const { db } = connect(url)

async function work(): Promise<void> {
  const boss = new PgBoss({ connectionString: url, max: 2, migrate: false })
  // It goes on by itself once the database is back.
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
// Work that was under way when the database went away cannot even be told as failed; the queue itself goes on.
process.on('unhandledRejection', (error) => {
  if (!isAway(error)) throw error
})
// Whoever started it is gone: so is this.
process.on('disconnect', () => process.exit(0))

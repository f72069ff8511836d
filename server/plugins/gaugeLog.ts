import { takeUpGaugeLogs } from '../jobs/gaugeLog'

/** Until the database is there it is asked again, ms. */
const AGAIN = 2000

async function takeUp(): Promise<void> {
  try {
    await takeUpGaugeLogs(logHouse())
  } catch {
    setTimeout(() => void takeUp(), AGAIN).unref()
  }
}
export default defineNitroPlugin(() => void takeUp())

import { takeUpGaugeLogs } from '../jobs/gaugeLog'

/** Pause before asking for the database again, ms. */
const AGAIN = 2000

async function takeUp(): Promise<void> {
  try {
    await takeUpGaugeLogs(logHouse())
  } catch {
    setTimeout(() => void takeUp(), AGAIN).unref()
  }
}
export default defineNitroPlugin(() => void takeUp())

import type { H3Event } from 'h3'
import * as yup from 'yup'
import { readJob } from '../db/jobs'

/** The job that a route names, at its newest revision. */
export async function jobOf(event: H3Event) {
  const job = await readJob(useDatabase(), shopId(), getRouterParam(event, 'id') ?? '')
  if (!job) throw new ApiError(404, 'no-job', 'There is no such job in this shop. Go back to the job list.')
  return job
}

const LAST = 2 ** 31 - 1
const asked = yup.object({ since: yup.number().integer().min(0).max(LAST).default(LAST) })
/** The revision since which a page asks for news; the newest if it names none. */
export const sinceOf = (event: H3Event): number =>
  readQuery(event, asked, 'A revision is named by its number').since

export const noPhoto = () => new ApiError(404, 'no-photo', 'There is no such photo in this job.')

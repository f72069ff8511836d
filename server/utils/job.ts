import type { H3Event } from 'h3'
import { readJob } from '../db/jobs'

/** The job a route names, at its newest revision. */
export async function jobOf(event: H3Event) {
  const job = await readJob(useDatabase(), shopId(), getRouterParam(event, 'id') ?? '')
  if (!job) throw new ApiError(404, 'no-job', 'There is no such job in this shop. Go back to the job list.')
  return job
}

/** The revision a page asks news since; all of them when it names none. */
export function sinceOf(event: H3Event): number {
  const since = Math.trunc(Number(getQuery(event).since))
  return since >= 0 && since < 2 ** 31 ? since : 2 ** 31 - 1
}

export const noPhoto = () => new ApiError(404, 'no-photo', 'There is no such photo in this job.')

import { writePlanFile } from '#core/document/file'
import type { Plan } from '#core/document/types'
import type { H3Event } from 'h3'
import { readRevision } from '../../../db/jobs'

/** The job as a plan file in the open format: as it is, or with ?revision=n as it was then. */
export default route(async (event) => {
  const plan = await planOf(event)
  setHeader(event, 'content-type', 'application/json; charset=utf-8')
  setHeader(
    event,
    'content-disposition',
    `attachment; filename="${plan.job.name.replace(/[^\w-]+/g, '-').toLowerCase() || 'job'}.plan.json"`,
  )
  return writePlanFile(plan)
})

async function planOf(event: H3Event): Promise<Plan> {
  const { id, plan } = await jobOf(event)
  const { revision } = getQuery(event)
  if (revision === undefined) return plan
  const number = Number(revision)
  const known = Number.isInteger(number) && number > 0 && number < 2 ** 31
  const then = known ? await readRevision(useDatabase(), shopId(), id, number) : null
  if (!then)
    throw new ApiError(404, 'no-revision', 'This job has no such revision. Open its list of revisions.')
  return then
}

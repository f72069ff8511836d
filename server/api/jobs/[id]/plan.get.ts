import { writePlanFile } from '#core/document/file'
import type { Plan } from '#core/document/types'
import type { H3Event } from 'h3'
import * as yup from 'yup'
import { readRevision } from '../../../db/jobs'

const asked = yup.object({ revision: yup.number().integer().min(1).max(2_147_483_647).optional() })

/** The job as a plan file in the open format: current, or with ?revision=n as it was then. */
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
  const { revision } = readQuery(event, asked, 'A revision is asked for by its number')
  if (revision === undefined) return plan
  const then = await readRevision(useDatabase(), shopId(), id, revision)
  if (!then)
    throw new ApiError(404, 'no-revision', 'This job has no such revision. Open its list of revisions.')
  return then
}

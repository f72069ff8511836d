import { writePlanFiles } from '#core/document/file'
import { jobQueryOf } from '../../utils/jobQuery'
import { listPlans } from '../../db/jobs'

/** All jobs of a list, asked for as the list is, as one file of plans. */
export default route(async (event) => {
  const plans = await listPlans(useDatabase(), shopId(), jobQueryOf(event))
  setHeader(event, 'content-type', 'application/json; charset=utf-8')
  setHeader(event, 'content-disposition', 'attachment; filename="jobs.plans.json"')
  return writePlanFiles(plans)
})

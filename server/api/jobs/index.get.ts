import { jobQueryOf } from '../../utils/jobQuery'
import { listJobs } from '../../db/jobs'

export default route(async (event) => listJobs(useDatabase(), shopId(), jobQueryOf(event)))

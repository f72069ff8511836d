import * as yup from 'yup'
import { readJob } from '../../../../db/jobs'
import { startGaugeLog } from '../../../../jobs/gaugeLog'

const asked = yup.object({
  test: yup.string().max(64).required(),
  every: yup.number().min(1).max(86_400).required(),
})

/** The server logs the gauge of a job's devices into a hold test at an interval, until it is told to stop. */
export default route(async (event) => {
  const { test, every } = await readChecked(event, asked, 2000)
  const who = await whoIs(event)
  const id = getRouterParam(event, 'id') ?? ''
  const job = await readJob(useDatabase(), who.shopId, id)
  if (!job?.plan.prove.holds[test])
    throw new ApiError(404, 'no-test', 'There is no such hold test in this job. Begin it, then log it.')
  return { log: await startGaugeLog(logHouse(), { who, job: id, test, every }) }
})

import * as yup from 'yup'
import { archiveJob } from '../../../db/jobs'

const request = yup.object({ archived: yup.boolean().required() }).strict().noUnknown()

/** Puts a job away, or brings it back. */
export default route(async (event) => {
  const { archived } = await readChecked(event, request, 1000)
  if (!(await archiveJob(useDatabase(), shopId(), getRouterParam(event, 'id') ?? '', archived)))
    throw new ApiError(404, 'no-job', 'There is no such job in this shop. Go back to the job list.')
  return { archived }
})

import { stopSweep } from '../../../../jobs/sweeps'

/** Stops a sweep. */
export default route(async (event) => {
  if (
    !(await stopSweep(
      useDatabase(),
      shopId(),
      getRouterParam(event, 'id') ?? '',
      getRouterParam(event, 'sweep') ?? '',
    ))
  )
    throw new ApiError(404, 'no-sweep', 'There is no such sweep of this job.')
  return { stopped: true }
})

import { readSweep } from '../../../../jobs/sweeps'

/** Progress of a sweep, and its results so far. */
export default route(async (event) => {
  const row = await readSweep(
    useDatabase(),
    shopId(),
    getRouterParam(event, 'id') ?? '',
    getRouterParam(event, 'sweep') ?? '',
  )
  if (!row) throw new ApiError(404, 'no-sweep', 'There is no such sweep of this job.')
  const { state, done, total, results, problem } = row
  return { state, done, total, results, problem }
})

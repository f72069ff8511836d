import { askSweep } from '../../../../jobs/sweeps'

/** Queues a sweep over all sets of a job. */
export default route(async (event) => {
  const row = await askSweep(useDatabase(), await whoIs(event), getRouterParam(event, 'id') ?? '')
  if (!row) throw new ApiError(404, 'no-job', 'There is no such job in this shop.')
  await queueSweep(row.id)
  return { id: row.id, total: row.total }
})

import { askSweep } from '../../../../jobs/sweeps'

const REFUSALS = {
  'no-job': [404, 'There is no such job in this shop.'],
  'one-at-a-time': [429, 'The sets of this job are being tried already. Wait for that, or stop it.'],
  'too-many': [429, 'The shop has four jobs being tried already. Wait for one of them.'],
} as const

/** Queues a sweep over all sets of a job. */
export default route(async (event) => {
  const asked = await askSweep(useDatabase(), await whoIs(event), getRouterParam(event, 'id') ?? '')
  if ('problem' in asked) {
    const [status, message] = REFUSALS[asked.problem]
    throw new ApiError(status, asked.problem, message)
  }
  const { id, total, state } = asked.row
  if (state === 'waiting') await queueSweep(id)
  return { id, total }
})

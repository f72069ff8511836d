import { gaugeLogOf } from '../../../../jobs/gaugeLog'

/** The running gauge log of a job; null without one. */
export default route(async (event) => ({ log: gaugeLogOf(getRouterParam(event, 'id') ?? '') }))

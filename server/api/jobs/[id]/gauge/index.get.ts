import { gaugeLogOf } from '../../../../jobs/gaugeLog'

/** The gauge log of a job that is under way; null without. */
export default route(async (event) => ({ log: gaugeLogOf(getRouterParam(event, 'id') ?? '') }))

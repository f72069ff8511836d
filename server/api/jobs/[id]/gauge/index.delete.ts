import { stopGaugeLog } from '../../../../jobs/gaugeLog'

/** Ends the gauge log of a job; what was read stays. */
export default route(async (event) => {
  await stopGaugeLog(useDatabase(), getRouterParam(event, 'id') ?? '')
  return { log: null }
})

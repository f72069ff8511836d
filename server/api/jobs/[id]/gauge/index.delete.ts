import { stopGaugeLog } from '../../../../jobs/gaugeLog'

/** Ends the gauge log of a job; its readings stay. */
export default route(async (event) => {
  await stopGaugeLog(useDatabase(), getRouterParam(event, 'id') ?? '')
  return { log: null }
})

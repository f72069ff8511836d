import type { LogHouse } from '../jobs/gaugeLog'

/** The server's services for the gauge log. */
export const logHouse = (): LogHouse => ({
  db: useDatabase(),
  where: whereDevicesAre,
  keep: (who, job, edits) => onThread('keepOwnEdits', job, { who, job, edits }),
})

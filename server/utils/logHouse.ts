import type { LogHouse } from '../jobs/gaugeLog'

/** What the gauge's log needs of this server. */
export const logHouse = (): LogHouse => ({
  db: useDatabase(),
  where: whereDevicesAre,
  keep: (who, job, edits) => onThread('keepOwnEdits', job, { who, job, edits }),
})

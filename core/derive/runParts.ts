import type { Plan } from '../document/types'

/** What of a plan its runs hang on: when one of them changes, what was run before is of another plan. */
export const runParts = ({ job, truck, hauls, air, lay, power, tune }: Plan) =>
  [job.altitude, truck, hauls, air, lay, power, tune.lever, tune.sensing, tune.trials] as const

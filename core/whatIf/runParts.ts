import type { Plan } from '../document/types'

/** Parts of a plan that its runs depend on. If one changes, earlier runs belong to another plan. */
export const runParts = ({ job, truck, hauls, air, lay, power, tune }: Plan) =>
  [job.altitude, truck, hauls, air, lay, power, tune.lever, tune.sensing, tune.trials] as const

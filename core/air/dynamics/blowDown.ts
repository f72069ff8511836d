import { STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { VESSEL_SOLVER } from '../settings'
import { Simulation } from './simulation'

/**
 * How a vessel empties through an opening to the atmosphere: the time to a pressure, and how cold it is then.
 */
export interface BlowDown {
  seconds: number | null
  temperature: number
}

const LONGEST = VESSEL_SOLVER.longestBlowDown

/**
 * Run by the same solver as a circuit: isothermal, or without heat from the wall (then it gets cold).
 * @param to gauge; seconds are null if it is not reached within a day
 */
export function blowDown(
  volume: number,
  from: number,
  to: number,
  conductance: number,
  criticalRatio: number,
  temperature: number,
  isothermal: boolean,
  atmosphere = STANDARD_ATMOSPHERE,
): BlowDown {
  if (to >= from) return { seconds: 0, temperature }
  const simulation = new Simulation(
    {
      vessels: [{ id: 'vessel', volume, wall: isothermal ? null : 0, spring: null }],
      links: [{ id: 'opening', kind: 'orifice', from: 'vessel', to: null, conductance, criticalRatio }],
      atmosphere,
      ambient: () => temperature,
    },
    { vessel: from + atmosphere },
    VESSEL_SOLVER.blowDown,
  )
  let seconds: number | null = null
  simulation.run(LONGEST, [
    {
      value: (s) => s.pressure[0]! - atmosphere - to,
      act: (t) => {
        seconds = t
        return 'end'
      },
    },
  ])
  return { seconds, temperature: simulation.sample().temperature[0]! }
}

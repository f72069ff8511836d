import { input, type Figure } from '../quantity/figure'
import type { BuildResult } from './types'

const PRACTICE = 'Common practice; a hoist takes 1 / 1.3 of the time on stands, a first-timer doubles it'

/** Steps done, and times, s. */
export const buildFigures = ({
  today,
  done,
  minutes,
  minutesLeft,
  minutesOfTwo,
  minutesCritical,
}: BuildResult): Record<string, Figure> => ({
  done: {
    label: 'Steps done',
    value: done,
    quantity: 'count',
    formula: 'steps ticked',
    inputs: [input('Steps', today, 'count')],
    source: 'As ticked',
    max: today,
  },
  time: {
    label: 'Time for the whole build',
    value: minutes * 60,
    quantity: 'time',
    formula: 'Σ usual time of each step',
    inputs: [input('Still to do', minutesLeft * 60, 'time')],
    source: PRACTICE,
  },
  timeOfTwo: {
    label: 'Time with two people',
    value: minutesOfTwo * 60,
    quantity: 'time',
    formula: 'whoever is free takes the open step with the longest chain behind it',
    inputs: [input('Alone', minutes * 60, 'time'), input('Longest chain', minutesCritical * 60, 'time')],
    source: 'List scheduling by critical path (Graham, 1966)',
  },
})

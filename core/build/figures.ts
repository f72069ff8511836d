import { input, type Figure } from '../quantity/figure'
import type { BuildResult } from './types'

/** Steps done, and time left, s. */
export const buildFigures = ({ steps, done, minutes, minutesLeft }: BuildResult): Record<string, Figure> => ({
  done: {
    label: 'Steps done',
    value: done,
    quantity: 'count',
    formula: 'steps ticked',
    inputs: [input('Steps', steps.length, 'count')],
    source: 'As ticked',
    max: steps.length,
  },
  time: {
    label: 'Time for the whole build',
    value: minutes * 60,
    quantity: 'time',
    formula: 'Σ usual time of each step',
    inputs: [input('Still to do', minutesLeft * 60, 'time')],
    source: 'Common practice; a first-timer doubles it',
  },
})

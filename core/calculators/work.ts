import * as yup from 'yup'
import { criticalPath, ScheduleError } from '../build/schedule'
import { CalculatorError, define, list, notNegative, object } from './define'

/** Work and time: the longest chain of tasks. */

const name = (label: string) =>
  yup
    .string()
    .strict()
    .required('${path} is missing')
    .max(80, '${path} may have 80 characters at most')
    .typeError('${path} must be text')
    .meta({ label, unit: '' } as object)

export const criticalPathCalculator = define<{
  tasks: { id: string; minutes: number; after: string[] }[]
}>({
  name: 'critical-path',
  title: 'Longest chain of tasks',
  formula: 'end = minutes + the latest end of what it follows',
  source: 'Critical path method (Kelley and Walker, 1959; memory)',
  schema: object({
    tasks: list(
      object({
        id: name('Task'),
        minutes: notNegative('Time', 'min'),
        after: list(name('Follows'), 0),
      }),
      1,
      500,
    ),
  }),
  outputs: {
    minutes: { label: 'With as many hands as wanted', unit: 'min' },
    alone_minutes: { label: 'Alone', unit: 'min' },
    critical: { label: 'One longest chain, in order', unit: '' },
  },
  example: {
    tasks: [
      { id: 'left spring', minutes: 25, after: [] },
      { id: 'right spring', minutes: 20, after: ['left spring'] },
      { id: 'dress the tank', minutes: 15, after: [] },
      { id: 'hang the tank', minutes: 40, after: ['dress the tank'] },
      { id: 'first fill', minutes: 6, after: ['right spring', 'hang the tank'] },
    ],
  },
  run({ tasks }) {
    const twice = tasks.find(({ id }, i) => tasks.findIndex((task) => task.id === id) !== i)
    if (twice) throw new CalculatorError([`tasks: “${twice.id}” is there twice; give each its own id`])
    try {
      const { minutes, critical } = criticalPath(tasks)
      return { minutes, alone_minutes: tasks.reduce((sum, task) => sum + task.minutes, 0), critical }
    } catch (error) {
      if (error instanceof ScheduleError) throw new CalculatorError([`tasks: ${error.message}`])
      throw error
    }
  },
})

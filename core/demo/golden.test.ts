import { createDeriver } from '../derive/derive'
import { STAGES } from '../quantity/figure'
import { demoJobs } from './demoShop'
import { goldenDifferences, goldenFigures, goldenNote } from '../../tests/golden'

describe('golden figures of the demo jobs, changed only on purpose (npm run golden)', () => {
  test.each(demoJobs())('$id', ({ id, plan }) => {
    const { stages, notes } = createDeriver()(plan)
    for (const stage of STAGES)
      expect(goldenDifferences(id, stage, goldenFigures(stages[stage].figures))).toEqual([])
    expect(goldenDifferences(id, 'notes', notes.map(goldenNote))).toEqual([])
    expect(
      goldenDifferences(
        id,
        'states',
        STAGES.map((stage) => `${stage}: ${stages[stage].state}, ${JSON.stringify(stages[stage].headline)}`),
      ),
    ).toEqual([])
  })
})

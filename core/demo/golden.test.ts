import { createDeriver } from '../derive/derive'
import type { Point } from '../document/types'
import { proposedPlaces } from '../lay/places'
import { STAGES } from '../quantity/figure'
import { demoJobs } from './demoShop'
import { goldenDifferences, goldenFigures, goldenNote } from '../../tests/golden'

/** Places to the millimetre: x, y, z. */
const millimetres = (places: Record<string, Point>) =>
  Object.fromEntries(
    Object.entries(places).map(([id, { x, y, z }]) => [
      id,
      [x, y, z].map((m) => Math.round(m * 1000)).join(' '),
    ]),
  )

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
    // Where every part is proposed, and how every line runs.
    expect(goldenDifferences(id, 'places', millimetres(proposedPlaces(plan.truck, plan.air)))).toEqual([])
    const runs = stages.lay.result.routes.map((r) => [
      r.id,
      millimetres(Object.fromEntries(r.points.entries())),
    ])
    expect(goldenDifferences(id, 'runs', Object.fromEntries(runs))).toEqual([])
  })
})

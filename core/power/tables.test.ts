import { createDeriver } from '../derive/derive'
import { newPlan } from '../jobs/newPlan'
import { fuseTable, jointTable } from './tables'

test('small parts are listed by count, heat-shrink by the millimetre; a fuse by what it feeds and carries', () => {
  expect(jointTable([{ what: 'ring terminal, 8 mm', count: 3 }], 0.42)).toEqual({
    head: ['Part', 'Count'],
    rows: [
      ['ring terminal, 8 mm', 3],
      ['heat-shrink with adhesive, mm', 420],
    ],
  })
  const { guards } = createDeriver()(newPlan('leaf-flatbed', 'x')).stages.power.result
  const { head, rows } = fuseTable(guards)
  expect(rows.map((row) => row.length)).toEqual(guards.map(() => head.length))
  expect(rows.map((row) => row.slice(0, 2))).toEqual(guards.map(({ label, rating }) => [label, rating]))
})

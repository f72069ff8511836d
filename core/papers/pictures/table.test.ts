import { readFileSync, writeFileSync } from 'node:fs'
import { USUAL_JOBS } from '../../../tests/usualJobs'
import { createDeriver } from '../../derive/derive'
import { METRIC_UNITS } from '../../quantity/units'
import { guideSource, stepGuide } from '../stepGuide'
import { stepPicture } from './stepPicture'

/** What each step shows of what the plan knows, over the twenty usual jobs: `docs/step-table.md`. */

const FILE = 'docs/step-table.md'
const derive = createDeriver()

interface Shown {
  picture: boolean
  place: boolean
  way: boolean
  tool: boolean
  torque: boolean
}
const COLUMNS = ['picture', 'place', 'way', 'tool', 'torque'] as const

const rows = USUAL_JOBS.flatMap(({ id: job, plan: made }) => {
  const plan = made()
  const derived = derive(plan)
  const source = guideSource(plan, derived, METRIC_UNITS)
  const { places, routes } = derived.stages.lay.result
  const { joints } = derived.stages.build.result
  return derived.stages.build.result.steps.map((step) => {
    const guide = stepGuide(step, source)
    const picture = stepPicture(step, source)
    const route = routes.find(({ id }) => id === step.line)
    const turned = joints.filter(({ id }) => step.tightens.some(({ joint }) => joint === id))
    // What the plan knows, so that it must be shown.
    const knows: Partial<Shown> = {
      place: step.id.startsWith('mount-') && step.place === 'truck' && !!places[step.part ?? ''],
      way: /^(line|feed|earth)/.test(step.id) && !!route && !route.wayless,
      tool: turned.length > 0,
      torque: turned.length > 0,
    }
    const shown: Shown = {
      picture: picture !== null,
      place: guide.where.length > 0 || (picture?.dimensions.length ?? 0) > 0,
      way: guide.way.length + guide.run.length + guide.ends.length > 0,
      tool: guide.tools.length > 0,
      torque:
        guide.joints.length > 0 &&
        guide.joints.every((j) => j.torque !== null || j.until !== '' || j.passes.length > 0),
    }
    return { job, id: step.id, knows, shown }
  })
})

test('no step is without the place, the way, the tool or the tightness that the plan knows', () => {
  const missing = rows.flatMap(({ job, id, knows, shown }) =>
    COLUMNS.flatMap((column) => (knows[column] && !shown[column] ? [`${job} ${id}: ${column}`] : [])),
  )
  expect(missing).toEqual([])
})

/** Steps of one kind: sides, parts and lines have one row. */
const kindOf = (id: string) =>
  id
    .replace(/-(left|right)$/, '-<side>')
    .replace(/^(mount|dress|look|off|short|cut-in|later)-.*$/, '$1-<part>')
    .replace(/^(off-)?line-.*$/, '$1line-<line>')

test('the table of steps, changed only on purpose (npm run golden)', () => {
  const kinds = new Map<string, Shown[]>()
  for (const { id, shown } of rows) kinds.set(kindOf(id), [...(kinds.get(kindOf(id)) ?? []), shown])
  const cell = (all: readonly Shown[], column: (typeof COLUMNS)[number]) => {
    const n = all.filter((one) => one[column]).length
    return n === 0 ? '' : n === all.length ? 'yes' : `${n} of ${all.length}`
  }
  const table = [
    `| step | times | ${COLUMNS.join(' | ')} |`,
    `| --- | --- | ${COLUMNS.map(() => '---').join(' | ')} |`,
    ...[...kinds]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(
        ([kind, all]) => `| \`${kind}\` | ${all.length} | ${COLUMNS.map((c) => cell(all, c)).join(' | ')} |`,
      ),
  ]
  const text = `# What each step shows

Made by \`npm run golden\` from the twenty usual jobs (\`tests/usualJobs.ts\`); a test holds it. A place is two edges
for the tape, in words or in the picture; a way is the side a thing faces, a line's way, or the ends of a wire;
tightness is a torque or until when. An empty cell: the step has none, such as reading a sheet.

${table.join('\n')}
`
  if (process.env.GOLDEN === 'write') writeFileSync(FILE, text)
  // The page is set with even columns, so only its words are compared.
  const words = (page: string) => page.replace(/[\s-]+/g, ' ')
  expect(words(readFileSync(FILE, 'utf8'))).toBe(words(text))
})

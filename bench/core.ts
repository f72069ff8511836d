import { readFileSync, writeFileSync } from 'node:fs'
import { createDeriver } from '#core/plan/derive'
import { makeEdit } from '#core/plan/edit'
import { mergeDocuments } from '#core/plan/merge'
import { readPlanFile, writePlanFile } from '#core/plan/file'
import { fillTime } from '#core/air/fill'
import { demoJobs } from '../server/db/demoShop'

/**
 * Timings of the core on the largest demo job, in ms. `core FILE` writes that job to FILE and times medians;
 * `core cold FILE` times the first reading and deriving of a process.
 */
const now = () => performance.now()
const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!

function time(rounds: number, run: (i: number) => void): number {
  const values: number[] = []
  for (let i = 0; i < rounds; i++) {
    const began = now()
    run(i)
    values.push(now() - began)
  }
  return median(values)
}

if (process.argv[2] === 'cold') {
  // A process of its own, in which nothing was derived yet.
  const text = readFileSync(process.argv[3]!, 'utf8')
  const start = now()
  const read = readPlanFile(text)
  const afterRead = now()
  createDeriver()(read)
  console.log(JSON.stringify({ read: afterRead - start, derive: now() - afterRead }))
  process.exit(0)
}

const plan = demoJobs().map(j => j.plan).sort((a, b) => writePlanFile(b).length - writePlanFile(a).length)[0]!
writeFileSync(process.argv[2]!, writePlanFile(plan))
const whole = time(200, () => void createDeriver()(plan))
const derive = createDeriver()
derive(plan)
const itemEdits = Array.from({ length: 200 }, (_, i) => makeEdit(plan, 'a', 'x', (d) => { Object.values(d.hauls)[0]!.items.extra = { label: 'x', mass: i, x: 0, y: 0, length: 1, width: 1, height: 1, order: 9 } })!.plan)
const edited = time(200, i => void derive(itemEdits[i]!))
const labels = Array.from({ length: 200 }, (_, i) => makeEdit(plan, 'a', 'x', (d) => { d.handover.driver = String(i) })!.plan)
const labelled = time(200, i => void derive(labels[i]!))
const merge = time(200, () => void mergeDocuments(plan, itemEdits[3]!, labels[3]!))
const began = now()
fillTime(0.004, 34_474, 586_054, { volume: 0.0076, pressure: 1_034_214 }, { bore: 0.00297, length: 4, roughness: 1.5e-6 }, 293.15)
const fill = now() - began
console.log(JSON.stringify({ name: plan.job.name, whole, edited, labelled, merge, fill }))

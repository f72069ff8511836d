import { readFileSync, writeFileSync } from 'node:fs'
import { SPRINGS } from '#core/catalog/springs'
import { balanceBody } from '#core/load/body'
import { CircuitRun } from '#core/air/run/circuitRun'
import { runScenario } from '#core/air/run/run'
import { newScenario } from '#core/air/run/scenarios'
import { setsToTry } from '#core/air/run/whichSet'
import { createDeriver } from '#core/derive/derive'
import { runFacts, haulSets, trySet } from '#core/whatIf/runs'
import { SAMPLES, sampleUncertainty } from '#core/load/uncertainty'
import type { Scenario } from '#core/document/types'
import { Solver } from 'odex'
import { applyEdit, makeEdit } from '#core/document/edit'
import { mergeDocuments } from '#core/document/merge'
import { readPlanFile, writePlanFile } from '#core/document/file'
import { newItem } from '#core/document/newHaul'
import { fillTime } from '#core/air/dynamics/fillTime'
import { demoJobs, demoPlan } from '../core/demo/demoShop'

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
  // A process of its own, in which nothing was derived before.
  const text = readFileSync(process.argv[3]!, 'utf8')
  const start = now()
  const read = readPlanFile(text)
  const afterRead = now()
  createDeriver()(read)
  console.log(JSON.stringify({ read: afterRead - start, derive: now() - afterRead }))
  process.exit(0)
}

/** The demo's high-flow run: ten minutes of bringing up, airing two tyres, the horn, and letting down. */
function tenMinutes() {
  const plan = demoPlan('festival-rig')
  const derived = createDeriver()(plan)
  const [set] = haulSets(plan, derived)
  const scenario: Scenario = {
    ...newScenario('Ten minutes', 1, 34_474, 34_474),
    haul: set!.id,
    steps: [
      { do: 'bring', left: set!.left, right: set!.right },
      { do: 'tyre', volume: 0.06, from: 140_000, to: 380_000, count: 2 },
      { do: 'press', part: 'horn-valve', way: 'up', seconds: 3 },
      { do: 'load', haul: null },
      { do: 'bring', left: 34_474, right: 34_474 },
    ],
  }
  const facts = runFacts(plan, derived)
  scenario.steps.push({ do: 'wait', seconds: 600 - runScenario(plan.air, facts, scenario).lasted })
  return { air: plan.air, facts, scenario, set: set! }
}

if (process.argv[2] === 'sweep') {
  // Runs per second of one process: sets of the hive hauler, haul by haul.
  const hive = demoPlan('hive-hauler')
  const choices = setsToTry(hive.air).filter((_, i) => i % 4 === 0)
  trySet(hive, choices[0]!)
  const from = now()
  for (const choice of choices) trySet(hive, choice)
  console.log(
    JSON.stringify({ runs: choices.length * Object.keys(hive.hauls).length, seconds: (now() - from) / 1000 }),
  )
  process.exit(0)
}

/** Time of a general package on the same equations at no greater error than ours, over ours. */
function againstOdex(): number {
  const { air, facts, scenario, set } = tenMinutes()
  // Before anything shuts, so that both integrate the same equations.
  const span = 0.35
  const at = (relative: number) => {
    const run = new CircuitRun(air, facts, { ...scenario, steps: [] }, () => {}, { relative })
    run.begin({ do: 'bring', left: set.left, right: set.right })
    run.advance(1e-6)
    return run
  }
  const best = at(1e-9)
  best.advance(span)
  const pressures = (run: CircuitRun) => run.sim.sample().pressure
  const error = (p: Float64Array) => Math.max(...p.map((v, i) => Math.abs(v / pressures(best)[i]! - 1)))
  let ours = Infinity
  let own = 0
  for (let i = 0; i < 5; i++) {
    const run = at(1e-5)
    const from = now()
    run.advance(span)
    ours = Math.min(ours, now() - from)
    own = error(pressures(run))
  }
  for (const tolerance of [1e-3, 1e-4, 1e-5, 1e-6, 1e-7, 1e-8]) {
    const run = at(1e-5)
    const n = run.sim.y.length
    const out = new Float64Array(n)
    const solver = new Solver(n)
    solver.relativeTolerance = tolerance
    solver.absoluteTolerance = tolerance * 1e-5
    const from = now()
    let y: number[]
    try {
      y = solver.solve(
        (t, x) => {
          run.sim.slope(t, Float64Array.from(x), out)
          return [...out]
        },
        run.t,
        [...run.sim.y],
        span,
      ).y
    } catch {
      continue
    }
    const took = now() - from
    run.sim.slope(span, Float64Array.from(y), out)
    run.sim.y.set(y)
    if (error(pressures(run)) <= own) return took / ours
  }
  return Infinity
}

const plan = demoJobs()
  .map((j) => j.plan)
  .sort((a, b) => writePlanFile(b).length - writePlanFile(a).length)[0]!
writeFileSync(process.argv[2]!, writePlanFile(plan))
const whole = time(200, () => void createDeriver()(plan))
const derive = createDeriver()
derive(plan)
const itemEdits = Array.from(
  { length: 200 },
  (_, i) =>
    makeEdit(plan, 'a', 'x', (d) => {
      Object.values(d.hauls)[0]!.items.extra = newItem('x', 9, i, 0, 0, [1, 1, 1])
    })!.plan,
)
const edited = time(200, (i) => void derive(itemEdits[i]!))
const labels = Array.from(
  { length: 200 },
  (_, i) =>
    makeEdit(plan, 'a', 'x', (d) => {
      d.handover.driver = String(i)
    })!.plan,
)
const labelled = time(200, (i) => void derive(labels[i]!))
/** One edit with this many changes, as a page makes for a drawing that was traced again. */
const changes = (count: number) =>
  Array.from({ length: count }, (_, i) => ({
    op: 'replace' as const,
    path: ['truck', 'wheelbase'],
    value: 3 + i / count,
  }))
const [few, many] = [changes(500), changes(5000)]
const editsRatio = time(20, () => void applyEdit(plan, many)) / time(20, () => void applyEdit(plan, few))
const merge = time(200, () => void mergeDocuments(plan, itemEdits[3]!, labels[3]!))
const began = now()
fillTime(
  0.004,
  34_474,
  586_054,
  { volume: 0.0076, pressure: 1_034_214 },
  { bore: 0.00297, length: 4, roughness: 1.5e-6 },
  293.15,
)
const fill = now() - began
// Every class in every truck of the demo under every haul, with the air it needs.
const bodies = demoJobs().flatMap(({ plan: p }) => {
  const { load, truck } = createDeriver()(p).stages
  return Object.values(load.result.hauls).flatMap((h) =>
    SPRINGS.map((s) => ({
      truck: truck.result.truck,
      load: h.body,
      spring: { ...s, designHeight: truck.result.truck.seatGap.unladen - s.bracketHeight },
      air: { left: h.left.pressure, right: h.right.pressure },
    })),
  )
})
const solve = () =>
  bodies.map((b) => {
    const from = now()
    balanceBody(b.truck, b.load, b.spring, b.air)
    return now() - from
  })
for (let i = 0; i < 20; i++) solve()
const solves = Array.from({ length: 20 }, solve)
  .flat()
  .sort((a, b) => a - b)
/** One demo haul as it is sampled if straight lines do not describe it. */
function sampleOne(): void {
  const of = demoPlan('estuary-flatbed')
  const { load, truck, air } = createDeriver()(of).stages
  const { truck: stands, tolerances } = truck.result.facts
  const haul = Object.values(of.hauls)[0]!
  const { spring } = load.result
  sampleUncertainty({ haul, truck: stands, spring: spring!, teed: air.result.teed, tolerances }, SAMPLES)
}
const ten = tenMinutes()
const run = time(7, () => void runScenario(ten.air, ten.facts, ten.scenario))
const from = now()
sampleOne()
const sample = now() - from
console.log(
  JSON.stringify({
    name: plan.job.name,
    whole,
    edited,
    labelled,
    merge,
    editsRatio,
    fill,
    solvesPerSecond: 1000 / (solves.reduce((a, b) => a + b) / solves.length),
    slowestSolve: solves[Math.floor(solves.length * 0.999)],
    sample,
    realTime: 600_000 / run,
    odex: againstOdex(),
  }),
)

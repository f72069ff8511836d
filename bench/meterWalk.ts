import { ARCHETYPES, startingCircuit } from '#core/air/circuit/startingCircuits'
import { wiringFor } from '#core/papers/network'
import { newPlan } from '#core/jobs/newPlan'
import { POWER_STATES, solveState } from '#core/power/network/states'
import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { GROUND } from '#core/power/network/draft'
import { spiceNetlist } from '#core/power/network/spice'
import { demoJobs } from '../core/demo/demoShop'
import {
  faultKey,
  faultsOf,
  hypothesesOf,
  nextTest,
  rankFaults,
  readingDoubt,
  shownWith,
  testsOf,
  type MeterReading,
} from '#core/power/network/meterWalk'

/**
 * How often a walk with the meter finds the true fault: every single fault of the thirteen circuits, read with
 * the meter's own error, each time at the place that tells most. Prints the shares found first and in the first
 * three.
 */
const MOST_READINGS = 20
/** The meter's own error, as a share of the whole doubt of a reading. */
const METER = 0.5
/** Random numbers from a seed: the same walk every time. */
function seeded(seed: number) {
  let state = seed
  return () => {
    state = (state * 1664525 + 1013904223) % 2 ** 32
    return state / 2 ** 32
  }
}
const random = seeded(7)
const normal = () => Math.sqrt(-2 * Math.log(random() + 1e-12)) * Math.cos(2 * Math.PI * random())

let [all, first, three, readingsTaken] = [0, 0, 0, 0]
for (const { id } of ARCHETYPES) {
  const plan = newPlan('leaf-flatbed', 'x')
  Object.assign(plan.air, { archetype: id, ...startingCircuit(id) })
  const wiring = wiringFor(plan)
  if (wiring.parts.length < 2) continue
  const tests = testsOf(wiring)
  const hypotheses = hypothesesOf(wiring, tests)
  const single = [...new Map(faultsOf(wiring).map((f) => [faultKey(f.fault), f.fault])).values()]
  for (const fault of single.filter((f) => f !== null)) {
    // A bad joint may have any resistance from a fifth of an ohm to five.
    const ohm = fault.how === 'resistive' ? 0.2 * 25 ** random() : undefined
    const values = shownWith(wiring, tests, { ...fault, ohm })
    const readings: MeterReading[] = []
    let ranked = rankFaults(hypotheses, tests, readings)
    while (readings.length < MOST_READINGS) {
      const next = nextTest(hypotheses, ranked, tests, readings)
      if (!next) break
      const real = values[tests.indexOf(next)]!
      const shown = next.kind === 'works' ? real : real + METER * readingDoubt(next.kind, real) * normal()
      readings.push({ test: next.id, value: shown })
      ranked = rankFaults(hypotheses, tests, readings)
    }
    const place = ranked.findIndex((r) => faultKey(r.fault) === faultKey(fault))
    all++
    readingsTaken += readings.length
    if (place === 0) first++
    if (place < 3) three++
    if (process.argv.includes('--missed') && place > 2) console.error(id, fault, place, readings.length)
  }
}
/**
 * All states of the demo job with the most wires, and the weighing of all its single faults after six readings,
 * ms.
 */
const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!
const timed = (run: () => void) => {
  const began = performance.now()
  run()
  return performance.now() - began
}
const times = (run: () => void) => median(Array.from({ length: 40 }, () => timed(run)))
const largest = demoJobs()
  .map(({ plan }) => wiringFor(plan))
  .sort((a, b) => b.parts.length - a.parts.length)[0]!
const tests = testsOf(largest)
const hypotheses = hypothesesOf(largest, tests)
const six = tests.slice(0, 6).map((test, i) => ({ test: test.id, value: hypotheses[0]!.values[i]! }))
const states = times(() => POWER_STATES.forEach(({ id }) => solveState(largest, id)))
/** The same netlist in a circuit simulator, from its start to its answer. */
const netlist = spiceNetlist('largest', solveState(largest, 'compressor').elements, GROUND)
const file = join(mkdtempSync(join(tmpdir(), 'netlist-')), 'largest.cir')
writeFileSync(file, netlist)
const simulator = median(
  Array.from({ length: 5 }, () => timed(() => void spawnSync('ngspice', ['-b', file]))),
)
const one = times(() => void solveState(largest, 'compressor'))
const ranking = times(() => void rankFaults(hypotheses, tests, six))

console.log(
  JSON.stringify({
    faults: all,
    first: first / all,
    firstThree: three / all,
    readings: readingsTaken / all,
    states,
    ngspiceTimes: simulator / one,
    ranking,
  }),
)

import { circuitPatches } from '../air/circuit/changeCircuit'
import { circuitAsItRuns } from '../air/circuit/states'
import { CircuitRun } from '../air/run/circuitRun'
import { newScenario } from '../air/run/scenarios'
import { PRACTICE } from '../catalog/practice'
import { demoPlan } from '../demo/demoShop'
import { applyEdit } from '../document/edit'
import { judgeHold } from '../prove/judge'
import type { HoldReading } from '../prove/types'
import { STANDARD_ATMOSPHERE } from '../quantity/constants'
import { randomNumbers } from '../quantity/random'
import { createDeriver } from '../derive/derive'
import { runFacts } from './runs'

/** Leaks put into runs of a circuit, read as one reads them at the truck, and found again by the hold test. */

const base = demoPlan('estuary-flatbed')
const plan = applyEdit(base, circuitPatches(base.air, 'hand-two'))
const derived = createDeriver()(plan)
const { volumes } = derived.stages.prove.result
const { springVolume } = derived.stages.air.result
const circuit = circuitAsItRuns(plan.air)
/** The frame on supports: the springs keep their volume, whatever they hold. */
const facts = {
  ...runFacts(plan, derived),
  springs: () => (): [number, number, number, number, number] => [
    springVolume.left,
    springVolume.right,
    0.15,
    0.15,
    0,
  ],
}
const HOUR = 3600
const HOURS = 24

interface Night {
  /** K in the evening, and at its coldest. */
  start: number
  coldest: number
}
/**
 * The left spring through a day and a night, every hour. What it lost at 20 °C, Pa·m³/s, follows from its own
 * gas.
 * @param conductance of the leak, m³/(s·Pa); `filled` whether it was pressed up just before
 */
function course(conductance: number, { start, coldest }: Night, filled: boolean) {
  const least = filled ? 34_000 : 414_000
  const run = new CircuitRun(circuit, facts, {
    ...newScenario('Hold', 1, least, least),
    leak: conductance,
    ambient: { start, coldest },
  })
  if (filled) {
    run.press('fill-left', 'up')
    while (run.gauge('spring-left') < 414_000) run.advance(run.t + 1)
    run.press('fill-left', null)
    run.advance(run.t + 30)
  }
  const began = run.t
  const readings: HoldReading[] = []
  const gas: number[] = []
  const at = run.sim.index.get(run.model.where.get('spring-left')!)!
  for (let i = 0; i <= HOURS; i++) {
    run.advance(began + i * HOUR)
    const { pressure, temperature } = run.sim.sample()
    readings.push({
      t: i * HOUR,
      pressure: pressure[at]! - run.atmosphere,
      temperature: run.model.network.ambient(run.t),
      barometer: run.atmosphere,
    })
    gas.push((pressure[at]! / temperature[at]!) * 293.15)
  }
  const lost = ((gas[0]! - gas.at(-1)!) * volumes.left) / (HOURS * HOUR)
  return { readings, lost }
}

/** As read: the gauge to a step, the thermometer off by a little each time. */
function read(readings: readonly HoldReading[], step: number, thermometer: number, normal: () => number) {
  return readings.map((r) => ({
    ...r,
    pressure: Math.round(r.pressure / step) * step,
    temperature: r.temperature + thermometer * normal(),
  }))
}

/** A leak of so much a day from 414 kPa, as a conductance: q = C·ρ·p. */
const conductanceFor = (perDay: number) =>
  (perDay * volumes.left) / 86_400 / STANDARD_ATMOSPHERE / (414_000 + STANDARD_ATMOSPHERE)

test('what a run loses is what its hole passes: C·ρ0·p of a choked leak', () => {
  const perDay = 20_000
  const { lost } = course(conductanceFor(perDay), { start: 293.15, coldest: 293.15 }, false)
  // Its pressure falls meanwhile, and so does what it loses.
  expect(lost / ((perDay * volumes.left) / 86_400)).toBeCloseTo(0.98, 1)
})

test('leaks put into runs are found within a tenth or inside the band, 95 times in 100', () => {
  const next = randomNumbers(11)
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())
  const nights = [
    { start: 293.15, coldest: 293.15 },
    { start: 289, coldest: 281 },
  ]
  const found: boolean[] = []
  const ofLarge: number[] = []
  for (const perDay of [3_500, 20_000, 80_000])
    for (const night of nights)
      for (const filled of [false, true]) {
        const { readings, lost } = course(conductanceFor(perDay), night, filled)
        for (let i = 0; i < 20; i++) {
          const test = {
            resolution: 689,
            thermometer: 0.3,
            rested: filled ? 30 : 36_000,
            lag: PRACTICE.gasLag.value,
            readings: read(readings, 689, 0.3, normal),
          }
          const { leak } = judgeHold(test, volumes.left, 3500 / 86_400)
          const off = Math.abs(leak.leak / lost - 1)
          if (perDay === 80_000) ofLarge.push(off)
          const isNear = off < 0.1
          found.push(isNear || (leak.low <= lost && lost <= leak.high))
        }
      }
  // A band that says nothing would hold anything: what is lost plainly is found itself.
  expect(ofLarge.filter((off) => off < 0.1).length / ofLarge.length).toBeGreaterThanOrEqual(0.95)
  expect(found.filter(Boolean).length / found.length).toBeGreaterThanOrEqual(0.95)
})

import { circuitPatches } from '../air/circuit/changeCircuit'
import { demoPlan } from '../demo/demoShop'
import { applyEdit } from '../document/edit'
import { checkPlan } from '../document/schema'
import type { Archetype, Plan } from '../document/types'
import { randomNumbers } from '../quantity/random'
import { interpolate } from '../quantity/interpolate'
import { createDeriver } from '../derive/derive'
import { cutInFigure, sinkFigure, switchOf } from '../whatIf/otherLeaks'
import { diagnose, doubtOf, seenVerdict } from '../prove/diagnosis'
import { FaultBench } from './faultBench'
import type { FaultRun } from '../prove/functions'
import { proveReport } from '../papers/proveReport'

const withCircuit = (archetype: Archetype): Plan => {
  const plan = demoPlan('estuary-flatbed')
  return applyEdit(plan, circuitPatches(plan.air, archetype))
}
const benchOf = (archetype: Archetype) => {
  const bench = new FaultBench(withCircuit(archetype))
  const runs = bench.todo.flatMap((one) => bench.run(one) ?? [])
  return { bench, runs, of: { tests: bench.expected, runs } }
}
const dual = benchOf('wireless-dual')
const labelled = (runs: readonly FaultRun[], label: string | RegExp) =>
  runs.find((run) => (typeof label === 'string' ? run.label === label : label.test(run.label)))!

test('a sound system does what it is pressed for: its own side rises, the other stays, and it holds', () => {
  const value = (id: string) =>
    dual.bench.expected.flatMap(({ sights }) => sights).find((s) => s.id === id)!.value
  expect(value('up-left:left')).toBeGreaterThan(150_000)
  expect(value('up-left:right')).toBeLessThan(60_000)
  expect(value('up-right:right')).toBeGreaterThan(150_000)
  expect(value('rest:left') / value('up-right:left')).toBeGreaterThan(0.9)
  expect(value('down-left:left')).toBeLessThan(0.8 * value('rest:left'))
  // The compressor's own current, and what its wire leaves it of the battery's volts.
  expect(value('up-left:amps')).toBeGreaterThan(5)
  expect(value('up-left:volts')).toBeGreaterThan(10)
  expect(value('up-left:volts')).toBeLessThan(13)
})

test('left and right swapped is what it says, from two readings; the reading that speaks for it stands first', () => {
  const swapped = labelled(dual.runs, 'Left and right swapped')
  const seen = {
    'up-left:left': swapped.sights['up-left:left']!,
    'up-left:right': swapped.sights['up-left:right']!,
  }
  const { suspects } = diagnose(dual.of, seen)
  expect(suspects[0]!.labels).toContain('Left and right swapped')
  expect(suspects[0]!.because.map(({ id }) => id)).toContain('up-left:right')
  expect(suspects.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9)
})

test('readings as expected speak for nothing wrong; with none read nothing is said', () => {
  const sound = labelled(dual.runs, 'Nothing wrong').sights
  expect(diagnose(dual.of, sound).suspects[0]!.labels).toContain('Nothing wrong')
  expect(diagnose(dual.of, {})).toEqual({ suspects: [], fits: false, next: null })
})

test('readings that no fault shows are said to fit none; those of a fault fit it', () => {
  const sound = labelled(dual.runs, 'Nothing wrong').sights
  expect(diagnose(dual.of, sound).fits).toBe(true)
  expect(diagnose(dual.of, labelled(dual.runs, 'Left and right swapped').sights).fits).toBe(true)
  expect(diagnose(dual.of, { 'up-left:left': 900_000, 'up-left:right': 900_000 }).fits).toBe(false)
})

test('a truck that sinks and a switch that comes in are told by the job’s own spring, tank and switch', () => {
  const plan = demoPlan('core-sampler')
  const derived = createDeriver()(plan)
  const { spring, hauls } = derived.stages.load.result
  const { motionRatio } = derived.stages.truck.result.truck.suspension
  const { left, right } = hauls.cores!
  const area = interpolate(spring!.areaByHeight, spring!.designHeight)
  const byHand = ((Math.max(left.pressure, right.pressure) + 101_325) * area * 0.005 * motionRatio) / 43_200
  expect(sinkFigure(derived, 'cores', 0.005, 43_200, 293.15)!.value! / byHand).toBeCloseTo(1, 9)
  const ends = switchOf(plan, derived)!
  const volume = derived.stages.air.result.tankVolume
  expect(cutInFigure(plan, derived, 7200, 293.15)!.value).toBeCloseTo(
    (volume * (ends.cutOut - ends.cutIn)) / 7200,
    9,
  )
  // Neither without what it goes by.
  expect(sinkFigure(derived, 'ghost', 0.005, 43_200, 293.15)).toBeNull()
  const flatbed = demoPlan('estuary-flatbed')
  expect(cutInFigure(flatbed, createDeriver()(flatbed), 7200, 293.15)).toBeNull()
})

test('two that one reading leaves alike: the next test parts them, and taken it does', () => {
  const dead = labelled(dual.runs, /does not start/)
  const seen = { 'up-left:left': dead.sights['up-left:left']! }
  const { suspects, next } = diagnose(dual.of, seen)
  expect(suspects[0]!.labels.length).toBeGreaterThan(1)
  expect(next).not.toBeNull()
  const after = diagnose(dual.of, { ...seen, [next!.id]: dead.sights[next!.id]! })
  const held = after.suspects.find(({ labels }) => labels.includes(dead.label))!
  expect(held.labels.length).toBeLessThan(suspects[0]!.labels.length)
})

test('read with errors of gauge and meter, the true one is first in 80 of 100 and among three in 95', () => {
  const next = randomNumbers(5)
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())
  for (const { bench, runs, of } of [dual, benchOf('hand-two')]) {
    const quantity = new Map(bench.expected.flatMap(({ sights }) => sights.map((s) => [s.id, s.quantity])))
    const places = runs.map(({ label, sights }) => {
      const seen = Object.entries(sights).map(([id, value]) => {
        return [id, value + doubtOf(quantity.get(id)!, value) * normal()]
      })
      const { suspects } = diagnose(of, Object.fromEntries(seen))
      return suspects.findIndex(({ labels }) => labels.includes(label))
    })
    expect(places.filter((at) => at === 0).length / places.length).toBeGreaterThanOrEqual(0.8)
    expect(places.filter((at) => at < 3).length / places.length).toBeGreaterThanOrEqual(0.95)
  }
})

test('both sides of as expected, odd and wrong', () => {
  const sight = { id: 'x', label: '', quantity: 'pressure' as const, value: 200_000 }
  const one = doubtOf('pressure', 200_000)
  expect(one).toBeCloseTo(Math.hypot(6000, 3500), 6)
  expect(seenVerdict(sight, 200_000 + 1.99 * one)).toBe('as expected')
  expect(seenVerdict(sight, 200_000 - 2.01 * one)).toBe('odd')
  expect(seenVerdict(sight, 200_000 + 3.99 * one)).toBe('odd')
  expect(seenVerdict(sight, 200_000 + 4.01 * one)).toBe('wrong')
})

test('every reading has a place in a plan', () => {
  const plan = demoPlan('estuary-flatbed')
  const functions = Object.fromEntries(
    dual.bench.expected.flatMap(({ press, sights }) =>
      sights.map(({ id, value }) => [id, { value, who: 'Bram', at: '2026-06-09T08:00:00.000Z', of: press }]),
    ),
  )
  expect(checkPlan({ ...plan, prove: { ...plan.prove, functions } }).problems).toBeNull()
})

test('the report has holds, shares of one, and a diagnosis only where something was read as it is pressed now', () => {
  const wagon = demoPlan('star-wagon')
  expect(proveReport(wagon).diagnosis[0]!.fault).toContain('Nothing wrong')
  const plan = { ...wagon, prove: { ...wagon.prove, functions: {} } }
  const report = proveReport(plan)
  expect(Object.values(report.holds).map(({ verdict }) => verdict)).toContain('tight')
  expect(report.joints.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9)
  expect(report.diagnosis).toEqual([])
  const bench = new FaultBench(plan)
  const up = bench.expected.find(({ id }) => id.startsWith('up-'))!
  const leftUp = up.sights.find(({ id }) => id.endsWith(':left'))!
  const read = (of: string) =>
    proveReport({
      ...plan,
      prove: { ...plan.prove, functions: { [leftUp.id]: { value: leftUp.value, who: '', at: '', of } } },
    }).diagnosis
  expect(read(up.press)[0]!.fault).toContain('Nothing wrong')
  expect(read('Another press')).toEqual([])
})

import { circuitPatches } from '../air/circuit/changeCircuit'
import { partOf } from '../air/parts/parts'
import { demoPlan } from '../demo/demoShop'
import { applyEdit } from '../document/edit'
import type { Plan } from '../document/types'
import { createDeriver } from '../derive/derive'
import { leverFlow, levelCsv, levelLoopOf, runLevel } from './levelLoops'
import { bestTried, CONTROL_TRIES, LEVER_TRIES, levelTries, takeTry, tryLevel } from './levelSweep'

const loopOf = (plan: Plan, haul: string) => levelLoopOf(plan, createDeriver()(plan), haul)!

test('nothing levels itself where there is neither valve nor controller, or no such haul', () => {
  const flatbed = demoPlan('estuary-flatbed')
  expect(levelLoopOf(flatbed, createDeriver()(flatbed), 'totes')).toBeNull()
  const ridge = demoPlan('ridge-tender')
  expect(levelLoopOf(ridge, createDeriver()(ridge), 'ghost')).toBeNull()
})

test('what the corner stands on at first is what Load found for the lightest haul, and what it ends on for this one', () => {
  const ridge = demoPlan('ridge-tender')
  const derived = createDeriver()(ridge)
  const loop = loopOf(ridge, 'water')
  const { rows } = runLevel(loop, 'load')
  const { hauls } = derived.stages.load.result
  const dry = hauls.dry!.left
  // Left springs, each carrying its side: the pressure Load asks, within what the sides differ.
  expect(rows[0]!.spring / dry.pressure).toBeGreaterThan(0.7)
  expect(rows[0]!.spring / dry.pressure).toBeLessThan(1.4)
  expect(rows.at(-1)!.spring).toBeGreaterThan(3 * rows[0]!.spring)
})

test('whatever the job, the corner carries what Load says it does: the truck unladen and the haul, and never less than nothing', () => {
  for (const id of ['estuary-flatbed', 'star-wagon', 'ridge-tender', 'kiln-trailer']) {
    const job = demoPlan(id)
    const plan = applyEdit(job, circuitPatches(job.air, 'electronic'))
    const { truck } = createDeriver()(plan).stages.truck.result
    const unladen = ((truck.unladen.rearLeft + truck.unladen.rearRight) / 2) * 9.80665
    for (const haul of Object.keys(plan.hauls)) {
      const { corner, haulForce } = loopOf(plan, haul)
      expect(corner.steelAtRide).toBeCloseTo(unladen, 6)
      expect(corner.mass * 9.80665).toBeGreaterThan(0.5 * unladen)
      expect(haulForce).toBeGreaterThanOrEqual(0)
      expect(Number.isFinite(runLevel(loopOf(plan, haul), 'load').off)).toBe(true)
    }
  }
})

test('a lever passes nothing in its dead band, all that ISO 6358 lets through wide open, up in and down out', () => {
  const ridge = demoPlan('ridge-tender')
  const derived = createDeriver()(ridge)
  const { deadBand, fullOpen, conductance, criticalRatio } = partOf(ridge.air, 'height').figures
  const flows = leverFlow(ridge, derived, 'water')!
  const inside = derived.stages.load.result.hauls.water!.left.pressure + 101_325
  for (const { angle, flow } of flows) {
    if (Math.abs(angle) <= deadBand!) expect(Math.abs(flow)).toBe(0)
    else expect(Math.sign(flow)).toBe(Math.sign(angle))
  }
  const wide = flows[0]!
  expect(-wide.angle).toBeGreaterThan(fullOpen!)
  // Choked: C·p₁ of the reference atmosphere at 20 °C, whatever lies behind.
  expect(101_325 / inside).toBeLessThan(criticalRatio!)
  expect(-wide.flow).toBeCloseTo(conductance! * inside, 9)
  expect(leverFlow(demoPlan('kiln-trailer'), createDeriver()(demoPlan('kiln-trailer')), 'kiln')).toBeNull()
})

test('the hoist empties what a height valve holds: it vents until the bag is slack', () => {
  const { vented, rows } = runLevel(loopOf(demoPlan('ridge-tender'), 'water'), 'hoist')
  expect(vented).toBeGreaterThan(0.005)
  expect(rows.at(-1)!.spring).toBeLessThan(5000)
})

test('a controller waits out a pothole and a rough road; a height valve spends air on it, a lagging one less', () => {
  const kiln = loopOf(demoPlan('kiln-trailer'), 'kiln')
  expect(runLevel(kiln, 'pothole').filled).toBe(0)
  expect(runLevel(kiln, 'rough').filled).toBeLessThan(0.001)
  const ridge = demoPlan('ridge-tender')
  const lagging = runLevel(loopOf(ridge, 'water'), 'rough').filled
  ridge.air.components.height!.sheet.arm = 0.15
  ridge.tune.lever.delay = 0
  const quick = runLevel(loopOf(ridge, 'water'), 'rough').filled
  expect(quick).toBeGreaterThan(0.001)
  expect(lagging).toBeLessThan(quick / 2)
})

test('of what was tried what hunts comes last, then what never comes level, then by its air; the plan is left alone', () => {
  const ridge = demoPlan('ridge-tender')
  const before = structuredClone(ridge)
  const derived = createDeriver()(ridge)
  const [last] = LEVER_TRIES.slice(-1)
  const one = tryLevel(ridge, derived, 'water', last!)!
  expect(one.of).toEqual(last)
  expect(ridge).toEqual(before)
  const tried = { ...one, hunts: 0, huntsEvery: null, off: 0, levelAt: 10, airPerKm: 2 }
  const list = [{ ...tried, hunts: 0.01 }, { ...tried, levelAt: null }, tried, { ...tried, airPerKm: 1 }]
  expect(bestTried(list)).toEqual([list[3], list[2], list[1], list[0]])
  const kiln = demoPlan('kiln-trailer')
  expect(tryLevel(kiln, createDeriver()(kiln), 'kiln', LEVER_TRIES[0]!)).toBeNull()
})

test('what is offered of levers goes over the whole travel: taken, no Stop comes', () => {
  const ridge = demoPlan('ridge-tender')
  const derived = createDeriver()(ridge)
  // Every arm, with a short, a middle or a long link.
  const some = LEVER_TRIES.filter((_, i) => i % 6 === 0)
  const offered = some.filter((of) => tryLevel(ridge, derived, 'dry', of) !== null)
  const geometric = some.map((of) => {
    const taken = structuredClone(ridge)
    takeTry(taken, of)
    const stops = createDeriver()(taken).notes.filter(({ rule }) => rule.startsWith('lever-'))
    return { of, stops: stops.length }
  })
  expect(geometric.some(({ stops }) => stops > 0)).toBe(true)
  for (const { of, stops } of geometric)
    expect({ of, isOffered: offered.includes(of) }).toEqual({ of, isOffered: stops === 0 })
})

test('a controller has filter, band and wait tried; what is taken stands in the plan', () => {
  const kiln = demoPlan('kiln-trailer')
  const derived = createDeriver()(kiln)
  expect(levelTries(kiln)).toBe(CONTROL_TRIES)
  expect(levelTries(demoPlan('estuary-flatbed'))).toEqual([])
  const last = CONTROL_TRIES.at(-1)!
  const levelAt = (wait: number) =>
    tryLevel(kiln, derived, 'kiln', { filter: 0.5, band: 0.004, wait })!.levelAt!
  // A longer wait comes level later, by as much.
  expect(levelAt(20) - levelAt(2)).toBeCloseTo(18, 0)
  const taken = structuredClone(kiln)
  takeTry(taken, last)
  const { leveller } = loopOf(taken, 'kiln')
  expect(leveller).toMatchObject({ kind: 'controller', filter: 5, band: 0.015, wait: 20 })
})

describe('what is wrong with it', () => {
  const kiln = loopOf(demoPlan('kiln-trailer'), 'kiln')
  const ridge = loopOf(demoPlan('ridge-tender'), 'water')
  test('a sensor unplugged: the controller keeps still, the truck stays where its load puts it', () => {
    const { filled, vented, off } = runLevel(kiln, 'load', 1, 'unplugged')
    expect([filled, vented]).toEqual([0, 0])
    expect(off).toBeLessThan(runLevel(kiln, 'load').off - 0.01)
  })
  test('a valve’s link off: its arm hangs and it lets everything out', () => {
    const { rows, off } = runLevel(ridge, 'load', 1, 'unplugged')
    expect(rows.at(-1)!.spring).toBeLessThan(5000)
    expect(off).toBeLessThan(-0.02)
  })
  test('an arm the wrong way round drives it away from level, of either kind', () => {
    for (const loop of [kiln, ridge]) {
      const { off, levelAt } = runLevel(loop, 'load', 1, 'reversed')
      expect(Math.abs(off)).toBeGreaterThan(Math.abs(runLevel(loop, 'load').off) + 0.01)
      expect(levelAt).toBeNull()
    }
  })
  test('a slow leak sinks it to the edge of the dead band, where the valve fills it up', () => {
    const [tight, leaks] = (['none', 'leak'] as const).map((fault) => runLevel(ridge, 'smooth', 1, fault))
    // It sinks into the dead band, 0.04 rad on an arm of 200 mm, and is held at its lower edge.
    expect(leaks!.off).toBeLessThan(tight!.off - 0.0005)
    expect(leaks!.off).toBeGreaterThan(-0.0085)
    expect(leaks!.filled).toBeGreaterThan(tight!.filled)
  })
  test('driving it waits longer than standing: braking for four seconds moves no air', () => {
    expect(runLevel(kiln, 'brake').filled).toBe(0)
  })
})

test('a run as CSV has a line for every row', () => {
  const result = runLevel(loopOf(demoPlan('ridge-tender'), 'half'), 'brake')
  const lines = levelCsv(result).trimEnd().split('\n')
  expect(lines).toHaveLength(result.rows.length + 1)
  expect(lines[0]).toBe('t_s,travel_mm,spring_kPa,tank_kPa')
})

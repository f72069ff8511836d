import { PRACTICE } from '../../catalog/practice'
import fc from 'fast-check'
import { Solver } from 'odex'
import { demoPlan } from '../../demo/demoShop'
import { createDeriver } from '../../derive/derive'
import { runFacts, haulSets } from '../../whatIf/runs'
import type { Derived } from '../../derive/types'
import { applyEdit } from '../../document/edit'
import type { AirPlan, Archetype, Plan, Scenario, ScenarioStep } from '../../document/types'
import { STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { addSecondCompressor } from '../circuit/additions'
import { ARCHETYPES } from '../circuit/startingCircuits'
import { partOf } from '../parts/parts'
import { boreConductance } from '../equations/componentFlow'
import { buildCircuitModel } from './model'
import type { RunFacts, RunResult } from './types'
import { CircuitRun } from './circuitRun'
import { runScenario } from './run'
import { circuitPatches } from '../circuit/changeCircuit'
import { newScenario, plannedScenarios } from './scenarios'

const PSI = 6894.757
const LEAST = 34_474

const kept = new Map<string, { plan: Plan; derived: Derived; facts: RunFacts }>()
/** The demo's flatbed with any starting circuit on it. */
function stand(archetype: Archetype): { plan: Plan; derived: Derived; facts: RunFacts } {
  const known = kept.get(archetype)
  if (known) return known
  const base = demoPlan('estuary-flatbed')
  const plan = applyEdit(base, circuitPatches(base.air, archetype))
  const derived = createDeriver()(plan)
  const made = { plan, derived, facts: runFacts(plan, derived) }
  kept.set(archetype, made)
  return made
}
const scenario = (steps: ScenarioStep[], rest: Partial<Scenario> = {}): Scenario => ({
  ...newScenario('x', 1, LEAST, LEAST),
  steps,
  ...rest,
})
function run(archetype: Archetype, steps: ScenarioStep[], rest: Partial<Scenario> = {}): RunResult {
  const { plan, facts } = stand(archetype)
  return runScenario(plan.air, facts, scenario(steps, rest))
}
const series = (r: RunResult, part: string) => {
  const i = r.columns.findIndex((c) => c.id === (r.where[part] ?? part))
  return r.rows.map((row) => row[i]!)
}
const last = (r: RunResult, part: string) => series(r, part).at(-1)!
const wait = (seconds: number): ScenarioStep => ({ do: 'wait', seconds })

describe('the solver’s derivatives', () => {
  test.each(ARCHETYPES.map((a) => a.id))(
    '%s: link by link they are what trying every unknown gives',
    (archetype) => {
      const { plan, derived, facts } = stand(archetype)
      const [set] = haulSets(plan, derived).slice(1)
      const circuitRun = new CircuitRun(plan.air, facts, scenario([], { haul: set!.id }))
      circuitRun.begin({ do: 'bring', left: set!.left, right: set!.right })
      circuitRun.advance(1.7)
      const { sim } = circuitRun
      const n = sim.y.length
      const f = new Float64Array(n)
      const tried = new Float64Array(n)
      const exact = new Float64Array(n * n)
      sim.slope(sim.t, sim.y, f)
      sim.derivatives(sim.t, sim.y, exact, new Float64Array(n))
      // Largest slope of each row, so that entries negligible beside it do not count.
      const steepest = Array.from({ length: n }, (_, i) =>
        Math.max(...Array.from({ length: n }, (_u, j) => Math.abs(exact[i * n + j]!))),
      )
      const thermal = circuitRun.model.network.vessels.filter((v) => v.wall !== null)
      const ofSpring = new Set(
        thermal.flatMap((v, k) => (v.spring ? [circuitRun.model.network.vessels.length + k] : [])),
      )
      for (let j = 0; j < n - 2; j++) {
        const y = sim.y.slice()
        const by = Math.max(Math.abs(y[j]!) * 1e-6, 1e-13)
        y[j] = y[j]! + by
        sim.slope(sim.t, y, tried)
        // The change of the springs' own stiffness is left out on purpose, so their two rows are allowed more.
        for (let i = 0; i < n - 2; i++)
          expect(Math.abs((tried[i]! - f[i]!) / by - exact[i * n + j]!)).toBeLessThan(
            steepest[i]! * (ofSpring.has(i) ? 0.12 : 0.01) + 1e-3,
          )
        // Gas taken from and given to the atmosphere: where nothing flows, either row may take the first of it.
        const net = (of: (row: number) => number) => of(n - 2) - of(n - 1)
        const seen = net((i) => (tried[i]! - f[i]!) / by)
        expect(Math.abs(seen - net((i) => exact[i * n + j]!))).toBeLessThan(
          Math.max(steepest[n - 2]!, steepest[n - 1]!) * 0.01 + 1e-3,
        )
      }
    },
  )
})

describe('whole circuits against a general ODE package on the same equations (odex 2.0.4), within 0.2 %', () => {
  test.each([
    ['hand-teed', 3],
    ['wireless-single', 1],
    ['tank-paddles', 0.6],
  ] as const)(
    '%s over %s s of filling',
    (archetype, seconds) => {
      const { plan, derived, facts } = stand(archetype)
      const set = haulSets(plan, derived)[1]!
      const open = (circuitRun: CircuitRun) =>
        circuitRun.begin({ do: 'bring', left: set.left, right: set.right })
      const circuitRun = new CircuitRun(plan.air, facts, scenario([], { haul: set.id }))
      open(circuitRun)
      const other = new CircuitRun(plan.air, facts, scenario([], { haul: set.id }))
      open(other)
      // Both have their valves switched at 0 s; this call switches nothing more.
      circuitRun.advance(1e-6)
      other.advance(1e-6)
      const [from, n] = [other.t, other.sim.y.length]
      const out = new Float64Array(n)
      const solver = new Solver(n)
      solver.relativeTolerance = 1e-8
      solver.absoluteTolerance = 1e-12
      const y = solver.solve(
        (t, x) => {
          other.sim.slope(t, Float64Array.from(x), out)
          return [...out]
        },
        from,
        [...other.sim.y],
        from + seconds,
      ).y
      circuitRun.advance(from + seconds)
      circuitRun.model.network.vessels.forEach((v, i) =>
        expect({ v: v.id, ratio: circuitRun.sim.y[i]! / y[i]! }).toEqual({
          v: v.id,
          ratio: expect.closeTo(1, 2.7),
        }),
      )
    },
    60_000,
  )
})

describe('what works by itself', () => {
  test('a pressure switch starts and stops the supply at its own pressures, again and again', () => {
    const r = run('tank-wireless', [{ do: 'press', part: 'drain', way: 'down', seconds: 20 }, wait(400)])
    const { cutIn, cutOut } = partOf(stand('tank-wireless').plan.air, 'switch').figures as {
      cutIn: number
      cutOut: number
    }
    expect(r.events.filter((e) => e.text === 'Compressor starts').length).toBe(1)
    expect(last(r, 'tank')).toBeLessThan(cutOut * 1.001)
    expect(Math.max(...series(r, 'tank'))).toBeLessThan(cutOut * 1.001)
    expect(last(r, 'tank')).toBeGreaterThan(cutIn)
  })
  test('a cab switch without a pressure switch works the compressor itself', () => {
    const { plan, facts } = stand('cab-gauge')
    const { switch: _out, ...components } = plan.air.components
    const lines = Object.entries(plan.air.lines).filter(([, l]) => ![l.from, l.to].includes('switch'))
    const air: AirPlan = { ...plan.air, components, lines: Object.fromEntries(lines) }
    const pressed = runScenario(air, facts, scenario([{ do: 'press', part: 'up', way: 'up', seconds: 5 }]))
    expect(pressed.events.map((e) => e.text)).toContain('Compressor starts')
    expect(last(pressed, 'spring-left')).toBeGreaterThan(LEAST + 3500)
    // Released, it rests.
    expect(pressed.used.compressor!.on).toBeCloseTo(5, 1)
    const left = runScenario(air, facts, scenario([wait(5)]))
    expect(left.events.map((e) => e.text)).not.toContain('Compressor starts')
  })
  test('a motor that runs too long trips, cools and starts again', () => {
    const { plan, facts } = stand('wireless-dual')
    const air: AirPlan = { ...plan.air, compressorClass: 'small-wireless' }
    const r = runScenario(
      air,
      facts,
      scenario([
        { do: 'fault', what: 'valve-shut', part: 'block.out1' },
        { do: 'bring', left: 300_000, right: 300_000 },
        wait(10),
      ]),
    )
    const texts = r.events.map((e) => e.text)
    expect(texts).toContain('Compressor: thermal cut-out opens')
    expect(texts.indexOf('Compressor: thermal cut-out closes')).toBeGreaterThan(
      texts.indexOf('Compressor: thermal cut-out opens'),
    )
    expect(r.used.compressor!.hottest).toBeLessThan(378.5)
    expect(r.brought).toEqual([null])
  })
  test('a height valve answers a load put on, and leaves the truck high until it is dumped when its check valve holds', () => {
    const r = run('height-valve', [
      { do: 'load', haul: 'totes' },
      wait(120),
      { do: 'load', haul: null },
      wait(60),
    ])
    const { levelAt } = stand('height-valve').facts
    const t = r.rows.map((row) => row[0]!)
    const h = series(r, 'height-left').map((v, i) => (v + series(r, 'height-right')[i]!) / 2)
    const at = (s: number) => h[t.findIndex((x) => x >= s)]!
    expect(at(1)).toBeLessThan(levelAt.left - 0.02)
    expect(Math.abs(at(119) - levelAt.left)).toBeLessThan(0.014)
    expect(h.at(-1)!).toBeGreaterThan(levelAt.left + 0.02)
  })
  test('electronic levelling waits its time before it acts, and is content within its band', () => {
    const r = run('electronic', [{ do: 'load', haul: 'totes' }, wait(90)])
    const first = r.events.find((e) => e.text.includes('fill'))!
    expect(first.t).toBeCloseTo(5, 1)
    const { levelAt } = stand('electronic').facts
    expect(Math.abs(last(r, 'height-left') - levelAt.left)).toBeLessThan(0.0065)
    expect(Math.abs(last(r, 'height-right') - levelAt.right)).toBeLessThan(0.0065)
  })
  test('a keep-up switch holds the minimum against a leak', () => {
    const r = run('cab-gauge', [wait(3600)], {
      start: { left: 55_000, right: 55_000, tank: null },
      leak: 3e-12,
    })
    expect(Math.min(...series(r, 'spring-left'))).toBeGreaterThan(LEAST - 3500)
    expect(r.used.compressor!.starts).toBeGreaterThan(0)
  })
})

describe('what is done to it', () => {
  test('two tyres from a tank; gas is kept though tyres come and go', () => {
    const r = run('tank-wireless', [{ do: 'tyre', volume: 0.03, from: 200_000, to: 300_000, count: 2 }])
    expect(r.results[0]).toMatchObject({ count: 2, seconds: expect.any(Number) })
    expect(r.massError).toBeLessThan(1e-8)
    // Twice 30 L by 100 kPa from 7.6 L that fall, and what the compressor adds meanwhile (gas law).
    expect(last(r, 'tyre')).toBeCloseTo(300_000, -3)
  })
  test('a tool beyond the supply runs in full for a while only', () => {
    const r = run('tank-wireless', [{ do: 'tool', demand: 120 / 60_000, needed: 620_000, seconds: 120 }])
    expect(r.results[0]!.count).toBe(0)
    expect(r.results[0]!.seconds!).toBeGreaterThan(5)
    expect(r.results[0]!.seconds!).toBeLessThan(60)
  })
  test('no coupler, no tyre; a horn sounds only while its button is held', () => {
    expect(
      run('wireless-dual', [{ do: 'tyre', volume: 0.03, from: 0, to: 1e5, count: 1 }]).results[0]!.seconds,
    ).toBeNull()
    const r = run('high-flow', [{ do: 'press', part: 'horn-valve', way: 'up', seconds: 3 }, wait(5)])
    const flow = r.rows.map((row) => row[r.columns.findIndex((c) => c.id === 'flow.horn')]!)
    const t = r.rows.map((row) => row[0]!)
    expect(flow[t.findIndex((x) => x > 1.5)]!).toBeGreaterThan(1e-4)
    expect(flow.at(-1)!).toBeLessThan(1e-5)
  })
  test('a load put on squeezes the air as fast as it can: p·V^γ is kept, and gas', () => {
    const { plan, facts } = stand('wireless-dual')
    const circuitRun = new CircuitRun(plan.air, facts, scenario([]))
    const before = circuitRun.sim.sample()
    const [l] = [circuitRun.sim.index.get('spring-left')!]
    const volume = (haul: string | null, p: number[]) =>
      facts.springs(haul)(p[0]! - STANDARD_ATMOSPHERE, p[1]! - STANDARD_ATMOSPHERE)
    const r = circuitRun.sim.index.get('spring-right')!
    const mass = circuitRun.sim.mass
    circuitRun.begin({ do: 'load', haul: 'totes' })
    const after = circuitRun.sim.sample()
    const v0 = volume(null, [before.pressure[l]!, before.pressure[r]!])
    const v1 = volume('totes', [after.pressure[l]!, after.pressure[r]!])
    expect((after.pressure[l]! * v1[0] ** 1.4) / (before.pressure[l]! * v0[0] ** 1.4)).toBeCloseTo(1, 4)
    expect(circuitRun.sim.mass / mass).toBeCloseTo(1, 12)
  })
})

test('extremes are of every step: no row kept lies outside them, and a load squeezes to the least', () => {
  const r = run('wireless-dual', [
    { do: 'load', haul: 'totes' },
    wait(5),
    { do: 'bring', left: 300_000, right: 350_000 },
    { do: 'load', haul: null },
    wait(5),
  ])
  for (const side of ['left', 'right'] as const) {
    const { pressure, low, high } = r.extremes[side]
    expect(Math.max(...series(r, `spring-${side}`))).toBeLessThanOrEqual(pressure)
    expect(Math.min(...series(r, `height-${side}`))).toBeGreaterThanOrEqual(low)
    expect(Math.max(...series(r, `height-${side}`))).toBeLessThanOrEqual(high)
    expect(high - low).toBeGreaterThan(0.04)
  }
  // Empty again, the front stands where it stood before; under load it carried part of it.
  expect(series(r, 'sag-front')[0]!).toBeCloseTo(last(r, 'sag-front'), 3)
  expect(Math.max(...series(r, 'sag-rear'))).toBeGreaterThan(series(r, 'sag-rear')[0]! + 0.04)
})

describe('what fails', () => {
  const up: ScenarioStep = { do: 'bring', left: 250_000, right: 250_000 }
  test('compressor that does not start, valve that does not open: never there', () => {
    expect(
      run('wireless-dual', [{ do: 'fault', what: 'compressor-off', part: 'compressor' }, up]).brought,
    ).toEqual([null])
    expect(
      run('wireless-dual', [{ do: 'fault', what: 'valve-shut', part: 'block.out1' }, up]).brought,
    ).toEqual([null])
  })
  test('a welded switch takes the tank to its relief valve and no further; with that stuck too, to what the compressor can', () => {
    const welded: ScenarioStep = { do: 'fault', what: 'switch-welded', part: 'switch' }
    const { plan, facts } = stand('tank-wireless')
    const air: AirPlan = { ...plan.air, compressorClass: 'medium' }
    const relief = partOf(air, 'relief').figures.set!
    const guarded = runScenario(air, facts, scenario([welded, wait(600)]))
    expect(last(guarded, 'tank')).toBeGreaterThan(relief)
    expect(last(guarded, 'tank')).toBeLessThan(relief * 1.1)
    const bare = runScenario(
      air,
      facts,
      scenario([welded, { do: 'fault', what: 'relief-shut', part: 'relief' }, wait(1200)]),
    )
    expect(last(bare, 'tank')).toBeGreaterThan(relief * 1.15)
    expect(last(bare, 'tank')).toBeLessThan(1_379_000 * 1.11)
  })
  test('a line off lets its spring down and leaves the other; teed by mistake both meet', () => {
    const off = run(
      'wireless-dual',
      [{ do: 'fault', what: 'line-off', part: 'tee-spring-left' }, wait(120)],
      { start: { left: 300_000, right: 200_000, tank: null } },
    )
    expect(last(off, 'spring-left')).toBeLessThan(1000)
    expect(last(off, 'spring-right')).toBeGreaterThan(150_000)
    const teed = run('wireless-dual', [{ do: 'fault', what: 'teed', part: 'spring-left' }, wait(120)], {
      start: { left: 300_000, right: 200_000, tank: null },
    })
    expect(Math.abs(last(teed, 'spring-left') - last(teed, 'spring-right'))).toBeLessThan(200)
  })
  test('check valve gone or the wrong way round, relief valve stuck open, valve stuck open, compressor stuck on, a leak', () => {
    const reversed = run('tank-wireless', [
      { do: 'press', part: 'drain', way: 'down', seconds: 15 },
      { do: 'fault', what: 'check-reversed', part: 'check' },
      wait(200),
    ])
    expect(last(reversed, 'tank')).toBeLessThan(
      partOf(stand('tank-wireless').plan.air, 'switch').figures.cutIn!,
    )
    const gone = run('tank-wireless', [{ do: 'fault', what: 'check-missing', part: 'check' }, wait(20)])
    expect(last(gone, 'check.in')).toBeCloseTo(last(gone, 'tank'), -3)
    expect(
      last(run('tank-wireless', [{ do: 'fault', what: 'relief-open', part: 'relief' }, wait(120)]), 'tank'),
    ).toBeLessThan(400_000)
    expect(
      last(
        run('tank-paddles', [{ do: 'fault', what: 'valve-open', part: 'paddle-left' }, wait(60)]),
        'spring-left',
      ),
    ).toBeGreaterThan(600_000)
    const stuck = run('wireless-dual', [{ do: 'fault', what: 'compressor-on', part: 'compressor' }, wait(60)])
    expect(last(stuck, 'compressor')).toBeGreaterThan(800_000)
    const leak = run('wireless-dual', [{ do: 'fault', what: 'leak', part: 'tee-spring-left' }, wait(300)], {
      start: { left: 300_000, right: 300_000, tank: null },
    })
    expect(last(leak, 'spring-left')).toBeLessThan(last(leak, 'spring-right') - 20_000)
  })
  test('every planned scenario of nine kinds of circuit runs to its end, keeps its gas, and never leaves what its sources allow', () => {
    // The other four are these without a part, or with one more of the same.
    for (const { id } of ARCHETYPES.filter(
      (a) => !['hand-two', 'wireless-single', 'app-block', 'cab-gauge'].includes(a.id),
    )) {
      const { plan, derived, facts } = stand(id)
      const sets = haulSets(plan, derived).slice(1, 2)
      for (const s of plannedScenarios(plan.air, sets, LEAST).filter(
        (x) => !x.id.startsWith('night') && !x.id.startsWith('hold'),
      )) {
        const r = runScenario(plan.air, facts, s)
        const top = Math.max(
          PRACTICE.shopAir.value,
          1_379_000 * 1.11,
          ...Object.values(buildCircuitModel(plan.air, facts, s).start).map((p) => p - STANDARD_ATMOSPHERE),
        )
        const pressures = r.columns.flatMap((c, i) => (c.quantity === 'pressure' ? [i] : []))
        const outside = r.rows.flatMap((row) =>
          pressures.filter((i) => !(row[i]! > -STANDARD_ATMOSPHERE && row[i]! <= top)),
        )
        expect({ id, s: s.id, mass: r.massError < 1e-8, outside }).toEqual({
          id,
          s: s.id,
          mass: true,
          outside: [],
        })
      }
    }
  })
})

test('a bore’s conductance is a choked orifice’s: ṁ = Cd·A·0.0404·p/√T (reference sheet), Cd 0.8', () => {
  fc.assert(
    fc.property(fc.double({ min: 2e-4, max: 5e-3, noNaN: true }), (bore) => {
      const choked = (0.8 * (Math.PI / 4) * bore ** 2 * 0.0404 * 8e5) / Math.sqrt(293.15)
      expect((boreConductance(bore) * 1.185 * 8e5) / choked).toBeCloseTo(1, 9)
    }),
  )
})

test('a pair from 5 to 85 psi from a 2 gal tank at 150 psi through 3/16 in line takes of the order of 15 s (common practice; a third to double), paddles held open', () => {
  const { plan, facts } = stand('tank-paddles')
  const air: AirPlan = { ...plan.air, tubeClass: 'nylon-3-16' }
  const r = runScenario(
    air,
    facts,
    scenario([{ do: 'bring', left: 85 * PSI, right: 85 * PSI }], {
      haul: 'totes',
      start: { left: 5 * PSI, right: 5 * PSI, tank: 150 * PSI },
    }),
  )
  const reached = r.rows.find(
    (row) =>
      Math.min(
        row[r.columns.findIndex((c) => c.id === 'spring-left')]!,
        row[r.columns.findIndex((c) => c.id === 'spring-right')]!,
      ) >=
      80 * PSI,
  )![0]!
  expect(reached).toBeGreaterThan(5)
  expect(reached).toBeLessThan(30)
})

describe('two compressors', () => {
  const pair = (staging: number, archetype: Archetype = 'tank-wireless') => {
    const base = stand(archetype).plan
    const plan = { ...base, air: addSecondCompressor(base.air), power: { ...base.power, staging } }
    const facts = runFacts(plan, createDeriver()(plan))
    return runScenario(
      plan.air,
      facts,
      scenario([{ do: 'wait', seconds: 40 }], { start: { left: LEAST, right: LEAST, tank: 0 } }),
    )
  }
  const starts = ({ events }: RunResult) =>
    events
      .filter(({ text }) => text.endsWith(' starts'))
      .map(({ t, part }) => [part, Math.round(t * 100) / 100])

  test('the second starts when its delay is over, not before, and on its own', () => {
    expect(starts(pair(0))).toEqual([
      ['compressor', 0],
      ['compressor-2', 0],
    ])
    expect(starts(pair(5))).toEqual([
      ['compressor', 0],
      ['compressor-2', 5],
    ])
  })
  test('together they give the same air to a tank as two do, the amps of both, and no gas is lost', () => {
    const [both, late] = [pair(0), pair(20)]
    expect(both.used.compressor!.charge / both.used['compressor-2']!.charge).toBeCloseTo(1, 2)
    expect(both.used['compressor-2']!.on - late.used['compressor-2']!.on).toBeCloseTo(20, 3)
    expect(both.highestCurrent).toBeGreaterThan(
      1.9 * (both.used.compressor!.charge / both.used.compressor!.on),
    )
    expect(Math.abs(both.massError)).toBeLessThan(1e-9)
    const full = (r: RunResult) => r.highest.tank!
    expect(full(both)).toBeGreaterThan(full(late))
  })
})

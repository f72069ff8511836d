import fc from 'fast-check'
import { faultsOf } from '../../tests/faultsOf'
import { TRUCK_KINDS } from '../catalog/trucks'
import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { demoJobs } from '../demo/demoShop'
import { createDeriver } from './derive'
import { makeEdit } from '../document/edit'
import { newItem } from '../document/newHaul'
import { newPlan } from '../jobs/newPlan'
import { report } from '../papers/report'
import { checkPlan } from '../document/schema'
import { type Plan, LINE_NOT_LOOKED_AT, NOTHING_RECORDED } from '../document/types'
import { slice } from '../../tests/slice'

const plans = [...demoJobs().map((j) => j.plan), ...TRUCK_KINDS.map((k) => newPlan(k.id, k.label))]

describe('derive', () => {
  test('every demo job with every circuit gives finite figures, each with a formula and a source', () => {
    for (const { plan: base } of demoJobs()) {
      const derive = createDeriver()
      for (const { id } of slice(base.job.name, ARCHETYPES, 0.4)) {
        const plan: Plan = { ...base, air: { ...base.air, archetype: id, ...startingCircuit(id) } }
        expect({ name: base.job.name, id, faults: faultsOf(derive(plan)) }).toMatchObject({ faults: [] })
      }
    }
  })

  test('the largest and oddest figures the format takes never stop it, nor make a figure that is not one', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...plans),
        fc.constantFrom(0, 1, 500, 200_000),
        fc.constantFrom(-40, -1, 0, 40),
        fc.constantFrom(-5, 0, 5),
        fc.constantFrom(-5000, 0, 50_000),
        fc.constantFrom(1000, 50_000, 5e6),
        fc.constantFrom(0, 0.2, 40),
        fc.constantFrom('level', 'share', 'rake'),
        (base, mass, x, y, ball, rate, gap, school) => {
          const plan = structuredClone(base)
          for (const haul of Object.values(plan.hauls)) {
            haul.items.odd = newItem('Odd', 1, mass, x, y, [0, 0, 0])
            haul.ballLoad = ball
            haul.target.school = school as 'level'
          }
          plan.truck.suspension.rearRate = rate
          plan.truck.seatGap.unladen = gap
          expect(checkPlan(plan).problems).toBeNull()
          const derived = createDeriver()(plan)
          for (const card of Object.values(derived.stages.load.result.cards))
            expect(card().every((row) => Number.isFinite(row.left + row.right + row.rearAxle))).toBe(true)
          expect(faultsOf(derived)).toEqual([])
        },
      ),
      { numRuns: 60 },
    )
  })

  test('stages whose inputs are the same objects are kept, the others are new', () => {
    const derive = createDeriver()
    const plan = plans[0]!
    const first = derive(plan)
    const { plan: next } = makeEdit(plan, 'a', 'x', (d) => {
      d.prove.holds.evening!.label = 'x'
    })!
    const second = derive(next)
    for (const stage of ['truck', 'load', 'air', 'lay', 'power', 'tune', 'build'] as const)
      expect(second.stages[stage]).toBe(first.stages[stage])
    expect(second.stages.prove).not.toBe(first.stages.prove)
  })

  test('a copy keeps what was computed before, and what it computes is not the first one’s', () => {
    const derive = createDeriver()
    const { plan } = demoJobs()[0]!
    const first = derive(plan)
    const other = { ...plan, power: { ...plan.power, maxDrop: 0.011 } }
    const looked = derive.copy()(other)
    expect(looked.stages.truck).toBe(first.stages.truck)
    expect(looked.stages.power).not.toBe(first.stages.power)
    expect(derive(plan).stages.power).toBe(first.stages.power)
  })

  test('a kept derivation equals one made from nothing, whatever was edited before', () => {
    const derive = createDeriver()
    fc.assert(
      fc.property(
        fc.constantFrom(...plans),
        fc.double({ min: 0, max: 2000, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (plan, mass, x) => {
          const { plan: next } = makeEdit(plan, 'a', 'x', (d) => {
            const haul = Object.values(d.hauls)[0]!
            haul.items.extra = newItem('Extra', 99, mass, x, 0, [0.5, 0.5, 0.5])
          })!
          derive(plan)
          expect(report(next, derive(next))).toEqual(report(next, createDeriver()(next)))
        },
      ),
      { numRuns: 30 },
    )
  })

  const noteOf = (change: (plan: Plan) => void, base = plans[0]!) => {
    const plan = structuredClone(base)
    change(plan)
    return createDeriver()(plan).notes.map((n) => `${n.rank} ${n.rule}`)
  }
  const totes = (p: Plan) => p.hauls.totes!

  test.each<[string, (p: Plan) => void]>([
    [
      'stop over-rear-axle',
      (p) => {
        totes(p).items.t3!.mass = 1800
      },
    ],
    [
      'stop over-front-axle',
      (p) => {
        p.truck.ratings.frontAxle = 1500
      },
    ],
    [
      'stop over-gross',
      (p) => {
        p.truck.ratings.gross = 3000
      },
    ],
    [
      'stop over-ball',
      (p) => {
        totes(p).ballLoad = 400
      },
    ],
    [
      'stop over-combination',
      (p) => {
        totes(p).trailerMass = 6000
      },
    ],
    [
      'stop over-spring-pressure',
      (p) => {
        p.air.springClass = 'leaf-helper-double-1130'
        p.air.sheet = null
      },
    ],
    [
      'fix no-backup-fill',
      (p) => {
        delete p.air.components['fill-left']
      },
    ],
    [
      'stop open-port',
      (p) => {
        delete p.air.lines['fill-line-left']
      },
    ],
    [
      'fix run-blocked',
      (p) => {
        p.lay.places.compressor = { x: 7, y: 0, z: 0.8 }
      },
    ],
    [
      'stop loose-line',
      (p) => {
        p.air.lines.odd = {
          from: 'ghost',
          fromPort: 'x',
          to: 'block',
          toPort: 'in',
          path: 'left',
          tube: null,
          state: 'new',
          found: LINE_NOT_LOOKED_AT,
        }
      },
    ],
    [
      'stop part-near-heat',
      (p) => {
        p.lay.places.compressor = { x: 0.8, y: -0.33, z: 0.6 }
      },
    ],
    [
      'stop line-near-heat',
      (p) => {
        // A pipe across the whole width, above and below the rails: no line gets past it.
        const across = (y: number, z: number) => ({ x: 0.6, y, z })
        p.truck.exhaust.points = [across(-1.2, 0.85), across(1.2, 0.85), across(1.2, 0.5), across(-1.2, 0.5)]
      },
    ],
    [
      'fix parts-apart',
      (p) => {
        p.lay.places.block = { x: 0.4, y: 0.53, z: 0.76 }
      },
    ],
    [
      'fix harness-short',
      (p) => {
        p.lay.harnessLength = 1
      },
    ],
    [
      'fix drop',
      (p) => {
        p.power.wireArea = 1.5e-6
      },
    ],
    [
      'stop fuse-over-wire',
      (p) => {
        p.power.wireArea = 3.3e-6
        p.power.fuse = 40
      },
    ],
    [
      'stop earth-not-steel',
      (p) => {
        p.truck.bed.material = 'aluminium'
        p.power.earth = 'body'
      },
    ],
    [
      'stop preset-over-limit',
      (p) => {
        p.tune.presets.totes = { left: 900_000, right: 400_000 }
      },
    ],
    [
      'stop preset-under-minimum',
      (p) => {
        p.tune.presets.totes = { left: 10_000, right: 400_000 }
      },
    ],
    [
      'stop minimum-too-low',
      (p) => {
        p.tune.minimum = 1000
      },
    ],
    ['know front-axle-truth', () => {}],
    ['know ratings-stay', () => {}],
    [
      'stop out-of-order',
      (p) => {
        p.build.ticks = { fuse: { who: 'Bram', at: '2026-03-12T08:00:00.000Z', ...NOTHING_RECORDED } }
      },
    ],
    [
      'stop leaking',
      (p) => {
        p.prove.holds.evening!.readings.forEach((r, i) => {
          r.pressure -= i * 3000
        })
      },
    ],
    [
      'fix height-not-held',
      (p) => {
        p.prove.holds.evening!.heightHeld = false
      },
    ],
    [
      'stop soap-bubble',
      (p) => {
        p.prove.soap['block-left:from'] = { finding: 'bubble', who: 'Bram', at: '', of: '' }
      },
    ],
    [
      'fix teed-sides-differ',
      (p) => {
        Object.assign(p.air, { archetype: 'wireless-single', ...startingCircuit('wireless-single') })
      },
    ],
    [
      'stop spring-height',
      (p) => {
        p.truck.seatGap.unladen = 0.4
        p.truck.seatGap.droop = 0.5
      },
    ],
    [
      'stop spring-kind-choice',
      (p) => {
        p.air.springClass = 'coil-insert-450'
      },
    ],
    [
      'stop unknown-class',
      (p) => {
        p.air.springClass = 'moon-rock'
      },
    ],
  ])('%s', (rule, change) => {
    expect(noteOf(change)).toContain(rule)
  })

  test('the finished demo jobs carry no Stop', () => {
    for (const plan of plans.slice(0, 2))
      expect(
        createDeriver()(plan)
          .notes.filter((n) => n.rank === 'stop')
          .map((n) => n.rule),
      ).toEqual([])
  })

  test('a test with the truck free to sink never reads tight', () => {
    const plan = structuredClone(plans[0]!)
    plan.prove.holds.evening!.heightHeld = false
    expect(createDeriver()(plan).stages.prove.result.holds.evening!.verdict).toBe('cannot tell')
  })

  test('bag pressure never changes an axle load', () => {
    const plan = structuredClone(plans[0]!)
    const before = createDeriver()(plan).stages.load.result.hauls.totes!
    plan.hauls.totes!.target = { school: 'share', share: 0.9 }
    const after = createDeriver()(plan).stages.load.result.hauls.totes!
    expect(after.left.pressure).not.toBeCloseTo(before.left.pressure, 0)
    const axles = ({ frontAxle, rearAxle, laden }: typeof before) => [
      frontAxle,
      rearAxle,
      laden.frontLeft + laden.frontRight,
      laden.rearLeft + laden.rearRight,
    ]
    axles(after).forEach((load, i) => expect(load).toBeCloseTo(axles(before)[i]!, 6))
  })
})

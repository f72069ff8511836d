import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { TRUCK_KINDS } from '../catalog/trucks'
import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { demoJobs } from '../demo/demoShop'
import { createDeriver } from './derive'
import { applyEdit, foldHistory, makeEdit, type Edit } from '../document/edit'
import { MAX_FILE_BYTES, PlanFileError, readPlanFile, writePlanFile } from '../document/file'
import { jsonSchemaOf } from '../document/jsonSchema'
import { diffDocuments, sameJson } from '../quantity/patch'
import { mergeDocuments } from '../document/merge'
import { newItem } from '../document/newHaul'
import { newPlan } from './newPlan'
import { report } from './report'
import { STAGES } from '../quantity/figure'
import { checkPlan, planSchema } from '../document/schema'
import { upgradePlan } from '../document/upgrade'
import type { Plan } from '../document/types'

const plans = [...demoJobs().map((j) => j.plan), ...TRUCK_KINDS.map((k) => newPlan(k.id, k.label))]
const refusal = (text: string) => {
  try {
    readPlanFile(text)
    return 'read'
  } catch (error) {
    if (error instanceof PlanFileError) return error.message
    throw error
  }
}

describe('plan file', () => {
  test('export, import, export is byte-identical', () => {
    for (const plan of plans) {
      const text = writePlanFile(plan)
      expect(writePlanFile(readPlanFile(text))).toBe(text)
      expect(sameJson(readPlanFile(text), plan)).toBe(true)
    }
  })

  test('the same for any order of keys a person may write', () => {
    const shuffled = (value: unknown): unknown =>
      Array.isArray(value)
        ? value.map(shuffled)
        : value !== null && typeof value === 'object'
          ? Object.fromEntries(
              Object.entries(value)
                .reverse()
                .map(([k, v]) => [k, shuffled(v)]),
            )
          : value
    expect(writePlanFile(readPlanFile(JSON.stringify(shuffled(plans[0]))))).toBe(writePlanFile(plans[0]!))
  })

  test('broken, truncated, foreign, oversized, newer and misfitting files each get a plain reason', () => {
    const text = writePlanFile(plans[0]!)
    expect(refusal('')).toContain('empty')
    expect(refusal(text.slice(0, 900))).toContain('cut short')
    expect(refusal('{"a": 1,}')).toContain('not readable')
    expect(refusal('{"hello": 1}')).toContain('not a plan')
    expect(refusal(`"${'x'.repeat(MAX_FILE_BYTES)}"`)).toContain('MB')
    expect(refusal(text.replace('"version": 3', '"version": 4'))).toContain('Update the program')
    expect(refusal(text.replace('"wheelbase": 3.7', '"wheelbase": "3.7"'))).toContain('truck.wheelbase')
    expect(refusal(text.replace('"wheelbase": 3.7', '"wheelbase": 3.7, "wings": 2'))).toContain('wings')
    expect(refusal(text.replace('"mass": 310', '"mass": 310000'))).toMatch(/hauls\.\w+\.items\.\w+\.mass/)
    expect(refusal('null')).toContain('not a plan')
  })

  test('cut anywhere or with a byte changed it is refused or still a whole plan, never half read', () => {
    const text = writePlanFile(plans[1]!)
    fc.assert(
      fc.property(fc.nat(text.length - 2), fc.string({ minLength: 1, maxLength: 1 }), (at, c) => {
        expect(refusal(text.slice(0, at))).not.toBe('read')
        const changed = text.slice(0, at) + c + text.slice(at + 1)
        if (refusal(changed) === 'read') expect(checkPlan(JSON.parse(changed)).problems).toBeNull()
      }),
      { numRuns: 150 },
    )
  })

  test('the JSON Schema names every field of a plan and nothing else', () => {
    const walk = (schema: Record<string, unknown>, value: unknown, path: string): void => {
      if (Array.isArray(value))
        return value.forEach((v) => walk(schema.items as Record<string, unknown>, v, `${path}[]`))
      if (value === null || typeof value !== 'object') return
      const properties = schema.properties as Record<string, Record<string, unknown>> | undefined
      for (const [key, inner] of Object.entries(value)) {
        const next = properties ? properties[key] : schema.additionalProperties
        expect({ path: `${path}.${key}`, described: typeof next }).toEqual({
          path: `${path}.${key}`,
          described: 'object',
        })
        walk(next as Record<string, unknown>, inner, `${path}.${key}`)
      }
      if (properties) expect(Object.keys(properties).sort()).toEqual(Object.keys(value).sort())
    }
    walk(jsonSchemaOf(planSchema), plans[0], 'plan')
  })
})

describe('older plans', () => {
  test('a file of version 2 is read as the same plan: what parts and lines were never asked takes its usual value', () => {
    const plan = demoJobs()[0]!.plan
    const raw = JSON.parse(writePlanFile(plan))
    raw.version = 2
    for (const key of ['classes', 'scenarios']) Reflect.deleteProperty(raw.air, key)
    for (const c of Object.values(raw.air.components) as object[])
      for (const key of ['class', 'sheet', 'own']) Reflect.deleteProperty(c, key)
    for (const l of Object.values(raw.air.lines) as object[]) Reflect.deleteProperty(l, 'tube')
    expect(readPlanFile(JSON.stringify(raw))).toEqual(plan)
  })
  const old = readFileSync('tests/fixtures/plan-v1.json', 'utf8')
  test('a file of version 1 is read, and says the same loads and pressures as it did', () => {
    const plan = readPlanFile(old)
    expect(plan.version).toBe(3)
    expect(plan.truck.suspension.overload).toBeNull()
    expect(plan.truck.ratings.tyre).toBeNull()
    expect(plan.truck.survey.gap.how).toBe('tape')
    expect(plan.truck.survey.rearAxle.how).toBe('unknown')
    const { hauls } = createDeriver()(plan).stages.load.result
    // As version 1 of the program computed them.
    expect(hauls.clay!.rearAxle).toBeCloseTo(830 + 310 * (1 - 0.1 / 3.35), 9)
    expect(hauls.kiln!.frontChange).toBeCloseTo((120 * 0.2 - 180 * 1.22) / 3.35, 9)
  })
  test('upgrading once is upgrading for good; a plan of today comes back as the very same object', () => {
    const plan = readPlanFile(old)
    expect(upgradePlan(plan)).toBe(plan)
    for (const p of plans) expect(upgradePlan(p)).toBe(p)
  })
  test('an edit from before, put back, brings a whole item', () => {
    const item = { label: 'Rope', mass: 5, x: 0, y: 0, length: 0.1, width: 0.1, height: 0.1, order: 9 }
    const after = applyEdit(plans[0]!, [
      { op: 'add', path: ['hauls', 'totes', 'items', 'rope'], value: item },
    ])
    expect(checkPlan(after).problems).toBeNull()
    expect(after.hauls.totes!.items.rope).toMatchObject({ on: 'bed', liquid: null })
    expect(after.truck).toBe(plans[0]!.truck)
  })
  test('whatever is no plan comes back as it is', () => {
    fc.assert(fc.property(fc.anything(), (value) => upgradePlan(value) === value || Number.isNaN(value)))
    fc.assert(
      fc.property(
        fc.record({
          version: fc.constant(1),
          truck: fc.anything(),
          hauls: fc.anything(),
          air: fc.anything(),
        }),
        (value) => {
          expect(() => checkPlan(value)).not.toThrow()
        },
      ),
    )
    expect(() =>
      checkPlan({ version: 1, truck: { kind: 'leaf-flatbed' }, hauls: { a: 3 }, air: [] }),
    ).not.toThrow()
  })
})

describe('derive', () => {
  test('every demo job and every kind with every circuit gives finite figures, each with a formula and a source', () => {
    for (const base of plans) {
      for (const { id } of ARCHETYPES) {
        const plan = structuredClone(base)
        Object.assign(plan.air, { archetype: id, ...startingCircuit(id) })
        const derived = createDeriver()(plan)
        for (const stage of STAGES) {
          for (const [key, figure] of Object.entries(derived.stages[stage].figures)) {
            expect({ key, finite: figure.value === null || Number.isFinite(figure.value) }).toEqual({
              key,
              finite: true,
            })
            expect(figure.formula.length * figure.source.length).toBeGreaterThan(0)
          }
        }
        for (const note of derived.notes) expect(note.source.length * note.text.length).toBeGreaterThan(0)
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
          for (const stage of STAGES)
            for (const [key, figure] of Object.entries(derived.stages[stage].figures))
              expect({ key, finite: figure.value === null || Number.isFinite(figure.value) }).toEqual({
                key,
                finite: true,
              })
        },
      ),
      { numRuns: 120 },
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
          expect(report(derive(next))).toEqual(report(createDeriver()(next)))
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
      'fix no-way-across',
      (p) => {
        p.truck.frame.crossMembers = []
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
        p.lay.places['tee-right'] = { x: -1.2, y: -0.75, z: 0.76 }
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
        p.build.ticks = { fuse: { who: 'Bram', at: '2026-03-12T08:00:00.000Z' } }
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
        p.prove.soap['block-left:from'] = { finding: 'bubble', who: 'Bram', at: '' }
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

  test('every remedy offered can be applied, leaves a valid plan, and takes its own note away', () => {
    const cases: ((p: Plan) => void)[] = [
      (p) => {
        totes(p).ballLoad = 400
      },
      (p) => {
        p.lay.places.block = { x: 0.4, y: 0.53, z: 0.76 }
      },
      (p) => {
        p.lay.harnessLength = 1
      },
      (p) => {
        p.power.wireArea = 1.5e-6
      },
      (p) => {
        p.power.wireArea = 3.3e-6
        p.power.fuse = 40
      },
      (p) => {
        p.tune.presets.totes = { left: 900_000, right: 400_000 }
      },
      (p) => {
        p.air.springClass = 'coil-insert-450'
      },
      (p) => {
        p.lay.places.compressor = { x: 0.8, y: -0.33, z: 0.6 }
      },
      (p) => {
        p.lay.slackAtSpring = 0.1
      },
      (p) => {
        p.lay.shields = {}
      },
      (p) => {
        delete p.air.components['fill-left']
      },
    ]
    for (const change of cases) {
      const plan = structuredClone(plans[0]!)
      change(plan)
      for (const note of createDeriver()(plan).notes.filter((n) => n.remedy && n.rank !== 'know')) {
        const after = applyEdit(plan, note.remedy!.patches)
        expect(checkPlan(after).problems).toBeNull()
        expect(
          createDeriver()(after).notes.some((n) => n.rule === note.rule && n.subject === note.subject),
        ).toBe(false)
      }
    }
  })

  test('bag pressure never changes an axle load', () => {
    const plan = structuredClone(plans[0]!)
    const before = createDeriver()(plan).stages.load.result.hauls.totes!
    plan.hauls.totes!.target = { school: 'share', share: 0.9 }
    const after = createDeriver()(plan).stages.load.result.hauls.totes!
    expect(after.left.pressure).not.toBeCloseTo(before.left.pressure, 0)
    expect(after.laden).toEqual(before.laden)
  })
})

describe('edits', () => {
  const plan = plans[0]!
  const step = (p: Plan, id: string, mass: number) =>
    makeEdit(p, id, `mass ${mass}`, (d) => {
      d.hauls.totes!.items.t1!.mass = mass
    })!

  test('the inverse takes back exactly what was done', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5000, noNaN: true }), (mass) => {
        fc.pre(mass !== 310)
        const { plan: next, edit } = step(plan, 'a', mass)
        expect(applyEdit(next, edit.inverse)).toEqual(plan)
        expect(applyEdit(plan, edit.patches)).toEqual(next)
      }),
    )
  })

  test('undo and redo fold from the whole history', () => {
    const a = step(plan, 'a', 1).edit
    const b = step(plan, 'b', 2).edit
    const undo: Edit = { ...b, id: 'c', kind: 'undo' }
    const redo: Edit = { ...b, id: 'd', kind: 'redo' }
    expect(foldHistory([a, b]).undo.map((e) => e.id)).toEqual(['a', 'b'])
    expect(foldHistory([a, b, undo])).toMatchObject({ undo: [{ id: 'a' }], redo: [{ id: 'b' }] })
    expect(foldHistory([a, b, undo, redo])).toMatchObject({ undo: [{ id: 'a' }, { id: 'b' }], redo: [] })
    expect(foldHistory([a, undo, b])).toMatchObject({ undo: [{ id: 'b' }], redo: [] })
  })

  test('what a patch names and is gone gives a plain reason', () => {
    expect(() =>
      applyEdit(plan, [{ op: 'replace', path: ['hauls', 'gone', 'items', 'x', 'mass'], value: 1 }]),
    ).toThrow('no longer in the plan')
  })

  test('different parts merge, the same part is listed, nothing else is touched', () => {
    const mine = structuredClone(plan)
    const theirs = structuredClone(plan)
    mine.hauls.totes!.items.t1!.mass = 200
    mine.hauls.totes!.items.t2!.mass = 222
    theirs.hauls.totes!.items.t1!.mass = 250
    theirs.truck.wheelbase = 3.8
    delete theirs.hauls.trailer
    const { merged, conflicts } = mergeDocuments(plan, mine, theirs)
    expect(conflicts).toEqual([
      { path: ['hauls', 'totes', 'items', 't1', 'mass'], base: 310, mine: 200, theirs: 250 },
    ])
    expect(merged.truck.wheelbase).toBe(3.8)
    expect(merged.hauls.totes!.items.t2!.mass).toBe(222)
    expect(merged.hauls.trailer).toBeUndefined()
  })

  test('a merge with oneself or with nothing changed is plain', () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.string(), fc.oneof(fc.integer(), fc.dictionary(fc.string(), fc.integer()))),
        fc.dictionary(fc.string(), fc.oneof(fc.integer(), fc.dictionary(fc.string(), fc.integer()))),
        (base, mine) => {
          expect(mergeDocuments(base, mine, mine)).toEqual({ merged: mine, conflicts: [] })
          expect(mergeDocuments(base, mine, base)).toEqual({ merged: mine, conflicts: [] })
          expect(mergeDocuments(base, base, mine)).toEqual({ merged: mine, conflicts: [] })
        },
      ),
    )
  })

  test('a difference, applied, gives the other document', () => {
    const to = structuredClone(plan)
    to.truck.wheelbase = 3.9
    delete to.hauls.trailer
    to.hauls.empty!.items.rope = newItem('Rope', 9, 5, 0, 0, [0.1, 0.1, 0.1])
    expect(applyEdit(plan, diffDocuments(plan, to))).toEqual(to)
    expect(diffDocuments(plan, structuredClone(plan))).toEqual([])
  })
})

import { STAGES } from '../quantity/figure'
import { readFileSync } from 'node:fs'
import Ajv2020 from 'ajv/dist/2020'
import fc from 'fast-check'
import { TRUCK_KINDS } from '../catalog/trucks'
import { demoJobs, demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { applyEdit, foldHistory, makeEdit, type Edit } from './edit'
import {
  MAX_FILE_BYTES,
  PlanFileError,
  readPlanFile,
  readPlanFiles,
  writePlanFile,
  writePlanFiles,
} from './file'
import { jsonSchemaOf } from './jsonSchema'
import { diffDocuments, sameJson } from '../quantity/patch'
import { mergeDocuments } from './merge'
import { newItem } from './newHaul'
import { newPlan } from '../jobs/newPlan'
import { changedPlanProblem, checkPlan, planSchema } from './schema'
import { upgradePlan } from './upgrade'
import { PLAN_VERSION, type Plan } from './types'

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
    expect(refusal(text.replace(`"version": ${PLAN_VERSION}`, `"version": ${PLAN_VERSION + 1}`))).toContain(
      'Update the program',
    )
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

  test('what is wrong with a changed plan is found in the part that changed, in the words of the whole check', () => {
    const right = plans[1]!
    const wrongs: Plan[] = [
      { ...right, truck: { ...right.truck, wheelbase: '3.7' as never } },
      { ...right, power: { ...right.power, bundle: 0 } },
      { ...right, job: { ...right.job, name: '' } },
      { ...right, job: { ...right.job, customer: 'a\0' } },
      { ...right, wings: 2 } as Plan,
      { ...right, tune: undefined as never },
    ]
    for (const wrong of wrongs)
      expect(changedPlanProblem(wrong, right)).toBe(checkPlan(wrong).problems![0]!.message)
    expect(changedPlanProblem({ ...right, job: { ...right.job, customer: 'New' } }, right)).toBeNull()
  })

  test('whatever order the keys come in (a database sorts them), everything listed is the same', () => {
    const shuffled = (value: unknown): unknown =>
      value !== null && typeof value === 'object' && !Array.isArray(value)
        ? Object.fromEntries(
            Object.entries(value)
              .map(([k, v]): [string, unknown] => [k, shuffled(v)])
              // In PostgreSQL's order: shorter keys first.
              .sort(([a], [b]) => a.length - b.length || (a < b ? -1 : 1)),
          )
        : value
    for (const plan of plans.map((p) => upgradePlan(p) as Plan)) {
      const back = upgradePlan(shuffled(plan)) as Plan
      const listed = (p: Plan) => {
        const { stages, notes } = createDeriver()(p)
        return [
          ...stages.build.result.steps.map((s) => `${s.id}: ${Object.keys(s.after).join()}`),
          ...stages.prove.result.joints.map((j) => j.id),
          ...stages.lay.result.cuts.map((c) => c.id),
          ...stages.lay.result.routes.map((r) => r.id),
          ...Object.keys(p.air.components),
          ...Object.keys(p.air.lines),
          ...notes.map((n) => `${n.rule} of ${n.subject}`),
          ...STAGES.flatMap((s) => Object.keys(stages[s].figures)),
        ]
      }
      expect(listed(back)).toEqual(listed(plan))
      expect(listed(readPlanFile(writePlanFile(plan)))).toEqual(listed(plan))
    }
  })

  /** By another package: ajv 8.20.0, strict. */
  const fits = new Ajv2020({ strict: true, allErrors: false }).compile(
    JSON.parse(JSON.stringify(jsonSchemaOf(planSchema))) as object,
  )
  /** Every place in a plan: its parent and its name. */
  const placesOf = (tree: object): [Record<string, unknown>, string][] =>
    Object.entries(tree).flatMap(([key, value]) => [
      [tree, key] as [Record<string, unknown>, string],
      ...(value !== null && typeof value === 'object' ? placesOf(value as object) : []),
    ])

  test('the published schema takes every plan that the program writes', () => {
    for (const plan of plans) {
      fits(JSON.parse(writePlanFile(plan)))
      expect([plan.job.name, fits.errors]).toEqual([plan.job.name, null])
    }
  })

  test('schema and reader agree on what is changed, left out or put in, wherever in a plan', () => {
    const junk = [null, true, '', 'constructor', 'x y', 0, -1, 0.5, 1e13, [], {}, 'x'.repeat(3000)]
    const how = fc.constantFrom('change', 'leave out', 'put in')
    fc.assert(
      fc.property(
        fc.nat(plans.length - 1),
        fc.nat(1e6),
        how,
        fc.constantFrom(...junk),
        (which, at, does, value) => {
          const changed = JSON.parse(writePlanFile(plans[which]!)) as Plan
          const all = placesOf(changed)
          const [tree, key] = all[at % all.length]!
          if (does === 'change') tree[key] = value
          else if (does === 'leave out' && !Array.isArray(tree)) Reflect.deleteProperty(tree, key)
          else if (!Array.isArray(tree)) tree.put = value
          const taken = checkPlan(changed).problems === null
          expect([does, key, value, fits(changed)]).toEqual([does, key, value, taken])
        },
      ),
      { numRuns: 1500 },
    )
  })

  test('of a file of today’s version nothing is filled in: what is left out is named with its place', () => {
    const without = (...path: string[]) => {
      const plan = JSON.parse(writePlanFile(plans[0]!)) as Record<string, unknown>
      const last = path.at(-1)!
      const tree = path.slice(0, -1).reduce((at, key) => at[key] as Record<string, unknown>, plan)
      expect(last in tree).toBe(true)
      Reflect.deleteProperty(tree, last)
      return refusal(JSON.stringify(plan))
    }
    for (const path of [
      ['truck', 'seatGap'],
      ['truck', 'ratings', 'bedHitch'],
      ['truck', 'survey', 'gap'],
      ['lay', 'cutTo'],
      ['air', 'classes'],
      ['tune', 'trials'],
      ['prove', 'functions'],
      ['job', 'altitude'],
    ])
      expect([path, without(...path)]).toEqual([path, expect.stringContaining(path.join('.'))])
  })

  test('versions that are none are refused; a byte-order mark before the text is read over', () => {
    const text = writePlanFile(plans[0]!)
    const at = (version: string) =>
      refusal(text.replace(`"version": ${PLAN_VERSION}`, `"version": ${version}`))
    for (const version of ['0', '-3', '1.5', '"15"', 'null', 'true', '[]'])
      expect([version, at(version)]).toEqual([version, expect.stringContaining('whole numbers from 1 to')])
    expect(writePlanFile(readPlanFile(`\uFEFF${text}`))).toBe(text)
    expect(readPlanFiles(`\uFEFF${writePlanFiles(plans.slice(0, 2))}`)).toHaveLength(2)
  })
})

describe('older plans', () => {
  test('a file of version 2 is read as the same plan: what parts and lines were never asked takes its usual value', () => {
    const plan = demoPlan('estuary-flatbed')
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
    expect(plan.version).toBe(PLAN_VERSION)
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
  test('a plan of version 17 is read with a box nobody checked, no look wanted, nothing found and no plate', () => {
    const now = demoPlan('estuary-flatbed')
    const old = JSON.parse(writePlanFile(now)) as {
      version: number
      lay: Record<string, unknown>
      build: Record<string, unknown> & { ticks: Record<string, Record<string, unknown>> }
    }
    old.version = 17
    delete old.lay.carrier
    for (const field of ['box', 'looks', 'fromTruck']) Reflect.deleteProperty(old.build, field)
    for (const tick of Object.values(old.build.ticks)) delete tick.otherwise
    const read = readPlanFile(JSON.stringify(old))
    expect(read).toEqual(now)
    expect(read.build).toMatchObject({ box: {}, looks: {}, fromTruck: {} })
  })

  test('a tick of version 16: its words name the step, its torques are those of the joints', () => {
    const plan = structuredClone(demoPlan('estuary-flatbed')) as unknown as {
      version: number
      build: { ticks: Record<string, unknown> }
    }
    plan.version = 16
    const by = { who: 'Bram', at: '2026-03-12T08:00:00.000Z' }
    const did = 'Tighten the left side. Axle strap evenly. Axle strap, 3/8-16 2: 27 N·m.'
    plan.build.ticks = {
      'torque-left': { ...by, did, torques: { strap: 27, lower: 13.5, upper: null, flathead: 27 } },
      down: { ...by, did: '', torques: { upper: 51.5 } },
      'mount-compressor': { ...by, did: 'Mount the compressor. High.', torques: { frame: 24 } },
      chock: { ...by, did: '', torques: null },
    }
    const { ticks } = readPlanFile(JSON.stringify(plan)).build
    const rest = { ...by, facts: null, readings: {}, wrench: '', otherwise: '' }
    expect(ticks).toEqual({
      'torque-left': {
        ...rest,
        title: 'Tighten the left side',
        torques: { 'strap-left': 27, 'lower-left': 13.5, 'upper-left': null, 'foot-left': 27 },
      },
      down: { ...rest, title: '', torques: { 'upper-left': 51.5, 'upper-right': 51.5 } },
      'mount-compressor': { ...rest, title: 'Mount the compressor', torques: { 'hold-compressor': 24 } },
      chock: { ...rest, title: '', torques: null },
    })
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

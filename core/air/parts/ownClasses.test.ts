import fc from 'fast-check'
import { demoJobs } from '../../demo/demoShop'
import { createDeriver } from '../../derive/derive'
import type { OwnClass } from '../../document/types'
import { circuitGraph } from '../circuit/graph'
import { baseClassesOf, ownClassesCsv, ownClassesJson, readOwnClasses } from './ownClasses'
import { compressorOf, partOf, springOf } from './parts'

const job = (id: string) => demoJobs().find((j) => j.id === id)!.plan

describe('the shop’s own classes', () => {
  const tank: OwnClass = {
    kind: 'tank',
    label: 'Yard tank',
    like: 'tank-7-6',
    figures: { volume: 0.009 },
    number: 'Y-9',
    make: 'Yard',
    price: 80,
  }
  test('there and back as JSON and as CSV', () => {
    const classes = {
      'yard-9': tank,
      'yard-c': {
        ...tank,
        kind: 'compressor' as const,
        label: '=Bench, tall',
        like: 'compact',
        figures: { freeAir: 0.001, maxPressure: 1_200_000 },
        price: null,
      },
    }
    expect(readOwnClasses(ownClassesJson(classes)).classes).toEqual(classes)
    expect(readOwnClasses(ownClassesCsv(classes)).classes).toEqual(classes)
  })
  test('what is wrong is told with its line or its name, and nothing is taken in', () => {
    const bad = (text: string) => readOwnClasses(text).problems!.join('\n')
    expect(bad('id,label\na,b')).toContain('“kind”')
    expect(bad('id,kind,label,volume\na,tank,A,big')).toMatch(/Line 2, “volume”.*big/)
    expect(bad('id,kind,label,volume\na,tank,A,90')).toContain('not between')
    expect(bad('id,kind,label,wings\na,tank,A,2')).toContain('has no figure “wings”')
    expect(bad('id,kind,label\na,balloon,A')).toContain('no kind “balloon”')
    expect(bad('id,kind,label,price\na,tank,A,5\nb,tank,B,dear')).toMatch(/^Line 3, “price”: “dear”/)
    expect(bad('id,kind,label\na,tank,A\nb,tank,')).toBe('Line 3: “b”: a class needs a label')
    expect(bad(`id,kind,label${','.repeat(1_000_000)}`)).toContain('columns')
    expect(bad('id,kind,label\na,tank,A\na,tank,B')).toContain('twice')
    expect(bad('{"a": 3}')).toContain('“a” needs')
    expect(bad('{"a"')).toContain('not JSON')
    expect(bad(JSON.stringify({ x: { ...tank, like: 'moon' } }))).toContain(baseClassesOf('tank')[0])
    fc.assert(
      fc.property(fc.string(), (text) => {
        const r = readOwnClasses(text)
        expect((r.classes === null) !== (r.problems === null)).toBe(true)
      }),
    )
  })
  test('a part of an own class takes its figures, its sheet rules over them; springs and compressors scale their curves', () => {
    const plan = structuredClone(job('hive-hauler'))
    plan.air.classes = {
      'yard-9': tank,
      'own-c': { ...tank, kind: 'compressor', like: 'compact', figures: { freeAir: 34 / 30_000 } },
      'own-s': {
        ...tank,
        kind: 'spring',
        like: 'leaf-helper-double-2270',
        figures: { maxPressure: 500_000 },
      },
    }
    plan.air.components.tank!.class = 'yard-9'
    expect(partOf(plan.air, 'tank').figures).toMatchObject({ volume: 0.009, maxPressure: 1_379_000 })
    plan.air.components.tank!.sheet = { volume: 0.01 }
    expect(partOf(plan.air, 'tank').figures.volume).toBe(0.01)
    plan.air.compressorClass = 'own-c'
    // Twice the class's free air at nothing is twice all along its curve.
    expect(compressorOf(plan.air, 'compressor')!.flow.map((r) => r[1] * 60_000)).toEqual(
      [68, 54, 44, 32, 18].map((v) => expect.closeTo(v, 6)),
    )
    plan.air.springClass = 'own-s'
    expect(springOf(plan.air)!.maxPressure).toBe(500_000)
    expect(createDeriver()(plan).stages.air.notes.map((n) => n.rule)).not.toContain('unknown-class')
  })
  test('the graph names every part and line', () => {
    const { air } = job('festival-rig')
    const { nodes, edges } = circuitGraph(air)
    expect(nodes).toHaveLength(Object.keys(air.components).length)
    const ids = new Set(nodes.map((n) => n.id))
    expect(edges.every((e) => ids.has(e.from.split('.')[0]!) && ids.has(e.to.split('.')[0]!))).toBe(true)
  })
})

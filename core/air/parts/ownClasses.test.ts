import fc from 'fast-check'
import { demoPlan } from '../../demo/demoShop'
import { createDeriver } from '../../derive/derive'
import type { OwnClass } from '../../document/types'
import { circuitGraph } from '../circuit/graph'
import { baseClassesOf, ownClassesCsv, ownClassesJson, readOwnClasses } from './ownClasses'
import { springClass, type SpringClass } from '../../catalog/springs'
import { interpolate, tableRange } from '../../quantity/interpolate'
import { compressorOf, partOf, springOf } from './parts'

describe('the shop’s own classes', () => {
  const tank: OwnClass = {
    kind: 'tank',
    label: 'Yard tank',
    like: 'tank-7-6',
    figures: { volume: 0.009 },
    table: [],
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
    const plan = demoPlan('hive-hauler')
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
    const { air } = demoPlan('festival-rig')
    const { nodes, edges } = circuitGraph(air)
    expect(nodes).toHaveLength(Object.keys(air.components).length)
    const ids = new Set(nodes.map((n) => n.id))
    expect(edges.every((e) => ids.has(e.from.split('.')[0]!) && ids.has(e.to.split('.')[0]!))).toBe(true)
  })
})

describe('a spring off its own sheet, whole', () => {
  const bag = (figures: Record<string, number>): OwnClass => ({
    kind: 'spring',
    label: 'Yard bag',
    like: 'leaf-helper-double-2270',
    figures,
    table: [],
    number: 'B-1',
    make: 'Yard',
    price: 210,
  })
  const base = springClass('leaf-helper-double-2270')!
  const spring = (figures: Record<string, number>) =>
    springOf({ springClass: 'bag', sheet: null, classes: { bag: bag(figures) } })!
  const areaAt = (s: SpringClass, h: number) => interpolate(s.areaByHeight, h)

  test('with nothing typed it is the class under another name', () => {
    const own = spring({})
    own.areaByHeight.forEach(([h, a], i) => {
      expect(h).toBeCloseTo(base.areaByHeight[i]![0], 12)
      expect(a).toBeCloseTo(base.areaByHeight[i]![1], 12)
    })
    expect({ ...own, areaByHeight: base.areaByHeight, id: base.id, label: base.label }).toEqual(base)
  })
  test('its table runs through the heights and areas of its sheet: three points, by hand', () => {
    const own = spring({
      lowest: 0.07,
      designHeight: 0.18,
      highest: 0.27,
      areaLow: 0.04,
      area: 0.03,
      areaHigh: 0.01,
    })
    expect(tableRange(own.areaByHeight)).toEqual({ low: 0.07, high: 0.27 })
    expect(areaAt(own, 0.07)).toBeCloseTo(0.04, 12)
    expect(areaAt(own, 0.18)).toBeCloseTo(0.03, 12)
    expect(areaAt(own, 0.27)).toBeCloseTo(0.01, 12)
    const heights = own.areaByHeight.map(([h]) => h)
    expect([...heights].sort((a, b) => a - b)).toEqual(heights)
  })
  test('the area alone scales the whole table, as a sheet typed in the job does over it', () => {
    const twice = areaAt(base, base.designHeight) * 2
    const own = spring({ area: twice })
    own.areaByHeight.forEach(([, a], i) => expect(a).toBeCloseTo(base.areaByHeight[i]![1] * 2, 12))
    const limits = { minPressure: 40_000, maxPressure: 600_000, maxLoad: 900 }
    const over = springOf({
      springClass: 'bag',
      sheet: { area: twice / 2, ...limits },
      classes: { bag: bag({ area: twice }) },
    })!
    over.areaByHeight.forEach(([, a], i) => expect(a).toBeCloseTo(base.areaByHeight[i]![1], 12))
    expect(over).toMatchObject(limits)
  })
  test('diameter, brackets and heights are what Truck fits it by', () => {
    const plan = demoPlan('estuary-flatbed')
    const before = createDeriver()(plan).stages.truck
    plan.air.classes = {
      bag: bag({ diameter: base.diameter + 0.02, bracketHeight: base.bracketHeight + 0.01 }),
    }
    plan.air.springClass = 'bag'
    const { figures } = createDeriver()(plan).stages.truck
    expect(before.figures.springHeight!.value! - figures.springHeight!.value!).toBeCloseTo(0.01, 9)
    expect(figures.diameter!.value!).toBeGreaterThan(before.figures.diameter!.value!)
  })
  test('heights that do not rise in order are refused, whichever is typed; and there and back as CSV', () => {
    const read = (figures: Record<string, number>) => readOwnClasses(ownClassesJson({ bag: bag(figures) }))
    expect(read({ lowest: 0.2, designHeight: 0.18 }).problems!.join()).toContain('must rise in that order')
    expect(read({ highest: base.designHeight }).problems).not.toBeNull()
    expect(read({ highest: base.designHeight + 0.001 }).problems).toBeNull()
    const whole = {
      bag: bag({ lowest: 0.07, designHeight: 0.18, highest: 0.27, diameter: 0.17, volume: 0.002 }),
    }
    expect(readOwnClasses(ownClassesCsv(whole)).classes).toEqual(whole)
  })
})

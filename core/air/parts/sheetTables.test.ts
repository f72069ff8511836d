import { PRACTICE } from '../../catalog/practice'
import fc from 'fast-check'
import { compressorClass } from '../../catalog/compressors'
import { springClass } from '../../catalog/springs'
import { demoPlan } from '../../demo/demoShop'
import { createDeriver } from '../../derive/derive'
import { type OwnClass, COMPONENT_KINDS } from '../../document/types'
import { interpolate, tableRange } from '../../quantity/interpolate'
import { METRIC_UNITS, US_UNITS } from '../../quantity/units'
import { baseClassesOf, ownClassesCsv, ownClassesJson, ownClassProblems, readOwnClasses } from './ownClasses'
import { catalogueClass, compressorOf, partOf, springOf } from './parts'
import {
  areaSpread,
  areaTable,
  curvesOf,
  readTypedTable,
  tableHead,
  tableProblems,
  typedTable,
} from './sheetTables'

const G = 9.80665
const base = springClass('leaf-helper-double-2270')!
const own = (kind: OwnClass['kind'], table: number[][], figures: Record<string, number> = {}): OwnClass => ({
  kind,
  label: 'Off its sheet',
  like: kind === 'spring' ? base.id : 'compact',
  figures,
  table,
  number: 'S-1',
  make: 'Yard',
  price: null,
})
const spring = (table: number[][], figures?: Record<string, number>) =>
  springOf({ springClass: 'own', sheet: null, classes: { own: own('spring', table, figures) } })!

describe('a spring’s loads off its sheet', () => {
  test('by hand: 500 kg at 200 kPa and 1020 at 400 kPa at one height, A = (500·2 + 1020·4)·g·1e5/(4 + 16)e10', () => {
    const [[height, area]] = areaTable([
      [0.15, 200_000, 500],
      [0.15, 400_000, 1020],
    ]) as [[number, number]]
    expect(height).toBe(0.15)
    expect(area).toBeCloseTo(((500 * 2 + 1020 * 4) * G) / (20 * 1e5), 12)
  })
  test('one area for all pressures is off by what the rows differ, and the spring says so; never less than its sheet’s 2 %', () => {
    // 500 kg at 200 kPa is 2.5 kg/kPa, 1020 at 400 is 2.55; taken is (1000 + 4080)/2000 = 2.54.
    const growing = [
      [0.15, 200_000, 500],
      [0.15, 400_000, 1020],
      [0.2, 200_000, 400],
      [0.2, 400_000, 800],
    ]
    expect(areaSpread(growing)).toBeCloseTo(1 - 2.5 / 2.54, 12)
    expect(spring(growing).areaWithin).toBe(PRACTICE.sheetArea.value)
    const wide = growing.map(([h, p, load]) => [h!, p!, h === 0.15 && p === 200_000 ? 400 : load!])
    // 2 against (800 + 4080)/2000 = 2.44.
    expect(spring(wide).areaWithin).toBeCloseTo(1 - 2 / 2.44, 12)
    expect(spring([], { designHeight: 0.16 }).areaWithin).toBeUndefined()
    expect(spring([], { area: 0.012 }).areaWithin).toBe(PRACTICE.sheetArea.value)
  })
  test('a sheet made of the class’s own formula gives the class back, whatever its rows and their order', () => {
    const rows = base.areaByHeight.flatMap(([h, a]) =>
      [200_000, 400_000, 690_000].map((p) => [h, p, (a * p) / G]),
    )
    const read = spring([...rows].reverse())
    read.areaByHeight.forEach(([h, a], i) => {
      expect(h).toBeCloseTo(base.areaByHeight[i]![0], 12)
      expect(a).toBeCloseTo(base.areaByHeight[i]![1], 12)
    })
    expect(read.designHeight).toBe(base.designHeight)
  })
  test('the range is the table’s; a design height outside it is the middle; what the table says rules over single figures', () => {
    const high = [
      [0.3, 300_000, 900],
      [0.4, 300_000, 500],
    ]
    expect(tableRange(spring(high).areaByHeight)).toEqual({ low: 0.3, high: 0.4 })
    expect(spring(high).designHeight).toBeCloseTo(0.35, 12)
    expect(spring(high, { designHeight: 0.32, area: 5 }).designHeight).toBe(0.32)
    const plan = demoPlan('estuary-flatbed')
    plan.air.classes.own = own('spring', high, { designHeight: 0.32, area: 5 })
    plan.air.springClass = 'own'
    plan.air.sheet = null
    const id = Object.keys(plan.air.components).find((c) => plan.air.components[c]!.kind === 'spring')!
    expect(partOf(plan.air, id).figures.area).toBeCloseTo(
      interpolate(springOf(plan.air)!.areaByHeight, 0.32),
      12,
    )
    // It is too tall for this truck, and Truck has a note.
    expect(createDeriver()(plan).stages.truck.notes.map((n) => n.rule)).toContain('spring-height')
  })
})

describe('a compressor’s curve off its sheet', () => {
  const rows = [
    [700_000, 0.0002, 18],
    [0, 0.0006, 10],
    [300_000, 0.0004, 14],
  ]
  test('ascending in pressure, each row as it stands; its sheet in the job scales it', () => {
    expect(curvesOf(rows)).toEqual({
      flow: [
        [0, 0.0006],
        [300_000, 0.0004],
        [700_000, 0.0002],
      ],
      current: [
        [0, 10],
        [300_000, 14],
        [700_000, 18],
      ],
    })
    const plan = demoPlan('estuary-flatbed')
    plan.air.classes.own = own('compressor', rows)
    plan.air.compressorClass = 'own'
    const at = compressorOf(plan.air, 'compressor')!
    expect(at.flow).toEqual(curvesOf(rows).flow)
    expect(at.current).toEqual(curvesOf(rows).current)
    expect(at.maxRun).toBe(compressorClass('compact')!.maxRun)
    plan.air.components.compressor!.sheet = { freeAir: 0.0012 }
    expect(compressorOf(plan.air, 'compressor')!.flow[1]![1]).toBeCloseTo(0.0008, 12)
  })
  test('two rows at one pressure, no air at the lowest, no current: refused', () => {
    const said = (table: number[][]) => tableProblems('x', own('compressor', table)).join()
    expect(said([...rows, [0, 0.0005, 9]])).toContain('twice')
    expect(said(rows.map(([p, , a]) => [p!, 0, a!]))).toContain('no air')
    expect(said(rows.map(([p, q]) => [p!, q!, 0]))).toContain('no current')
    expect(said(rows)).toBe('')
  })
})

test('a table is refused where it cannot be one: too few heights, too few figures, out of range, a kind without one', () => {
  const said = (table: number[][]) => ownClassProblems('x', own('spring', table)).join()
  expect(said([[0.1, 200_000, 500]])).toContain('at one height only')
  expect(said([[0.1, 200_000]])).toContain('2 figures; it needs height, pressure, load')
  expect(
    said([
      [0.1, 200_000, 500],
      [0.2, 200_000, 0.05],
    ]),
  ).toContain('row 2: load 0.05 is not between')
  expect(
    ownClassProblems('x', { ...own('spring', [[1, 1, 1]]), kind: 'tank', like: 'tank-7-6' }).join(),
  ).toContain('has no table')
})

test('there and back through CSV, JSON and the field, in either units', () => {
  const heights = fc.uniqueArray(fc.integer({ min: 60, max: 300 }), { minLength: 2, maxLength: 8 })
  fc.assert(
    fc.property(
      heights,
      fc.integer({ min: 100, max: 690 }),
      fc.integer({ min: 50, max: 2000 }),
      (all, kPa, load) => {
        const table = all.map((mm, i) => [mm / 1000, kPa * 1000, load + i])
        const classes = { own: own('spring', table) }
        expect(readOwnClasses(ownClassesCsv(classes)).classes).toEqual(classes)
        expect(readOwnClasses(ownClassesJson(classes)).classes).toEqual(classes)
        for (const units of [METRIC_UNITS, US_UNITS]) {
          const shown = typedTable(classes.own, units)
          // Untouched rows keep their last digit; a row typed again is as shown.
          expect(readTypedTable(shown, 'spring', units, table).table).toEqual(table)
          const anew = readTypedTable(shown, 'spring', units).table ?? []
          anew.forEach((row, i) => expect(Math.abs(row[2]! - table[i]![2]!)).toBeLessThan(1))
        }
      },
    ),
    { numRuns: 40 },
  )
})

test('as it is typed: in the shop’s units, with units beside the figures, and what is wrong by its line', () => {
  expect(tableHead('spring', METRIC_UNITS)).toBe('height mm, pressure bar, load kg')
  expect(readTypedTable('160 6.9 1135\n\n6.3in 50psi 500', 'spring', METRIC_UNITS).table).toEqual([
    [0.16, 690_000, 1135],
    [expect.closeTo(0.16002, 9), expect.closeTo(344_737.85, 1), 500],
  ])
  const said = (text: string) => readTypedTable(text, 'spring', METRIC_UNITS).problem
  expect(said('160 6.9')).toBe('Line 1 has 2 figures. Type height mm, pressure bar, load kg.')
  expect(said('160 6.9 1135\n170 many 900')).toContain('Line 2, pressure')
  expect(said('160 6.9 1135\n9000 6.9 900')).toMatch(/Line 2, height: “9000” is not between 10 mm and/)
  expect(said('160 6.9 1135')).toContain('at one height only')
})

test('every class of every kind, with all its figures, goes through CSV and JSON and comes back whole', () => {
  const classes = Object.fromEntries(
    COMPONENT_KINDS.flatMap((kind) =>
      baseClassesOf(kind).map((id): [string, OwnClass] => [
        `own-${id}`,
        {
          kind,
          label: `Like ${id}`,
          like: id,
          figures: { ...catalogueClass(kind, id)!.figures },
          table: [],
          number: '',
          make: '',
          price: 1,
        },
      ]),
    ),
  )
  expect(Object.keys(classes).length).toBeGreaterThan(60)
  expect(readOwnClasses(ownClassesCsv(classes))).toEqual({ classes, problems: null })
  expect(readOwnClasses(ownClassesJson(classes))).toEqual({ classes, problems: null })
})

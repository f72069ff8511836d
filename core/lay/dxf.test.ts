import { demoPlan } from '../demo/demoShop'
import { layDxf } from './dxf'
import { layStage } from './lay'
import { partSize } from '../catalog/partSizes'
import { laidParts, partBox, solidsOf } from './space/room'
import { cutTable, stripTable } from './tables'

const plan = demoPlan('estuary-flatbed')
const { result } = layStage(plan.lay, plan.truck, plan.air, { compressor: null, spring: null })
const solids = solidsOf(plan.truck, plan.air)

test('a DXF is pairs of a group code and a value: twelve edges a box, one line a piece, in mm', () => {
  const parts = laidParts(plan.air).map((id) => ({
    label: id,
    box: partBox(result.places[id]!, partSize(plan.air, id)),
  }))
  const text = layDxf(solids, parts, result.routes)
  const lines = text.trimEnd().split('\n')
  expect(lines.length % 2).toBe(0)
  const pairs = Array.from(
    { length: lines.length / 2 },
    (_, i) => [lines[2 * i]!, lines[2 * i + 1]!] as const,
  )
  expect(pairs.every(([code]) => /^\d+$/.test(code))).toBe(true)
  const pieces = result.routes.reduce((sum, r) => sum + r.points.length - 1, 0)
  expect(pairs.filter(([code, value]) => code === '0' && value === 'LINE')).toHaveLength(
    (solids.length + parts.length) * 12 + pieces,
  )
  const first = result.routes[0]!
  const at = pairs.findIndex(([, value]) => value === `RUN-${first.path.toUpperCase()}`)
  expect(Number(pairs[at + 1]![1])).toBeCloseTo(first.points[0]!.x * 1000, 2)
  expect(pairs.at(-1)).toEqual(['0', 'EOF'])
})

test('the tables say what the lists say', () => {
  const cut = cutTable(result)
  expect(cut.rows.map((r) => r[4])).toEqual(result.cuts.map((c) => Math.round(c.cut * 1000)))
  expect(cut.rows.every((r) => r.length === cut.head.length)).toBe(true)
  const strip = stripTable(result, solids)
  expect(strip.rows.every((r) => r.length === strip.head.length)).toBe(true)
  const [first] = result.routes
  const own = strip.rows.filter((r) => r[0] === first!.fromLabel && r[1] === first!.toLabel)
  expect(own.reduce((sum, r) => sum + Number(r[5]), 0)).toBeGreaterThan(first!.run * 1000 - 60)
})

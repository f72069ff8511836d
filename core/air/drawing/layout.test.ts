import ELK from 'elkjs/lib/elk.bundled.js'
import { demoJobs, demoPlan } from '../../demo/demoShop'
import { isNamed, layoutCircuit, letterAt, nameSize, shownName, type CircuitDrawing } from './layout'

const elk = new ELK()
const layOut = (air: Parameters<typeof layoutCircuit>[0], before: CircuitDrawing | null = null) =>
  layoutCircuit(air, before, (graph) => elk.layout(graph))

test('every part and every joined line of the demo’s circuits has its place, and no two parts stand on each other', async () => {
  for (const { id, plan } of demoJobs()) {
    const { symbols, lines, width, height } = await layOut(plan.air)
    expect(symbols.map((s) => s.id).sort()).toEqual(Object.keys(plan.air.components).sort())
    expect(lines.map((l) => l.id).sort()).toEqual(Object.keys(plan.air.lines).sort())
    symbols.forEach((a, i) => {
      expect(a.x).toBeGreaterThanOrEqual(0)
      expect(a.x + a.box.width).toBeLessThanOrEqual(width)
      expect(a.y + a.box.height).toBeLessThanOrEqual(height)
      for (const b of symbols.slice(i + 1)) {
        const over =
          a.x < b.x + b.box.width &&
          b.x < a.x + a.box.width &&
          a.y < b.y + b.box.height &&
          b.y < a.y + a.box.height
        expect({ job: id, pair: [a.id, b.id], over }).toEqual({ job: id, pair: [a.id, b.id], over: false })
      }
    })
  }
})

test('a line begins and ends at the ports it joins', async () => {
  const { air } = demoPlan('festival-rig')
  const { symbols, lines } = await layOut(air)
  const portAt = (id: string, port: string) => {
    const symbol = symbols.find((s) => s.id === id)!
    const place = symbol.box.ports.find((p) => p.id === port)!
    return { x: symbol.x + place.x, y: symbol.y + place.y }
  }
  for (const { id, points } of lines) {
    const line = air.lines[id]!
    const ends = [portAt(line.from, line.fromPort), portAt(line.to, line.toPort)]
    const far = (p: { x: number; y: number }) =>
      Math.min(...ends.map((e) => Math.hypot(e.x - p.x, e.y - p.y)))
    expect(far(points[0]!)).toBeLessThan(1.5)
    expect(far(points.at(-1)!)).toBeLessThan(1.5)
  }
})

test('a name too long for the drawing is shortened, and takes no more room than that', async () => {
  const { air } = demoPlan('estuary-flatbed')
  const long = structuredClone(air)
  for (const part of Object.values(long.components)) part.label = part.label.padEnd(60, ' and on')
  const [short, wide] = [await layOut(air), await layOut(long)]
  expect(wide.width).toBeLessThan(short.width * 2)
  expect(shownName('x'.repeat(24))).toBe('x'.repeat(24))
  expect(shownName('x'.repeat(25))).toBe(`${'x'.repeat(23)}…`)
})

test('the letter of a line stands at the middle of its longest straight piece', () => {
  const at = (x: number, y: number) => ({ x, y })
  expect(letterAt({ points: [at(0, 0), at(10, 0), at(10, 100)] })).toMatchObject({ x: 21, y: 54 })
  expect(letterAt({ points: [at(0, 0), at(80, 0), at(80, 10)] })).toMatchObject({ x: 40, y: -5 })
})

test('names grow where the drawing shrinks, within what there is room for', () => {
  expect([nameSize(2), nameSize(0.8), nameSize(0.1)]).toEqual([12, 13.75, 17])
  expect([isNamed('tee'), isNamed('plug'), isNamed('tank')]).toEqual([false, false, true])
})

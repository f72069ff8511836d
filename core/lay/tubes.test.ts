import { demoPlan } from '../demo/demoShop'
import type { LayPlan, Plan, ShelfCoil, TakenKit } from '../document/types'
import { layStage } from './lay'

const plan = demoPlan('estuary-flatbed')
const laid = (coils: Record<string, ShelfCoil>, of: Plan = plan) => {
  const lay: LayPlan = { ...of.lay, coils }
  return layStage(lay, of.truck, of.air, { compressor: null, spring: null })
}
const coil = (length: number, count = 1, tube = plan.air.tubeClass): ShelfCoil => ({
  tube,
  length,
  count,
  order: 1,
})
const ownPlan = { ...plan, air: { ...plan.air, kit: null } }

test('with no coil written down nothing is planned and nothing is said to be enough', () => {
  const { result, notes } = laid({}, ownPlan)
  expect(result.tubes.map((t) => t.plan)).toEqual([null])
  expect(result.tubes[0]!.wanted).toBeCloseTo(
    result.cuts.reduce((sum, c) => sum + c.cut, 0),
    9,
  )
  expect(notes.map((n) => n.rule)).not.toContain('tube-short')
})

test('just enough is quiet; a millimetre less is told with the piece that is left over', () => {
  const wanted = laid({}, ownPlan).result.tubes[0]!.wanted
  const rule = (coils: Record<string, ShelfCoil>) =>
    laid(coils, ownPlan).notes.find((n) => n.rule === 'tube-short')
  expect(rule({ a: coil(wanted) })).toBeUndefined()
  const short = rule({ a: coil(wanted - 0.001) })!
  expect(short).toMatchObject({ rank: 'fix', subject: 'cuts', value: expect.closeTo(wanted, 9) })
  expect(short.limit).toBeCloseTo(wanted - 0.001, 9)
  // As much in all, but in coils shorter than the longest piece.
  expect(rule({ a: coil(1, 40) })!.text).toContain('no piece is left for')
  // Coils of another tube are none of these.
  expect(laid({ a: coil(50, 1, 'nylon-3-8') }, ownPlan).result.tubes[0]!.plan).toBeNull()
})

test('every line is cut once, from a coil that holds it', () => {
  const { tubes, cuts } = laid({ a: coil(3, 2), b: { ...coil(15), order: 2 } }, ownPlan).result
  const [tube] = tubes
  if (!tube?.plan || !('cuts' in tube.plan)) throw new Error('no plan')
  expect(tube.plan.cuts.flatMap((c) => c.pieces).sort((a, b) => a - b)).toEqual(tube.lines.map((_, i) => i))
  for (const { coil: of, pieces, offcut } of tube.plan.cuts) {
    const used = pieces.reduce((sum, i) => sum + cuts.find((c) => c.id === tube.lines[i])!.cut, 0)
    expect(used + offcut).toBeCloseTo(tube.coils[of]!.length, 9)
  }
})

test('the kit’s own coil is cut first where it is of that tube and its length is known; else none is taken for it', () => {
  const kit = { ...plan.air.kit!, label: 'Set 4', tubeClass: plan.air.tubeClass, tubeLength: 7.5 }
  const withKit = (rest: Partial<TakenKit>): Plan => ({
    ...plan,
    air: { ...plan.air, kit: { ...kit, ...rest } },
  })
  const coils = (rest: Partial<TakenKit>) => laid({ a: coil(2, 3) }, withKit(rest)).result.tubes[0]!.coils
  const shelf = { length: 2, count: 3, label: 'shelf', ofKit: false }
  expect(coils({})).toEqual([{ length: 7.5, count: 1, label: '“Set 4”', ofKit: true }, shelf])
  expect(coils({ tubeLength: null })).toEqual([shelf])
  expect(coils({ tubeClass: 'nylon-3-8' })).toEqual([shelf])
})

import { startingCircuit } from '../air/circuit/startingCircuits'
import { compressorClass } from '../catalog/compressors'
import { PRACTICE } from '../catalog/practice'
import { springClass } from '../catalog/springs'
import { exampleTruck } from '../catalog/trucks'
import { newPlan } from '../jobs/newPlan'
import type { Archetype, LayPlan, Point } from '../document/types'
import { layStage } from './lay'
import { openLoss, radioMargin } from './radio'
import { laidSize } from './space/stand'
import { CAB } from './space/cab'

const truck = exampleTruck('leaf-flatbed')
const parts = { compressor: compressorClass('compact'), spring: springClass('leaf-helper-double-2270') }
const airOf = (archetype: Archetype) => ({
  ...newPlan('leaf-flatbed', 'x').air,
  ...startingCircuit(archetype),
})
const dual = airOf('wireless-dual')
const tanked = airOf('tank-wireless')
const base = { ...newPlan('leaf-flatbed', 'x').lay, shields: { 'spring-right': true } }
const run = (lay: Partial<LayPlan> = {}, air = dual) => layStage({ ...base, ...lay }, truck, air, parts)
const rules = (lay: Partial<LayPlan> = {}, air = dual) =>
  run(lay, air).notes.map((n) => `${n.rule} ${n.subject}`)
const noteOf = (rule: string, lay: Partial<LayPlan>, air = dual) =>
  run(lay, air).notes.find((n) => n.rule === rule)!
const usual = run().result.places

test('upside down or on its side is told of what must not be so, and its remedy stands it up as it was turned', () => {
  for (const [id, up, told] of [
    ['block', 'over', true],
    ['block', 'side', false],
    ['compressor', 'over', false],
    ['filter', 'side', true],
  ] as const) {
    const found = rules({ stands: { [id]: { turn: 2, up } } }).includes(`wrong-way-up ${id}`)
    expect({ id, up, found }).toEqual({ id, up, found: told })
  }
  const note = noteOf('wrong-way-up', { stands: { block: { turn: 3, up: 'over' } } })
  expect(note.remedy!.patches).toEqual([
    { op: 'add', path: ['lay', 'stands', 'block'], value: { turn: 3, up: 'upright' } },
  ])
})

test('a tank against what is under it leaves its drain out of reach, and a hand’s room more does not', () => {
  const { tank } = run({}, tanked).result.places
  const under = (gap: number) => ({
    places: { tank: tank! },
    solids: {
      x: {
        label: 'Guard',
        kind: 'body' as const,
        at: { ...tank!, z: tank!.z - gap - 0.01 },
        size: { along: 0.1, across: 0.1, up: 0.02 },
        there: true,
        order: 1,
      },
    },
  })
  const hand = PRACTICE.handRoom.value
  expect(rules(under(hand - 0.002), tanked)).toContain('out-of-reach tank')
  expect(noteOf('out-of-reach', under(hand - 0.002), tanked).text).toContain('The guard')
  expect(rules(under(hand + 0.002), tanked)).not.toContain('out-of-reach tank')
})

test('what hangs farther from steel than a bracket reaches hangs in the air, and its remedy puts it on the rail', () => {
  const [along, across] = laidSize(dual, {}, 'block')
  expect(along).toBeGreaterThan(0)
  const out = (truck.frame.spacing + truck.frame.railWidth + across) / 2
  const limit = PRACTICE.bracketReach.value
  const at = (gap: number): Partial<LayPlan> => ({
    places: { block: { x: 1.6, y: out + gap, z: truck.frame.top - 0.2 } },
  })
  expect(rules(at(limit - 0.002))).not.toContain('unfixed block')
  const note = noteOf('unfixed', at(limit + 0.002))
  expect(note).toMatchObject({ subject: 'block', rank: 'fix', limit })
  expect(note.value).toBeCloseTo(limit + 0.002, 9)
  const place = note.remedy!.patches[0]!.value as Point
  expect(rules({ places: { block: place } })).not.toContain('unfixed block')
})

test('a compressor against the cab floor is heard inside; lower down it is not', () => {
  const top = CAB.floor(truck) - CAB.sheet / 2 - laidSize(dual, {}, 'compressor')[2]
  const limit = PRACTICE.cabNoise.value
  const at = (z: number) => ({ places: { compressor: { ...usual.compressor!, z } } })
  expect(rules(at(top - limit + 0.002))).toContain('heard-in-cab compressor')
  expect(rules(at(top - limit - 0.002))).not.toContain('heard-in-cab compressor')
})

test('an inlet lower than its compressor is told, and lifted level with it', () => {
  const { compressor, filter } = usual
  const level = compressor!.z + laidSize(dual, {}, 'compressor')[2] - laidSize(dual, {}, 'filter')[2]
  const at = (z: number) => ({ places: { compressor: compressor!, filter: { ...filter!, z } } })
  expect(rules(at(level))).not.toContain('inlet-low filter')
  const note = noteOf('inlet-low', at(level - 0.01))
  expect(note.value).toBeCloseTo(0.01, 9)
  const lifted = note.remedy!.patches[0]!.value as Point
  expect(lifted.z).toBeCloseTo(level, 3)
  expect(rules({ places: { compressor: compressor!, filter: lifted } })).not.toContain('inlet-low filter')
})

test('what hangs under the line from the tyres to the hitch touches the ground first', () => {
  const angle = Math.atan2(truck.ballHeight - 0.1, truck.axleToBall)
  const [along] = laidSize(dual, {}, 'block')
  const rear = 0.9
  const at = (z: number) => ({ places: { block: { x: -rear + along / 2, y: 0.4, z } } })
  const level = rear * Math.tan(angle)
  expect(rules(at(level - 0.005))).toContain('departure-angle block')
  expect(rules(at(level + 0.005))).not.toContain('departure-angle block')
  expect(noteOf('departure-angle', at(level - 0.005)).limit).toBeCloseTo(angle, 12)
})

test('the signal falls by 6 dB for every doubling of the way, and steel between takes its share', () => {
  // Friis: 40.05 dB at 1 m and 2.4 GHz.
  expect(openLoss(1, PRACTICE.radioFrequency.value)).toBeCloseTo(40.05, 2)
  expect(openLoss(2, 1e9) - openLoss(1, 1e9)).toBeCloseTo(20 * Math.log10(2), 12)
  const { radio } = run().result
  const { radioBudget, radioSheet } = PRACTICE
  expect(radio!.margin).toBeCloseTo(
    radioBudget.value - radio!.open - radio!.between.length * radioSheet.value,
    12,
  )
  expect(radio!.between.length).toBeGreaterThan(0)
})

test('behind enough steel the block may not be heard, and the note names it', () => {
  const wall = (i: number) => ({
    label: `Plate ${i}`,
    kind: 'body' as const,
    at: { x: truck.cabRear + 0.2 + i * 0.02, y: 0, z: 1 },
    size: { along: 0.01, across: 2, up: 2 },
    there: true,
    order: i,
  })
  const solids = (count: number) =>
    Object.fromEntries(Array.from({ length: count }, (_, i) => [`p${i}`, wall(i)]))
  const margin = (count: number) => run({ solids: solids(count) }).result.radio!.margin
  const block = { ...usual.block!, x: 0.8 }
  const marginFar = (count: number) => run({ places: { block }, solids: solids(count) }).result.radio!.margin
  expect(marginFar(0)).toBeGreaterThan(marginFar(1))
  expect(marginFar(0) - marginFar(2)).toBeCloseTo(2 * PRACTICE.radioSheet.value, 9)
  expect(margin(0)).toBeGreaterThanOrEqual(PRACTICE.radioReserve.value)
  let plates = 0
  while (marginFar(plates) >= PRACTICE.radioReserve.value) plates++
  expect(rules({ places: { block }, solids: solids(plates) })).toContain('radio-weak block')
  expect(rules({ places: { block }, solids: solids(plates - 1) })).not.toContain('radio-weak block')
  expect(noteOf('radio-weak', { places: { block }, solids: solids(plates) }).text).toContain('plate 0')
})

test('what stands where the bed is bolted to the rail is told; a wrench’s room farther along it is not', () => {
  const { frame, bed } = truck
  const member = frame.crossMembers.find((x) => x < bed.front && x > 0.6)!
  const [along, across, up] = laidSize(dual, {}, 'block')
  const out = (frame.spacing + frame.railWidth + across) / 2
  // The nut is under the middle of the rail, half the rail's width from the part's side.
  const reach = Math.sqrt(PRACTICE.bedMount.value ** 2 - (frame.railWidth / 2) ** 2)
  const at = (x: number) => ({ places: { block: { x, y: out, z: frame.top - up } } })
  expect(rules(at(member + along / 2 + reach - 0.002))).toContain('hides-bed-mount block')
  expect(rules(at(member + along / 2 + reach + 0.002))).not.toContain('hides-bed-mount block')
})

test('a port turned to the rail has no room before it, and its note says which line; turned as proposed it has', () => {
  const out = (truck.frame.spacing + truck.frame.railWidth) / 2 + 0.005
  const linesTold = (turn: number) => {
    const stands = { block: { turn, up: 'upright' as const } }
    const y = out + laidSize(dual, stands, 'block')[1] / 2
    const { notes } = run({ stands, places: { block: { ...usual.block!, y } } })
    return notes.filter((n) => n.rule === 'port-turned-away' && n.subject === 'block').map((n) => n.text)
  }
  expect(linesTold(0)).toEqual([])
  // Its outlets at its back now look to the right, at the left rail it hangs on; turned round, its inlet does.
  expect(linesTold(1).join(' ')).toMatch(/valve block to left tee.*valve block to right tee/)
  expect(linesTold(1).join(' ')).not.toContain('dryer')
  expect(linesTold(3)).toMatchObject([expect.stringContaining('dryer to valve block')])
})

test('how near to heat a part may come is its own sheet’s where that says', () => {
  const { heat } = run().result
  const of = (kept: number) => {
    const compressor = { ...dual.components.compressor!, sheet: { heatKept: kept } }
    return { ...dual, components: { ...dual.components, compressor } }
  }
  const pinned = { places: { compressor: usual.compressor! } }
  expect(rules(pinned, of(heat.compressor! - 0.001))).not.toContain('part-near-heat compressor')
  expect(rules(pinned, of(heat.compressor! + 0.001))).toContain('part-near-heat compressor')
})

test('a part that wants more room from heat than is usual is shielded, not moved to where it is no better', () => {
  const { heat } = run().result
  const compressor = { ...dual.components.compressor!, sheet: { heatKept: heat.compressor! + 0.001 } }
  const air = { ...dual, components: { ...dual.components, compressor } }
  const pinned = { places: { compressor: usual.compressor! } }
  const { remedy } = noteOf('part-near-heat', pinned, air)
  expect(remedy!.patches[0]!.path).toEqual(['lay', 'shields', 'compressor'])
  const shields = { 'spring-right': true, compressor: true }
  expect(rules({ ...pinned, shields }, air)).not.toContain('part-near-heat compressor')
})

test('the feed has the shop’s allowance too: its drop is worked out on the longer wire', () => {
  const [plain, longer] = [run().result, run({ allowance: 0.1 }).result]
  expect(longer.feed).toBeCloseTo(plain.feed! * 1.1, 12)
  expect(run({ allowance: 0.1, cutTo: { feed: 5 } }).result.feed).toBe(5)
})

test('behind a trailer the signal has the coupling’s way and eight metres more to go, through what steel is between', () => {
  const { radio } = run().result
  const { trailer } = radio!
  expect(trailer.far).toBeGreaterThan(truck.axleToBall + PRACTICE.trailerLength.value)
  expect(trailer.margin).toBeCloseTo(radioMargin(trailer.far, trailer.between.length), 12)
  // By hand at 10 m and two sheets: 90 − 20·log10(4π·10·2.4e9/c) − 30 = −0.05 dB.
  expect(radioMargin(10, 2)).toBeCloseTo(90 - 60.05 - 30, 2)
})

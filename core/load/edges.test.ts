import { exampleTruck } from '../catalog/trucks'
import { springClass } from '../catalog/springs'
import { demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { interpolate } from '../quantity/interpolate'
import { towedLoad } from './masses'
import { scaledHaul } from './pressureCard'
import { moveItems } from './remedies'
import { rideOf } from './ride'
import type { HaulResult } from './types'

/** Edge cases of Load that its larger tests do not reach. */
const derive = createDeriver()

test('a share of a haul is that share of everything: items, ball, trailer and the force of the bars', () => {
  const { hives } = demoPlan('hive-hauler').hauls
  const half = scaledHaul(hives!, 0.5)
  const whole = towedLoad(hives!)
  expect(half.bars).toEqual({ force: hives!.bars!.force / 2, length: hives!.bars!.length })
  expect([half.ballLoad, half.trailerMass]).toEqual([whole.ball / 2, whole.whole / 2])
  expect(half.items.supers!.mass).toBeCloseTo(hives!.items.supers!.mass / 2, 12)
  expect(scaledHaul({ ...hives!, bars: null }, 0.5).bars).toBeNull()
})

test('an item of less than nothing is told with what it counts as, and set right by its remedy', () => {
  const plan = demoPlan('star-wagon')
  plan.hauls.show!.items.projector!.mass = -85
  const note = derive(plan).notes.find((n) => n.rule === 'negative-mass')!
  expect([note.value, note.limit]).toEqual([-85, 85])
  expect(note.remedy!.patches[0]!.value).toBe(85)
})

test('items moved forward go by so much, to the millimetre', () => {
  const { totes } = demoPlan('estuary-flatbed').hauls
  const { patches } = moveItems({ id: 'totes' } as HaulResult, totes!, 0.1234)
  for (const { path, value } of patches)
    expect(value).toBeCloseTo(Math.round((totes!.items[String(path[3])]!.x + 0.1234) * 1000) / 1000, 12)
  expect(patches).toHaveLength(Object.keys(totes!.items).length)
})

test('nothing on the axle, or a rate that is none, has no frequency', () => {
  const truck = exampleTruck('leaf-flatbed')
  const spring = springClass('leaf-helper-double-2270')!
  const ride = (rearAxle: number, rate: number) =>
    rideOf(
      { ...truck, suspension: { ...truck.suspension, rearRate: rate, overload: null } },
      spring,
      spring.designHeight,
      { rearLeft: 0, rearRight: 0 },
      { left: 0, right: 0 },
      rearAxle,
      101_325,
    )
  expect(ride(1000, 50_000).frequency).toBeGreaterThan(0)
  expect(ride(0, 50_000).frequency).toBeNull()
  expect(ride(1000, -1e9).frequency).toBeNull()
})

test('what one side wants more is its roll moment over the springs’ base at the height aimed for', () => {
  const plan = demoPlan('estuary-flatbed')
  plan.hauls.totes!.target = { school: 'share', share: 0.5 }
  const { hauls, spring } = derive(plan).stages.load.result
  const r = hauls.totes!
  const { rearSpringBase, motionRatio } = plan.truck.suspension
  expect(r.target).toBeGreaterThan(0.01)
  const area = interpolate(spring!.areaByHeight, spring!.designHeight - r.target * motionRatio)
  expect(r.sideDifference).toBeCloseTo((2 * r.body.roll) / (rearSpringBase * motionRatio * area), 6)
})

test('a spring outside its range is told by the end it passes, high or low', () => {
  const ended = (gap: number) => {
    const plan = demoPlan('estuary-flatbed')
    plan.truck.seatGap.unladen = gap
    const { notes, stages } = derive(plan)
    const { areaByHeight } = stages.load.result.spring!
    const note = notes.find((n) => n.rule === 'spring-height-at-target')
    return (
      note && {
        limit: note.limit,
        low: areaByHeight[0]![0],
        high: areaByHeight.at(-1)![0],
        value: note.value!,
      }
    )
  }
  const high = ended(0.4)!
  expect(high.limit).toBe(high.high)
  expect(high.value).toBeGreaterThan(high.high)
  const low = ended(0.06)!
  expect(low.limit).toBe(low.low)
  expect(low.value).toBeLessThan(low.low)
})

test('the gross rating is passed above it, and not at it', () => {
  const { gross } = derive(demoPlan('estuary-flatbed')).stages.load.result.hauls.totes!
  const at = (over: number) => {
    const plan = demoPlan('estuary-flatbed')
    plan.truck.ratings.gross = gross - over
    return derive(plan).notes.map((n) => `${n.rule} ${n.subject}`)
  }
  const told = (rules: string[]) => rules.some((r) => r.startsWith('over-gross totes'))
  expect(told(at(0))).toBe(false)
  expect(told(at(0.01))).toBe(true)
})

import fc from 'fast-check'
import { springClass } from '../catalog/springs'
import { exampleTruck } from '../catalog/trucks'
import { demoJobs, demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { newPlan } from '../jobs/newPlan'
import { PRACTICE } from '../catalog/practice'
import { sampleHauls } from '../whatIf/sample'
import { newHaul, newItem } from '../document/newHaul'
import type { Haul, LoadItem, Plan } from '../document/types'
import { GRAVITY } from '../quantity/constants'
import { haulLoads } from './target'
import { uncertaintyOf, sampleUncertainty, type UncertainCase } from './uncertainty'
import { barShift, itemMass, towedLoad } from './masses'
import { liquidShift, liquidSurge } from './surge'

const truck = exampleTruck('leaf-flatbed')
const haul = (change: (h: Haul) => void = () => {}): Haul => {
  const h = newHaul('Haul', 1)
  change(h)
  return h
}
const tank = (fill: number, baffled = false): LoadItem => ({
  ...newItem('Tank', 1, 90, 0, 0, [1.5, 1.2, 0.8]),
  liquid: { density: 1000, fill, baffled },
})

describe('what is aboard', () => {
  test('a tank weighs itself and its liquid: 1.5 × 1.2 × 0.8 m half full of water is 720 kg and the tank', () => {
    expect(itemMass(tank(0.5))).toBeCloseTo(810, 9)
  })
  test('a slip of sign is counted with its size, never as lift', () => {
    expect(itemMass(newItem('x', 1, -100, 0, 0, [1, 1, 1]))).toBe(100)
  })
  test('a trailer’s plan gives ball and weight: 450 kg 3.3 m and 900 kg 3.2 m behind, axle at 3.6 m (statics by hand)', () => {
    const t = towedLoad(
      haul((h) => {
        h.ballFrom = 'trailer'
        h.trailer = {
          axle: 3.6,
          empty: 450,
          emptyAt: 3.3,
          items: { a: { label: 'a', mass: 900, behind: 3.2, order: 1 } },
        }
      }),
    )
    expect(t.whole).toBe(1350)
    expect(t.ball).toBeCloseTo((450 * 0.3 + 900 * 0.4) / 3.6, 9)
  })
  test('a bed hitch over the axle leaves the front alone; the ball takes from it', () => {
    const over = { ...truck, bedHitch: 0 }
    expect(
      haulLoads(
        haul((h) => {
          h.coupling = 'bed'
          h.ballLoad = 600
        }),
        over,
      ).frontChange,
    ).toBe(0)
    expect(
      haulLoads(
        haul((h) => {
          h.ballLoad = 600
        }),
        over,
      ).frontChange,
    ).toBeCloseTo((-600 * 1.5) / 3.7, 9)
  })
})

describe('weight-distributing hitch', () => {
  const pulling = haul((h) => {
    h.ballLoad = 300
    h.trailerMass = 2500
    h.trailer.axle = 4
    h.bars = { force: 2000, length: 0.8 }
  })
  test('M/L·(1 + b/Lt) on the front, M/Lt on the trailer’s axle (reference sheet): M = 3200 N·m, L 3.7, b 1.5, Lt 4', () => {
    const b = barShift(pulling, truck)
    expect(b.moment).toBe(3200)
    expect(b.front * GRAVITY).toBeCloseTo((3200 / 3.7) * 1.375, 9)
    expect(b.trailer * GRAVITY).toBeCloseTo(800, 9)
  })
  test('it moves weight and makes none; both free bodies balance', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 8000, noNaN: true }),
        fc.double({ min: 2, max: 9, noNaN: true }),
        (force, axle) => {
          const h = { ...pulling, bars: { force, length: 0.8 }, trailer: { ...pulling.trailer, axle } }
          const b = barShift(h, truck)
          expect(b.front + b.rear + b.trailer).toBeCloseTo(0, 9)
          // Trailer about its axle: the coupling lifts the truck's tail by the force that its own moment needs.
          const coupling = b.moment / axle / GRAVITY
          expect(b.front * truck.wheelbase).toBeCloseTo(b.moment / GRAVITY + coupling * truck.axleToBall, 6)
          const without = haulLoads({ ...h, bars: null }, truck)
          const withBars = haulLoads(h, truck)
          expect(withBars.combination).toBeCloseTo(without.combination, 6)
          expect(withBars.frontAxle - without.frontAxle).toBeCloseTo(b.front, 9)
        },
      ),
    )
  })
  test('nothing without a trailer or on a bed hitch', () => {
    expect(barShift({ ...pulling, trailerMass: 0 }, truck).moment).toBe(0)
    expect(barShift({ ...pulling, coupling: 'bed' }, truck).moment).toBe(0)
  })
})

describe('what the coupling may carry', () => {
  const couplingOf = (coupling: Haul['coupling']) => {
    const plan = newPlan('heavy-leaf-long-bed', 'Coupling')
    Object.assign(plan.truck.ratings, { ball: 300, bedHitch: 900 })
    plan.hauls = { tow: haul((h) => Object.assign(h, { coupling, ballLoad: 600, ballFrom: 'weighed' })) }
    const { notes, stages } = createDeriver()(plan)
    const { ratings } = stages.load.result.hauls.tow!
    const over = notes.find((n) => n.rule === 'over-ball')
    return {
      limit: ratings.find((x) => x.figure === 'ballLoad')!.limit,
      over: over?.limit ?? null,
      title: over?.title,
    }
  }
  test('600 kg on a ball rated 300 is over it, on a bed hitch rated 900 it is not', () => {
    expect(couplingOf('ball')).toEqual({ limit: 300, over: 300, title: 'Ball load over its rating' })
    expect(couplingOf('bed')).toEqual({ limit: 900, over: null, title: undefined })
  })
})

describe('surge', () => {
  test('a free surface that meets neither floor nor lid: shift = L²·tanθ/(12·h) (hydrostatics of a tilted box)', () => {
    expect(liquidShift(1.5, 0.8, 0.5, 0.3)).toBeCloseTo((1.5 ** 2 * 0.3) / (12 * 0.4), 9)
  })
  test('a thin sheet of liquid runs right into the corner: a wedge of its own volume (by hand)', () => {
    // Area 0.03 m², slope 0.5: wedge ½·b²·0.5 → b = √0.12; its middle is b/3 from the wall.
    const b = Math.sqrt(0.12)
    expect(liquidShift(1.5, 0.8, 0.03 / 1.2, 0.5)).toBeCloseTo(0.75 - b / 3, 6)
  })
  test('fore and aft it moves along the tank over the wheelbase, in a bend across it over the rear track (by hand)', () => {
    const wet = haul((h) => void (h.items.tank = tank(0.5)))
    // 720 kg of water; L²·tanθ/(12·h) along 1.5 m and across 1.2 m, at 0.4 m deep.
    const surge = liquidSurge(wet, 4, 1.6)
    expect(surge.axle).toBeCloseTo((720 * liquidShift(1.5, 0.8, 0.5, PRACTICE.hardBraking.value)) / 4, 9)
    expect(surge.side).toBeCloseTo((720 * liquidShift(1.2, 0.8, 0.5, PRACTICE.briskBend.value)) / 1.6, 9)
    // The rear carries it, whatever the front's track is: in the figure and in the note.
    const plan = newPlan('leaf-flatbed', 'Surge')
    plan.truck.frontTrack = 1.2
    plan.truck.rearTrack = 1.6
    plan.hauls = { wet }
    const told = liquidSurge(wet, plan.truck.wheelbase, 1.6).side
    const { figures } = createDeriver()(plan).stages.load
    expect(figures['wet.surgeSide']!.value).toBeCloseTo(told, 9)
  })
  test('nothing when full or empty, odd in the slope, never past the half length, least when baffled', () => {
    expect([liquidShift(1.5, 0.8, 1, 0.5), liquidShift(1.5, 0.8, 0, 0.5)]).toEqual([0, 0])
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.98, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (fill, slope) => {
          const s = liquidShift(1.5, 0.8, fill, slope)
          expect(s).toBeCloseTo(-liquidShift(1.5, 0.8, fill, -slope), 6)
          expect(s).toBeGreaterThan(0)
          expect(s).toBeLessThan(0.75)
        },
      ),
    )
    const moved = (baffled: boolean) =>
      liquidSurge(
        haul((h) => {
          h.items.a = tank(0.5, baffled)
        }),
        3.7,
        1.7,
      ).axle
    expect(moved(true)).toBeLessThan(moved(false) / 5)
  })
})

describe('how sure', () => {
  const spring = { ...springClass('leaf-helper-double-2270')!, designHeight: 0.16 }
  const of = (change: (h: Haul) => void): UncertainCase => ({
    haul: haul(change),
    truck,
    spring,
    teed: false,
    tolerances: { frontAxle: 20, rearAxle: 20, gap: 0.003, rearRate: 0.05, area: 0.05, motion: 0, seat: 0 },
  })
  const loaded = of((h) => {
    h.items.a = newItem('Crate', 1, 700, 0, 0, [1, 1, 1])
    h.ballLoad = 150
  })

  test('one source by hand: area ± 5 % alone is ± 2·5/√3 % of the pressure', () => {
    const still = {
      ...loaded,
      haul: haul((h) => {
        h.items.a = { ...newItem('Crate', 1, 700, 0, 0, [1, 1, 1]), how: 'weighed' as const }
      }),
      tolerances: { ...loaded.tolerances, gap: 0 },
    }
    const d = uncertaintyOf(still)
    const area = d.shares.find((s) => s.id === 'area')!
    const half = (d.left.high - d.left.low) / 2
    const middle = (d.left.high + d.left.low) / 2
    expect(half * Math.sqrt(area.share)).toBeCloseTo((middle * 2 * 0.05) / Math.sqrt(3), -3)
  })
  test('shares add to one, largest first; weighing the tongue narrows it', () => {
    const d = uncertaintyOf(loaded)
    expect(d.shares.reduce((sum, s) => sum + s.share, 0)).toBeCloseTo(1, 9)
    expect([...d.shares].sort((a, b) => b.share - a.share)).toEqual(d.shares)
    const weighed = uncertaintyOf({ ...loaded, haul: { ...loaded.haul, ballFrom: 'weighed' } })
    expect(weighed.left.high - weighed.left.low).toBeLessThan(d.left.high - d.left.low)
  })
  test('where straight lines hold, 10,000 samples say the same within a tenth of the range', () => {
    const d = uncertaintyOf(loaded)
    const s = sampleUncertainty(loaded)
    expect(d.linear).toBe(true)
    const width = d.left.high - d.left.low
    expect(Math.abs(s.left.low - d.left.low)).toBeLessThan(width * 0.1)
    expect(Math.abs(s.left.high - d.left.high)).toBeLessThan(width * 0.1)
  })
  test('a limit within the range is owned up to, and sampling stays inside the limits', () => {
    const heavy = of((h) => {
      h.items.a = newItem('Crate', 1, 2150, 0, 0, [1, 1, 1])
    })
    expect(uncertaintyOf(heavy).linear).toBe(false)
    const s = sampleUncertainty(heavy, 2000)
    expect(s.left.high).toBeLessThanOrEqual(690_000)
    expect(s.over).toBeGreaterThan(0)
    expect(s.over).toBeLessThan(1)
  })
  test('the same seed gives the same samples; another gives nearly the same', () => {
    expect(sampleUncertainty(loaded, 500, 7)).toEqual(sampleUncertainty(loaded, 500, 7))
    expect(
      sampleUncertainty(loaded, 4000, 7).left.low / sampleUncertainty(loaded, 4000, 8).left.low,
    ).toBeCloseTo(1, 1)
  })
  test('every demo haul has a range around its pressure; those that bend are sampled', () => {
    for (const { plan } of demoJobs()) {
      const derived = createDeriver()(plan)
      const { hauls, uncertainties } = derived.stages.load.result
      for (const [id, r] of Object.entries(hauls)) {
        expect(uncertainties[id]!.left.low).toBeLessThanOrEqual(r.left.pressure + 1e-6)
        expect(uncertainties[id]!.left.high).toBeGreaterThanOrEqual(r.left.pressure - 1e-6)
      }
      expect(Object.keys(sampleHauls(plan, derived)).sort()).toEqual(
        Object.keys(uncertainties)
          .filter((id) => !uncertainties[id]!.linear)
          .sort(),
      )
    }
  })
})

describe('rules', () => {
  const base = demoPlan('hive-hauler')
  const notes = (change: (p: Plan, h: Haul) => void) => {
    const plan = structuredClone(base)
    change(plan, plan.hauls.hives!)
    return createDeriver()(plan).stages.load.notes.map((n) => `${n.rank} ${n.rule}`)
  }
  test.each<[string, (p: Plan, h: Haul) => void]>([
    [
      'stop over-tyre',
      (p) => {
        p.truck.ratings.tyre = 700
      },
    ],
    [
      'stop over-ball',
      (p, h) => {
        h.coupling = 'bed'
        p.truck.bedHitch = 0
        p.truck.ratings.bedHitch = 200
      },
    ],
    [
      'fix no-bed-hitch',
      (p, h) => {
        h.coupling = 'bed'
        p.truck.bedHitch = null
      },
    ],
    [
      'stop tongue-lifts',
      (_p, h) => {
        h.ballFrom = 'trailer'
        h.trailer.empty = 700
        h.trailer.emptyAt = 4.4
      },
    ],
    [
      'know tongue-share',
      (_p, h) => {
        h.ballLoad = 100
      },
    ],
    [
      'fix bars-idle',
      (_p, h) => {
        h.trailerMass = 0
      },
    ],
    ['know bars-first', () => {}],
    [
      'fix negative-mass',
      (_p, h) => {
        h.items.supers!.mass = -280
      },
    ],
    [
      'know liquid-surge',
      (_p, h) => {
        h.items.tank = tank(0.5)
      },
    ],
    ['know least-sure', () => {}],
    [
      'fix light-steering',
      (_p, h) => {
        h.bars = null
        h.ballLoad = 680
      },
    ],
  ])('%s', (rule, change) => {
    expect(notes(change)).toContain(rule)
  })
  test('people and the roof rack are not off the bed', () => {
    expect(
      notes((_p, h) => {
        h.items.driver = { ...newItem('Driver', 9, 80, 2.2, 0.4, [0.4, 0.4, 0.9]), on: 'seat' }
      }),
    ).not.toContain('fix item-off-bed')
    expect(
      notes((_p, h) => {
        h.items.crate = newItem('Crate', 9, 80, 2.2, 0.4, [0.4, 0.4, 0.9])
      }),
    ).toContain('fix item-off-bed')
  })
  test('a figure off the spring’s own sheet rules over the class and is surer', () => {
    const sheet = structuredClone(base)
    sheet.air.sheet = { area: 0.02, minPressure: 50_000, maxPressure: 600_000, maxLoad: 1000 }
    const [a, b] = [createDeriver()(base), createDeriver()(sheet)].map((d) => d.stages.load.result)
    expect(b!.hauls.hives!.left.pressure).toBeLessThan(a!.hauls.hives!.left.pressure)
    const areaShare = (r: typeof a) => r!.uncertainties.hives!.shares.find((s) => s.id === 'area')!.share
    expect(areaShare(b)).toBeLessThan(areaShare(a))
  })
  test('teed springs lean under a lopsided load, a line a side does not; the mirror leans the other way', () => {
    const plan = demoPlan('festival-rig')
    const lean = (p: Plan, kind: string) => createDeriver()(p).stages.load.figures[`towers.${kind}`]!.value!
    const teed = lean(plan, 'leanTeed')
    expect(Math.abs(teed)).toBeGreaterThan(Math.abs(lean(plan, 'leanSeparate')))
    for (const item of Object.values(plan.hauls.towers!.items)) item.y = -item.y
    expect(lean(plan, 'leanTeed')).toBeCloseTo(-teed, 6)
  })
})

import { smallestSpacer, STANDARD_SPACERS } from '../catalog/spacers'
import { springClass } from '../catalog/springs'
import { railBottom, railDepth } from '../catalog/truckGeometry'
import { exampleTruck } from '../catalog/trucks'
import type { Truck } from '../document/types'
import { tableRange } from '../quantity/interpolate'
import { bracketBolts, bracketInNotch } from './bracket'
import { fitSpring } from './fit'
import { truckStage } from './truck'

const leaf = springClass('leaf-helper-double-2270')!
const BARE = {
  spacer: 0,
  spacerAt: 'below',
  droop: 'strap',
  closing: 'hand',
  kit: null,
} as const
const truck = (change: (t: Truck) => void = () => {}) => {
  const t = exampleTruck('leaf-flatbed')
  change(t)
  return t
}
const rules = (change: (t: Truck) => void) => truckStage(truck(change), leaf, BARE).notes.map((n) => n.rule)

describe('bolts of the upper bracket, by hand', () => {
  const bolts = (change: (t: Truck) => void) =>
    bracketBolts(
      truck((t) => {
        Object.assign(t.frame, { depth: 0.18, railWidth: 0.07 })
        change(t)
      }),
    )
  test('clamped as its kit has it there are none', () => expect(bolts(() => {})).toBeNull())
  test('round the rail: 182 + 6 + 1.6 + 6.8 + 3.75 = 200.15 mm is longer than any; a rail of 150 wants 180', () => {
    const round = (depth: number) =>
      bolts((t) => {
        t.bracket.hold = 'u-bolts'
        t.frame.depth = depth
      })
    expect(round(0.182)).toMatchObject({ length: null, inside: 0.07, thread: 'M8' })
    expect(round(0.1818)!.length).toBe(0.2)
    expect(round(0.15)!.length).toBe(0.18)
  })
  test('through an open rail: 5 + 6 + 2·2 + 8.4 + 4.5 = 27.9 mm, so 30; through a box of 70: 92.9, so 100', () => {
    expect(bolts((t) => (t.bracket.hold = 'drilled'))!.length).toBe(0.03)
    const boxed = bolts((t) => {
      t.bracket.hold = 'drilled'
      t.frame.section = 'boxed'
    })
    expect(boxed).toMatchObject({ length: 0.1, inside: null })
    expect(boxed!.grip).toBeCloseTo(0.076, 12)
  })
  test('a drilled bolt has a washer at both ends, every other one, whatever the rail’s width', () => {
    const LENGTHS = [
      20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 80, 90, 100, 110, 120, 130, 140, 150, 160, 180, 200,
    ]
    /** Standard length over what it goes through, mm: washers of 2 mm (ISO 7089), nut 8.4, 4.5 past it; M10. */
    const next = (through: number, washers: number) =>
      LENGTHS.find((l) => l >= through + 6 + washers * 2 + 8.4 + 4.5 - 1e-9)! / 1000
    for (let width = 40; width <= 90; width += 0.5) {
      const boxed = bolts((t) => {
        t.bracket.hold = 'drilled'
        t.frame.section = 'boxed'
        t.frame.railWidth = width / 1000
      })!
      expect([width, boxed.length]).toEqual([width, next(width, 2)])
    }
    for (const hold of ['speed-nuts', 'stop-bolts'] as const)
      expect([hold, bolts((t) => (t.bracket.hold = hold))!.length]).toEqual([hold, next(5, 1)])
  })
  test('into clipped nuts: 5 + 6 + 2 + 8.4 + 4.5 = 25.9 mm, so 30, boxed or not', () => {
    for (const section of ['open', 'boxed'] as const)
      expect(
        bolts((t) => {
          t.bracket.hold = 'speed-nuts'
          t.frame.section = section
        })!.length,
      ).toBe(0.03)
  })
})

describe('what the bracket meets', () => {
  test('a clamp with something in its way is told; any other hold is not', () => {
    expect(rules((t) => (t.bracket.inWay = 'bed-hitch'))).toContain('bracket-blocked')
    for (const hold of ['u-bolts', 'drilled', 'speed-nuts'] as const)
      expect(rules((t) => Object.assign(t.bracket, { inWay: 'bed-hitch', hold }))).not.toContain(
        'bracket-blocked',
      )
    expect(rules((t) => (t.bracket.hold = 'drilled'))).toContain('frame-drilled')
    expect(rules((t) => (t.bracket.hold = 'u-bolts'))).not.toContain('frame-drilled')
  })
  test('bolts through a boxed rail are told, through an open one or into clipped nuts they are not', () => {
    const told = (section: 'open' | 'boxed', hold: 'drilled' | 'speed-nuts') =>
      rules((t) => {
        t.frame.section = section
        t.bracket.hold = hold
      }).includes('through-boxed')
    expect([told('boxed', 'drilled'), told('open', 'drilled'), told('boxed', 'speed-nuts')]).toEqual([
      true,
      false,
      false,
    ])
  })
  test('holes where the rail is notched are told, U-bolts round it and holes beside the notch are not', () => {
    const told = (hold: 'drilled' | 'u-bolts', x: number) =>
      rules((t) => {
        t.frame.notch = { length: 0.3, depth: 0.05 }
        t.bracket.hold = hold
        t.seats.upper.x = x
      }).includes('notch-drilled')
    expect([told('drilled', 0), told('u-bolts', 0), told('drilled', 0.25)]).toEqual([true, false, false])
  })
  test('in a notch, over its end, beside it: a bracket of 120 mm, by hand', () => {
    const at = (length: number, x: number) =>
      bracketInNotch(
        truck((t) => {
          t.frame.notch = { length, depth: 0.05 }
          t.seats.upper.x = x
        }),
      )
    expect([at(0.12, 0), at(0.119, 0), at(0.3, 0.09), at(0.3, 0.0901)]).toEqual(['in', 'over', 'in', 'over'])
    expect([at(0.3, 0.21), at(0.3, -0.2099), at(0.3, -0.21)]).toEqual(['beside', 'over', 'beside'])
    expect(rules((t) => (t.frame.notch = { length: 0.1, depth: 0.05 }))).toContain('bracket-over-notch')
    expect(rules((t) => (t.frame.notch = { length: 0.3, depth: 0.05 }))).toEqual(['not-weighed'])
  })
  test('a notch takes its depth off the rail from below: its upper edge stays, its lower edge rises', () => {
    const whole = truck()
    const cut = truck((t) => (t.frame.notch = { length: 0.3, depth: 0.05 }))
    expect(railBottom(cut) - railBottom(whole)).toBeCloseTo(0.05, 12)
    expect(railBottom(cut) + railDepth(cut)).toBeCloseTo(railBottom(whole) + railDepth(whole), 12)
  })
})

describe('spacers', () => {
  const { low, high } = tableRange(leaf.areaByHeight)
  const sizes = [0, ...STANDARD_SPACERS]
  test('the smallest size that keeps its range, against every size tried one by one', () => {
    for (let unladen = 0.05; unladen < 0.45; unladen += 0.0071)
      for (const [up, down] of [
        [0.05, 0.05],
        [0.09, 0.03],
        [0.02, 0.11],
      ] as const) {
        const bare = { unladen, droop: unladen + up, bump: unladen - down }
        const inside = (s: number, ends: number[]) => ends.every((h) => h - s >= low && h - s <= high)
        const found = smallestSpacer(leaf, bare)
        const wholly = sizes.filter((s) => inside(s, [bare.unladen, bare.droop, bare.bump]))
        if (wholly.length > 0) expect(found).toBe(Math.min(...wholly))
        else if (found !== null) expect(inside(found, [bare.unladen])).toBe(true)
        else expect(sizes.some((s) => inside(s, [bare.unladen]))).toBe(false)
      }
  })
  test('over the spring it moves the bag down by itself, and its height stays', () => {
    const t = truck()
    const bag = (spacerAt: 'above' | 'below') =>
      fitSpring(t, leaf, { spacer: 0.0254, spacerAt }).together[4]!.bags.left
    const [over, under] = [bag('above'), bag('below')]
    expect(over.height).toBe(under.height)
    expect(under.lower.z - over.lower.z).toBeCloseTo(0.0254, 12)
    expect(under.upper.z - over.upper.z).toBeCloseTo(0.0254, 12)
  })
})

test('brackets off the sheet: what stands above the spring lowers it, and its height stays', () => {
  const bag = (upperBracket: number) =>
    fitSpring(truck(), { ...leaf, upperBracket }, BARE).together[4]!.bags.left
  const [even, above] = [bag(leaf.bracketHeight / 2), bag(leaf.bracketHeight)]
  expect(above.height).toBe(even.height)
  expect(even.upper.z - above.upper.z).toBeCloseTo(leaf.bracketHeight / 2, 12)
  expect(even.lower.z - above.lower.z).toBeCloseTo(leaf.bracketHeight / 2, 12)
})

describe('a gap closed by loading the bed', () => {
  const short = (t: Truck) => {
    t.seatGap = { unladen: 0.275, droop: 0.28, bump: 0.15 }
    t.suspension.rearRate = 60_000
    t.suspension.motionRatio = 0.8
    t.suspension.overload = { contact: 0.02, rate: 20_000 }
  }
  test('the load, by hand: 30 mm at the seat is 37.5 mm of wheel, 2·(60 000·0.0375 + 20 000·0.0175)/g', () => {
    const { result } = truckStage(truck(short), leaf, BARE)
    // Brackets of 45 mm leave 230 mm. A slack spring closes to 200 mm, half-way from 160 to 240.
    expect(result.springHeight).toBeCloseTo(0.23, 12)
    expect(result.closingLoad).toBeCloseTo((2 * (2250 + 350)) / 9.806_65, 9)
  })
  test('told until it is planned; a spring that comes to its seat by hand, or an insert, wants none', () => {
    const noted = (fitted: Parameters<typeof truckStage>[2], change = short) =>
      truckStage(truck(change), leaf, fitted).notes.map((n) => n.rule)
    expect(noted(BARE)).toContain('hangs-short')
    expect(noted({ ...BARE, closing: 'load' })).toContain('load-on-hanging-axle')
    const onAxle = (t: Truck) => {
      short(t)
      t.raisedBy = 'axle'
    }
    expect(noted({ ...BARE, closing: 'load' }, onAxle)).toEqual(['not-weighed'])
    const near = (unladen: number) => (t: Truck) => {
      short(t)
      t.seatGap.unladen = unladen
    }
    expect(noted(BARE, near(0.2451))).toContain('hangs-short')
    expect(noted(BARE, near(0.2449))).not.toContain('hangs-short')
    const van = truckStage(exampleTruck('coil-van'), springClass('coil-insert-450')!, BARE)
    expect(van.result.closingLoad).toBe(0)
  })
  test('its remedy raises the truck by its axle only where the axle would hang', () => {
    const closes = { op: 'replace', path: ['air', 'closing'], value: 'load' }
    const patches = (raisedBy: Truck['raisedBy']) => {
      const change = (t: Truck) => {
        short(t)
        t.raisedBy = raisedBy
      }
      return truckStage(truck(change), leaf, BARE).notes.find((n) => n.rule === 'hangs-short')!.remedy!
        .patches
    }
    expect(patches('axle')).toEqual([closes])
    expect(patches('not')).toEqual([closes])
    expect(patches('frame')).toEqual([closes, { op: 'replace', path: ['truck', 'raisedBy'], value: 'axle' }])
  })
  test('more than the axle may carry is a Stop, at the rating none', () => {
    const at = (rating: (r: number) => number) => {
      const t = truck((x) => {
        short(x)
        x.raisedBy = 'axle'
      })
      const { rearAxle, closingLoad } = truckStage(t, leaf, BARE).result
      t.ratings.rearAxle = rating(rearAxle + closingLoad)
      return truckStage(t, leaf, { ...BARE, closing: 'load' }).notes.map((n) => n.rule)
    }
    expect(at((sum) => sum + 0.01)).not.toContain('closing-over-rating')
    expect(at((sum) => sum - 0.01)).toContain('closing-over-rating')
  })
})

describe('crushed on the bump stop', () => {
  const { low } = tableRange(leaf.areaByHeight)
  /**
   * The note if the bump stop leaves `over` m more than the spring's least height, with a spacer of `spacer` m.
   */
  const noteOf = (over: number, spacer: number) => {
    const change = (t: Truck) => {
      const bump = low + over + leaf.bracketHeight
      t.seatGap = { bump, unladen: 0.2 + spacer, droop: 0.25 + spacer }
    }
    const { notes } = truckStage(truck(change), leaf, { ...BARE, spacer })
    return { note: notes.find((n) => n.rule === 'crushed-on-bump'), change }
  }
  test('just not crushed is quiet, a tenth of a millimetre less is told; without a spacer nothing is to be taken out', () => {
    expect(noteOf(0.0001, 0).note).toBeUndefined()
    expect(noteOf(-0.0001, 0).note).toMatchObject({ rank: 'fix', limit: low })
    expect(noteOf(-0.0001, 0).note!.remedy).toBeUndefined()
  })
  test('a spacer that alone crushes it is made less, and then it is whole', () => {
    const { note, change } = noteOf(0.015, 0.03)
    const value = note!.remedy!.patches[0]!.value as number
    const { notes } = truckStage(truck(change), leaf, { ...BARE, spacer: value })
    expect(value).toBeLessThan(0.03)
    expect(notes.map((n) => n.rule)).not.toContain('crushed-on-bump')
  })
  test('one that is crushed without its spacer too is offered none', () => {
    expect(noteOf(-0.001, 0.03).note!.remedy).toBeUndefined()
    expect(noteOf(0.0001, 0.03).note!.remedy).toBeDefined()
  })
})

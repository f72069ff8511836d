import fc from 'fast-check'
import { exampleTruck } from '../catalog/trucks'
import type { Truck } from '../document/types'
import { applyEdit } from '../document/edit'
import { newPlan } from '../jobs/newPlan'
import { isGuessed, fieldNamed } from './guessed'
import { takeTicket } from './tickets'
import { readTickets } from './ticketTable'
import { gapTaped, surveyChanges, taped, twoHeights, weighed } from './survey'
import { simulatedWeighbridge } from './weighbridge'

describe('two heights and a known load', () => {
  const squat = { load: 500, beforeLeft: 0.98, beforeRight: 0.978, afterLeft: 0.927, afterRight: 0.925 }
  test('k = (ΔF/2)/Δh: 500 kg that takes 53 mm is 46.26 N/mm a side; the tape makes it ± 3/53', () => {
    const r = twoHeights(squat, null)!
    expect(r.rate).toBeCloseTo((250 * 9.80665) / 0.053, 6)
    expect(r.tolerance).toBeCloseTo(3 / 53, 9)
  })
  test('what an overload leaf takes past its contact is not the first stage’s', () => {
    const r = twoHeights(squat, { contact: 0.04, rate: 20_000 })!
    expect(r.rate * 0.053 + 20_000 * 0.013).toBeCloseTo(250 * 9.80665, 6)
  })
  test('the rate found gives the squat back, whatever the pack', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20_000, max: 90_000, noNaN: true }),
        fc.double({ min: 0.02, max: 0.12, noNaN: true }),
        fc.double({ min: 0.01, max: 0.08, noNaN: true }),
        (rate, h, contact) => {
          const second = { contact, rate: 30_000 }
          const load = (2 * (rate * h + second.rate * Math.max(h - contact, 0))) / 9.80665
          expect(
            twoHeights({ load, beforeLeft: 1, beforeRight: 1, afterLeft: 1 - h, afterRight: 1 - h }, second)!
              .rate,
          ).toBeCloseTo(rate, 3)
        },
      ),
    )
  })
  test('no squat, or less than the tape can tell, gives no rate', () => {
    expect(twoHeights({ ...squat, afterLeft: 0.979, afterRight: 0.977 }, null)).toBeNull()
    expect(twoHeights({ ...squat, load: 0 }, null)).toBeNull()
    // An overload leaf that takes the whole load leaves nothing for the leaf pack.
    const whole = (250 * 9.80665) / 0.013
    expect(twoHeights(squat, { contact: 0.04, rate: whole + 1 })).toBeNull()
    expect(twoHeights(squat, { contact: 0.04, rate: whole - 1 })!.rate).toBeGreaterThan(0)
  })
})

describe('the survey as one truck', () => {
  const survey = (change: (t: Truck) => void) => {
    const t = exampleTruck('leaf-flatbed')
    change(t)
    return surveyChanges(t)
  }
  test('nothing to add changes nothing', () => {
    expect(survey(() => {}).changes).toBeNull()
  })
  test('a lift not yet fitted widens the gap unladen and at droop; one taped with it fitted changes nothing', () => {
    const before = survey((t) => {
      t.suspension.lift = 0.05
      t.suspension.liftMeasured = false
    }).changes!
    expect(before.seatGap).toEqual({
      unladen: expect.closeTo(0.255, 9),
      droop: expect.closeTo(0.33, 9),
      bump: 0.11,
    })
    expect(before.heights.rearLeft).toBeCloseTo(1.03, 9)
    const front = survey((t) => {
      t.suspension.frontLift = 0.03
      t.suspension.liftMeasured = false
    }).changes!
    const { heights, suspension } = exampleTruck('leaf-flatbed')
    expect(front.heights.frontLeft - heights.frontLeft).toBeCloseTo(0.03, 9)
    expect(front.suspension.frontStopGap - suspension.frontStopGap).toBeCloseTo(0.03, 9)
    expect(
      survey((t) => {
        t.suspension.lift = 0.05
      }).changes,
    ).toBeNull()
  })
  test('usual tolerances: scale 20 kg, unknown a tenth, tape 3 mm; a typed one rules', () => {
    expect(
      survey((t) => {
        t.survey.rearAxle.how = 'scale'
      }).tolerances.rearAxle,
    ).toBe(20)
    expect(survey(() => {}).tolerances.rearAxle).toBeCloseTo(111, 9)
    expect(
      survey((t) => {
        t.survey.gap.how = 'tape'
      }).tolerances.gap,
    ).toBe(0.003)
    expect(
      survey((t) => {
        t.survey.gap = { how: 'tape', tolerance: 0.01 }
      }).tolerances.gap,
    ).toBe(0.01)
  })
  test('the motion ratio: a tenth on an axle, a quarter beside a coil, and where the seat stands; taped, 3 % and nothing more', () => {
    const doubt = (change: Parameters<typeof survey>[0]) => {
      const { motion, seat } = survey(change).tolerances
      return [motion, seat]
    }
    expect(doubt(() => {})).toEqual([0.1, 0.04])
    expect(
      doubt((t) => {
        t.suspension.kind = 'coil'
        t.suspension.helper = 'beside'
      }),
    ).toEqual([0.25, 0.04])
    expect(doubt((t) => void (t.survey.motion.how = 'tape'))).toEqual([0.03, 0])
    expect(doubt((t) => void (t.survey.motion = { how: 'guess', tolerance: 0.2 }))).toEqual([0.2, 0.04])
  })
})

describe('scale tickets', () => {
  const one = (text: string) => readTickets(text).tickets![0]!
  test('axles by name, in any order, kg unless the heading or the figure says lb', () => {
    expect(one('rear,front,label\n1110,1620,Yard')).toMatchObject({
      label: 'Yard',
      front: 1620,
      rear: 1110,
      corners: null,
    })
    expect(one('Front axle (lb);Rear axle (lb)\n3571;2447').front).toBeCloseTo(1619.78, 1)
    expect(one('front,rear\n3571 lb,1110').front).toBeCloseTo(1619.78, 1)
  })
  test('wheels make the axles', () => {
    expect(one('date,front left,front right,rear left,rear right\n2026-03-10,820,800,560,550')).toMatchObject(
      { at: '2026-03-10', front: 1620, rear: 1110, corners: { rearRight: 550 } },
    )
  })
  test('every fault is told with its line and what to type', () => {
    expect(readTickets('weight\n3').problems![0]).toContain('front')
    expect(readTickets('front,rear\n1620,heavy').problems![0]).toMatch(/Line 2.*rear/)
    expect(readTickets('front,rear\n1620,-5').problems![0]).toContain('no weight')
    expect(readTickets('front,rear\n').problems![0]).toContain('no ticket')
    expect(readTickets(`front,rear\n${'1,2\n'.repeat(201)}`).problems![0]).toContain('at most')
  })
  test('a ticket without a name has its number; names and dates are trimmed, and cut where they are too long', () => {
    const { tickets } = readTickets('front,rear,label,date\n1,2,,\n3,4,  Yard ,  2026-03-10 \n5,6')
    expect(tickets!.map(({ label, at }) => [label, at])).toEqual([
      ['Ticket 1', ''],
      ['Yard', '2026-03-10'],
      ['Ticket 3', ''],
    ])
    const long = one(`front,rear,label,date\n1,2,${'n'.repeat(90)},${'d'.repeat(50)}`)
    expect([long.label.length, long.at.length]).toEqual([80, 40])
    expect(one('front,rear\n1,2')).toMatchObject({ label: 'Ticket 1', at: '', step: 20, simulated: false })
  })
  test('never half read, never throws', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const r = readTickets(text)
        expect((r.tickets === null) !== (r.problems === null)).toBe(true)
      }),
    )
  })
  test('taken as the unladen weight an axle keeps its split; wheel scales give the wheels', () => {
    const plan = newPlan('leaf-flatbed', 'x')
    const after = applyEdit(
      plan,
      takeTicket(plan.truck, { label: 'Yard', front: 1700, rear: 1200, corners: null }).patches,
    ).truck
    expect(after.unladen.rearLeft + after.unladen.rearRight).toBeCloseTo(1200, 9)
    expect(after.unladen.rearLeft / after.unladen.rearRight).toBeCloseTo(560 / 550, 9)
    expect(after.survey.rearAxle.how).toBe('scale')
    const corners = { frontLeft: 1, frontRight: 2, rearLeft: 3, rearRight: 4 }
    expect(
      applyEdit(plan, takeTicket(plan.truck, { label: 'Yard', front: 3, rear: 7, corners }).patches).truck
        .unladen,
    ).toEqual(corners)
  })
  test('the simulated weighbridge shows the plan’s own axles to its step', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3000, noNaN: true }),
        fc.double({ min: 0, max: 3000, noNaN: true }),
        (l, r) => {
          const wheels = { frontLeft: l, frontRight: r, rearLeft: r / 2, rearRight: l }
          const { front, rear } = simulatedWeighbridge(20).weigh(wheels)
          expect([front % 20, rear % 20]).toEqual([0, 0])
          expect(Math.abs(front - l - r)).toBeLessThanOrEqual(10)
          expect(Math.abs(rear - r / 2 - l)).toBeLessThanOrEqual(10)
        },
      ),
    )
  })
})

test('what is typed is no longer unknown: weights off a scale, the gap off a tape; what was said of them stands', () => {
  const fresh = exampleTruck('leaf-flatbed')
  for (const known of ['frontAxle', 'rearAxle', 'gap'] as const)
    fresh.survey[known] = { how: 'unknown', tolerance: 0.5 }
  weighed(fresh, 'front')
  taped(fresh)
  expect(fresh.survey.frontAxle).toEqual({ how: 'scale', tolerance: null })
  expect(fresh.survey.rearAxle.how).toBe('unknown')
  expect(fresh.survey.gap).toEqual({ how: 'tape', tolerance: null })
  fresh.survey.rearAxle = { how: 'guess', tolerance: 40 }
  fresh.survey.gap = { how: 'guess', tolerance: 0.01 }
  weighed(fresh, 'rear')
  taped(fresh)
  expect(fresh.survey.rearAxle).toEqual({ how: 'guess', tolerance: 40 })
  expect(fresh.survey.gap).toEqual({ how: 'guess', tolerance: 0.01 })
})

test('a ticket without wheels keeps each axle’s split; an axle nobody weighed is halved', () => {
  const truck = exampleTruck('leaf-flatbed')
  truck.unladen = { frontLeft: 600, frontRight: 400, rearLeft: 0, rearRight: 0 }
  const ticket = { label: 'Quay', front: 1200, rear: 900, corners: null }
  expect(takeTicket(truck, ticket).patches[0]).toMatchObject({
    value: { frontLeft: 720, frontRight: 480, rearLeft: 450, rearRight: 450 },
  })
  truck.unladen.rearLeft = 300
  expect(takeTicket(truck, ticket).patches[0]).toMatchObject({ value: { rearLeft: 900, rearRight: 0 } })
})

test('a table of tickets wants both axles or all four wheels in its head', () => {
  const problem = (table: string) => readTickets(table).problems![0]!
  expect(problem('front,front left\n1200,600')).toContain('The first line must name')
  expect(problem('rear,front left,front right\n1200,600,600')).toContain('must name')
  expect(problem(`${'x'.repeat(300)}\n1`).length).toBeLessThan(260)
})

test('the unladen gap typed moves the travel that is still guessed, as far as it was; what was taped stays', () => {
  const truck = exampleTruck('leaf-flatbed')
  const { droop, bump, unladen } = truck.seatGap
  gapTaped(truck, unladen - 0.05)
  expect(truck.seatGap.droop - truck.seatGap.unladen).toBeCloseTo(droop - unladen, 9)
  expect(truck.seatGap.unladen - truck.seatGap.bump).toBeCloseTo(unladen - bump, 9)
  expect(truck.survey.gap.how).toBe('tape')
  // Taped again: droop and bump keep their distance from the first tape.
  const then = { ...truck.seatGap }
  gapTaped(truck, unladen - 0.02)
  expect(truck.seatGap).toEqual({ ...then, unladen: unladen - 0.02 })
  const typed = exampleTruck('leaf-flatbed')
  typed.seatGap.droop = 0.31
  gapTaped(typed, 0.2)
  expect(typed.seatGap).toMatchObject({ unladen: 0.2, droop: 0.31, bump })
})

test('the plate is copied once both axles and the gross are typed; until then each stands for itself alone', () => {
  const t = exampleTruck('leaf-flatbed')
  const type = (label: string) => {
    const field = fieldNamed(label)
    field.put(t, field.get(t)! + 50)
  }
  const guessed = () =>
    ['Front axle rating', 'Rear axle rating', 'Gross rating'].filter((label) => isGuessed(t, label))
  type('Rear axle rating')
  expect(guessed()).toEqual(['Front axle rating', 'Gross rating'])
  expect(t.survey.ratings.how).not.toBe('plate')
  type('Front axle rating')
  type('Gross rating')
  expect(guessed()).toEqual([])
  expect(t.survey.ratings.how).toBe('plate')
})

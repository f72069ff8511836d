import type { SpringClass } from '../catalog/springs'
import type { AirPlan, Truck } from '../document/types'
import type { Note, Remedy } from '../quantity/figure'
import { CLEARANCE } from './fit'
import { TAPE } from './survey'
import type { TruckResult } from './types'
import { takeTicket } from './tickets'

type Fitted = Pick<AirPlan, 'spacer' | 'droop'>
type Fields = Omit<Note, 'stage' | 'quantity'> & { quantity?: Note['quantity'] }
const note = (fields: Fields): Note => ({ stage: 'truck', quantity: 'length', ...fields })

/** A seat tilted further than this bends the bag (from memory). */
const TILT = (3 * Math.PI) / 180
const CLASS = 'Height range of the spring class (common practice); its own sheet rules'

/** What the survey and the fit notice. */
export function truckRules(
  truck: Truck,
  spring: SpringClass | null,
  fitted: Fitted,
  at: TruckResult,
): Note[] {
  return [
    ...surveyRules(truck, at),
    ...ticketRules(truck, at),
    ...(spring ? [...heightRules(spring, fitted, at), ...fitRules(truck, spring, at)] : []),
  ]
}

function surveyRules(truck: Truck, at: TruckResult): Note[] {
  const notes: Note[] = []
  const { ratings, survey } = truck
  const { seatGap } = at.truck
  if (!(seatGap.bump < seatGap.unladen && seatGap.unladen < seatGap.droop)) {
    notes.push(
      note({
        rule: 'gap-order',
        rank: 'fix',
        subject: 'seatGap',
        title: 'The seat gaps are out of order',
        text: 'The gap is smallest on the bump stop, larger unladen and largest at full droop. Unladen reads {value}, droop {limit}. Measure again.',
        value: seatGap.unladen,
        limit: seatGap.droop,
        source: 'Geometry',
      }),
    )
  }
  const plates: [string, string, number, number][] = [
    ['unladen-over-gross', 'gross', at.gross, ratings.gross],
    ['unladen-over-front', 'front axle', at.frontAxle, ratings.frontAxle],
    ['unladen-over-rear', 'rear axle', at.rearAxle, ratings.rearAxle],
  ]
  for (const [rule, what, value, limit] of plates) {
    if (value > limit)
      notes.push(
        note({
          quantity: 'mass',
          rule,
          rank: 'stop',
          subject: 'axles',
          title: `Heavier empty than its ${what} rating`,
          text: 'Unladen it weighs {value}; the plate allows {limit}. One of the two is typed wrong.',
          value,
          limit,
          source: 'The vehicle’s plate',
        }),
      )
  }
  if (survey.rearRate.how === 'two-heights' && at.truck.suspension.rearRate === truck.suspension.rearRate) {
    notes.push(
      note({
        rule: 'two-heights-missing',
        rank: 'fix',
        subject: 'rearRate',
        title: 'Two heights do not give a rate yet',
        text: 'Type the known load on the rear axle and the lips before and after; it must squat by more than {limit}. Until then the typed rate is used.',
        value: null,
        limit: TAPE,
        source: 'k = ΔF/Δh',
      }),
    )
  }
  if (survey.frontAxle.how === 'unknown' || survey.rearAxle.how === 'unknown') {
    notes.push(
      note({
        quantity: 'mass',
        rule: 'not-weighed',
        rank: 'know',
        subject: 'axles',
        title: 'Not weighed yet',
        text: 'The unladen weights are the kind’s example, known within {value} at the rear. What is in hand against the ratings is no surer than that: take it over a scale.',
        value: at.facts.doubt.rearAxle,
        limit: null,
        source: 'Common practice',
      }),
    )
  }
  return notes
}

/** A ticket of the empty truck against the weights in the plan. */
function ticketRules(truck: Truck, at: TruckResult): Note[] {
  const empty = Object.entries(truck.tickets)
    .filter(([, t]) => t.haul === null)
    .sort((a, b) => b[1].order - a[1].order)[0]
  if (!empty) return []
  const [id, ticket] = empty
  const off = Math.max(Math.abs(ticket.front - at.frontAxle), Math.abs(ticket.rear - at.rearAxle))
  if (off <= Math.max(ticket.step, at.facts.doubt.rearAxle)) return []
  return [
    note({
      quantity: 'mass',
      rule: 'ticket-differs',
      rank: 'fix',
      subject: id,
      title: `“${ticket.label}” says otherwise`,
      text: 'The newest ticket of the empty truck is {value} off the weights in the plan; {limit} would be within their tolerance.',
      value: off,
      limit: Math.max(ticket.step, at.facts.doubt.rearAxle),
      source: 'Scale ticket',
      remedy: takeTicket(truck, ticket),
    }),
  ]
}

function heightRules(spring: SpringClass, fitted: Fitted, at: TruckResult): Note[] {
  const lowest = spring.areaByHeight[0]![0]
  const highest = spring.areaByHeight.at(-1)![0]
  const spacer = (height: number): Remedy => ({
    label: `Put in a spacer of ${Math.round(height * 1000)} mm`,
    patches: [{ op: 'replace', path: ['air', 'spacer'], value: Math.round(height * 1000) / 1000 }],
  })
  if (at.springHeight < lowest) {
    return [
      note({
        rule: 'spring-height',
        rank: 'stop',
        subject: 'seatGap',
        value: at.springHeight,
        limit: lowest,
        source: CLASS,
        title: 'The gap is too small for this spring',
        text: 'It would stand {value} high unladen; it needs {limit} at least.',
        remedy:
          fitted.spacer > 0 && at.springHeight + fitted.spacer >= lowest
            ? spacer(Math.max(at.spacerWanted, 0))
            : undefined,
      }),
    ]
  }
  if (at.springHeight > highest) {
    return [
      note({
        rule: 'spring-height',
        rank: 'stop',
        subject: 'seatGap',
        value: at.springHeight,
        limit: highest,
        source: CLASS,
        title: 'The spring does not reach its seat',
        text: 'It would have to stand {value} high unladen; it reaches {limit}. A spacer or another class is needed.',
        remedy: spacer(at.spacerWanted),
      }),
    ]
  }
  const notes: Note[] = []
  if (at.droopHeight > highest && fitted.droop === 'none') {
    notes.push(
      note({
        rule: 'over-extension',
        rank: 'fix',
        subject: 'seatGap',
        title: 'On the hoist the spring holds the axle up',
        text: 'At full droop it would be pulled to {value}; it reaches {limit}, and past that it tears. Fit a droop strap, or a seat that lets the spring lift off.',
        value: at.droopHeight,
        limit: highest,
        source: CLASS,
        remedy: {
          label: 'Plan a droop strap',
          patches: [{ op: 'replace', path: ['air', 'droop'], value: 'strap' }],
        },
      }),
    )
  }
  if (at.bumpHeight < lowest) {
    notes.push(
      note({
        rule: 'crushed-on-bump',
        rank: 'fix',
        subject: 'seatGap',
        title: 'On the bump stop the spring is crushed',
        text: 'It would be pressed to {value}; it must not go under {limit}. A taller bump stop or a shorter class keeps it whole.',
        value: at.bumpHeight,
        limit: lowest,
        source: CLASS,
        remedy:
          fitted.spacer > 0 && at.bumpHeight + fitted.spacer >= lowest
            ? spacer(Math.max(0, fitted.spacer - (lowest - at.bumpHeight) - 0.001))
            : undefined,
      }),
    )
  }
  return notes
}

function fitRules(truck: Truck, spring: SpringClass, at: TruckResult): Note[] {
  const notes: Note[] = []
  if (!spring.fits.includes(truck.suspension.kind)) {
    return [
      note({
        quantity: 'count',
        rule: 'spring-kind',
        rank: 'stop',
        subject: 'seatGap',
        title: 'This spring does not suit the suspension',
        text: `The rear has ${truck.suspension.kind} springs; the chosen class is made for ${spring.fits.join(' or ')} springs. Choose another class at Air.`,
        value: null,
        limit: null,
        source: 'Class of the spring',
      }),
    ]
  }
  for (const c of at.fit?.clearances ?? []) {
    // Inside a coil half a millimetre round is enough; it may touch when worn in, but not when fitted.
    const wanted = c.on === 'coil' ? 0.001 : CLEARANCE
    if (c.value >= wanted) continue
    const place =
      c.left === c.right
        ? c.left > 0
          ? 'pressed up'
          : c.left < 0
            ? 'hanging'
            : 'at unladen height'
        : 'crossed up'
    notes.push(
      note({
        rule: c.value < 0 ? 'bag-touches' : 'bag-near',
        rank: c.value < 0 ? 'stop' : 'fix',
        subject: c.on === 'coil' ? 'coil' : 'fit',
        title: c.value < 0 ? `The bag touches the ${c.on}` : `The bag comes near the ${c.on}`,
        value: c.value,
        limit: wanted,
        source: 'Geometry at full size over the whole travel; 13 mm (common practice)',
        text:
          c.on === 'coil'
            ? 'At full size {value} is left round it inside the coil; {limit} is wanted. Take a slimmer class.'
            : `With the axle ${place}, {value} is left on the ${c.side}; {limit} is wanted all round. ${c.on === 'brake line' ? 'Turn its clip round.' : c.on === 'exhaust' ? 'Move or clamp a shield to the pipe.' : 'Check which way the brackets face, or take a slimmer class.'}`,
      }),
    )
  }
  if (Math.abs(truck.suspension.wedge) > TILT) {
    notes.push(
      note({
        quantity: 'angle',
        rule: 'seat-tilt',
        rank: 'fix',
        subject: 'seatGap',
        title: 'The lower seat leans',
        text: 'The axle wedge tilts it by {value}; over {limit} the bag bends and chafes. Make the bracket level again with a counter-wedge.',
        value: Math.abs(truck.suspension.wedge),
        limit: TILT,
        source: 'From memory; the spring must sit vertical',
      }),
    )
  }
  if (truck.suspension.kind === 'coil') {
    const height = truck.coil.gap - at.facts.spacer
    const highest = spring.areaByHeight.at(-1)![0]
    if (height > highest) {
      notes.push(
        note({
          rule: 'coil-gap',
          rank: 'fix',
          subject: 'coil',
          title: 'The coil is taller than the insert',
          text: 'Between its seats {value} is free; the insert fills {limit} at most. Fill the rest with a spacer, or it tips.',
          value: height,
          limit: highest,
          source: CLASS,
          remedy: {
            label: `Put in a spacer of ${Math.ceil((truck.coil.gap - spring.designHeight) * 1000)} mm`,
            patches: [
              {
                op: 'replace',
                path: ['air', 'spacer'],
                value: Math.ceil((truck.coil.gap - spring.designHeight) * 1000) / 1000,
              },
            ],
          },
        }),
      )
    } else if (height < spring.areaByHeight[0]![0]) {
      notes.push(
        note({
          rule: 'coil-gap',
          rank: 'stop',
          subject: 'coil',
          title: 'The insert is taller than the coil',
          text: 'Between its seats {value} is free; the insert needs {limit}. Shorten the bump stop or take another class.',
          value: height,
          limit: spring.areaByHeight[0]![0],
          source: CLASS,
        }),
      )
    }
    if (truck.coil.hole === 'none')
      notes.push(
        note({
          quantity: 'count',
          rule: 'stem-hole',
          rank: 'know',
          subject: 'coil',
          title: 'No hole for the stem',
          text: 'Neither spring seat has a hole for the insert’s stem. Drill one through the seat, brake and fuel lines looked at first, edges rounded.',
          value: null,
          limit: null,
          source: 'Common practice; the kit’s own sheet rules',
        }),
      )
  }
  return notes
}

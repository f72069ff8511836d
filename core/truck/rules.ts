import { PRACTICE } from '../catalog/practice'
import { STANDARD_SPACERS } from '../catalog/spacers'
import { greatestLean, MOUNTING_WORDS, mountingOf } from '../catalog/truckGeometry'
import { lowestStand } from './stands'
import type { Truck, WeightHow } from '../document/types'
import type { Note } from '../quantity/figure'
import { tableRange } from '../quantity/interpolate'
import { applyRules, type Rule } from '../quantity/stage'
import { obstacleName } from './fit'
import { takeTicket } from './tickets'
import { BRACKET_RULES } from './bracketRules'
import { fitSpacer, kitForAnotherLift, loadOnHangingAxle, springHeight } from './heightRules'
import { CLASS_HEIGHT, PLATE, truckNote as note, type TruckRuleInput, type WithSpring } from './ruleInput'
import type { Clearance, TruckResult } from './types'

/**
 * What the survey and the fit notice: each rule with its limit, its source and, if it can be computed, its
 * remedy.
 */

/** All that Truck notices. */
export function truckRules(input: TruckRuleInput): Note[] {
  const { spring } = input
  return [
    ...applyRules(SURVEY_RULES, input),
    ...(spring ? applyRules(SPRING_RULES, { ...input, spring }) : []),
  ]
}

const gapOrder: Rule<TruckRuleInput> = ({ r }) => {
  const { seatGap } = r.truck
  if (seatGap.bump < seatGap.unladen && seatGap.unladen < seatGap.droop) return null
  return note({
    rule: 'gap-order',
    rank: 'fix',
    subject: 'seatGap',
    title: 'The seat gaps are out of order',
    text: 'The gap is smallest on the bump stop, larger unladen and largest at full droop. Unladen reads {value}, droop {limit}. Measure again.',
    value: seatGap.unladen,
    limit: seatGap.droop,
    source: 'Geometry',
  })
}

/** An axle weight of 0 was never weighed: nothing computed from it means anything. */
const weightless: Rule<TruckRuleInput> = ({ r }) => {
  const { frontLeft, frontRight, rearLeft, rearRight } = r.truck.unladen
  const axles = [
    ['front', frontLeft + frontRight],
    ['rear', rearLeft + rearRight],
  ] as const
  return axles.flatMap(([axle, mass]) =>
    mass > 0
      ? []
      : note({
          quantity: 'mass',
          rule: 'weightless',
          rank: 'stop',
          subject: 'axles',
          value: mass,
          title: `The ${axle} axle weighs nothing`,
          text: `Unladen the ${axle} axle stands at {value}. Weigh it, or take the kind’s example back: what is carried, ratings and pressures all begin from it.`,
          source: 'Survey',
        }),
  )
}

/** Without a tyre rating, nothing tells whether a wheel is overloaded. */
const tyreNotRated: Rule<TruckRuleInput> = ({ r }) => {
  if (r.truck.ratings.tyre !== null) return null
  return note({
    quantity: 'mass',
    rule: 'tyre-not-rated',
    rank: 'fix',
    subject: 'ratings',
    title: 'What one tyre carries is not known',
    text: 'No wheel is held against its tyre. Read the load index off the tyre’s wall and type what it carries.',
    source: 'Load index on the tyre’s wall',
  })
}

/** Heavier empty than the plate allows: one of the two figures is wrong. */
const overPlate =
  (
    rule: string,
    what: string,
    of: (r: TruckResult) => number,
    rating: (ratings: Truck['ratings']) => number,
  ): Rule<TruckRuleInput> =>
  ({ r }) => {
    const value = of(r)
    const limit = rating(r.truck.ratings)
    if (value <= limit) return null
    return note({
      quantity: 'mass',
      rule,
      rank: 'stop',
      subject: 'axles',
      title: `Heavier empty than its ${what} rating`,
      text: 'Unladen it weighs {value}; the plate allows {limit}. One of the two is typed wrong.',
      value,
      limit,
      source: PLATE,
    })
  }

const twoHeightsMissing: Rule<TruckRuleInput> = ({ r, typed }) => {
  const given = r.truck.suspension.rearRate !== typed.suspension.rearRate
  if (typed.survey.rearRate.how !== 'two-heights' || given) return null
  return note({
    rule: 'two-heights-missing',
    rank: 'fix',
    subject: 'rearRate',
    title: 'Two heights do not give a rate yet',
    text: 'Type the known load on the rear axle and the lips before and after; it must squat by more than {limit}. Until then the typed rate is used.',
    limit: PRACTICE.tape.value,
    source: 'k = ΔF/Δh',
  })
}

const notWeighed: Rule<TruckRuleInput> = ({ r, typed: { survey } }) => {
  const weighed = ({ how }: { how: WeightHow }) => how === 'scale' || how === 'wheel-scales'
  if (weighed(survey.frontAxle) && weighed(survey.rearAxle)) return null
  return note({
    quantity: 'mass',
    rule: 'not-weighed',
    rank: 'know',
    subject: 'axles',
    title: 'Not weighed yet',
    text: 'The unladen weights are the kind’s example, known within {value} at the rear. What is in hand against the ratings is no surer than that: take it over a scale.',
    value: r.facts.tolerances.rearAxle,
    source: 'Common practice',
  })
}

/** The newest ticket of the empty truck against the weights in the plan. */
const ticketDiffers: Rule<TruckRuleInput> = ({ r, typed }) => {
  const [newest] = Object.entries(typed.tickets)
    .filter(([, t]) => t.haul === null)
    .sort((a, b) => b[1].order - a[1].order)
  if (!newest) return null
  const [id, ticket] = newest
  const off = Math.max(Math.abs(ticket.front - r.frontAxle), Math.abs(ticket.rear - r.rearAxle))
  const limit = Math.max(ticket.step, r.facts.tolerances.rearAxle)
  if (off <= limit) return null
  return note({
    quantity: 'mass',
    rule: 'ticket-differs',
    rank: 'fix',
    subject: id,
    title: `“${ticket.label}” says otherwise`,
    text: 'The newest ticket of the empty truck is {value} off the weights in the plan; {limit} would be within their tolerance.',
    value: off,
    limit,
    source: 'Scale ticket',
    remedy: takeTicket(typed, ticket),
  })
}

/** A coil insert goes in through the end of its coil. With the axle raised there is no way in. */
const raisedTooLittle: Rule<TruckRuleInput> = ({ typed }) => {
  const hangs = typed.raisedBy === 'frame' || typed.raisedBy === 'hoist'
  if (mountingOf(typed.suspension) !== 'coil' || hangs) return null
  return note({
    rule: 'raised-too-little',
    rank: 'fix',
    subject: 'seatGap',
    title: 'The coil stays closed',
    text: 'A coil insert goes in with the axle hanging. Raise the rear by its frame, or on a hoist.',
    source: 'Common practice',
    remedy: {
      label: 'Raise it by the frame',
      patches: [{ op: 'replace', path: ['truck', 'raisedBy'], value: 'frame' }],
    },
  })
}

/** A rating is raised by a certificate, not by parts. */
const upgradeWithoutPaper: Rule<TruckRuleInput> = ({ typed }) => {
  const { certified } = typed.ratings
  if (!certified || certified.paper.trim() !== '') return null
  return note({
    quantity: 'mass',
    rule: 'upgrade-without-paper',
    rank: 'fix',
    subject: 'gross',
    title: 'An upgrade without its paper',
    text: 'The plate’s ratings stay in force: {limit} gross, not {value}. Type what certifies the upgrade and where the paper is kept.',
    value: certified.gross,
    limit: typed.ratings.gross,
    source: PLATE,
  })
}

const SURVEY_RULES: readonly Rule<TruckRuleInput>[] = [
  weightless,
  tyreNotRated,
  gapOrder,
  overPlate(
    'unladen-over-gross',
    'gross',
    (r) => r.gross,
    (plate) => plate.gross,
  ),
  overPlate(
    'unladen-over-front',
    'front axle',
    (r) => r.frontAxle,
    (plate) => plate.frontAxle,
  ),
  overPlate(
    'unladen-over-rear',
    'rear axle',
    (r) => r.rearAxle,
    (plate) => plate.rearAxle,
  ),
  twoHeightsMissing,
  notWeighed,
  ticketDiffers,
  raisedTooLittle,
  loadOnHangingAxle,
  kitForAnotherLift,
  upgradeWithoutPaper,
  ...BRACKET_RULES,
]

const springKind: Rule<WithSpring> = ({ typed, spring }) => {
  const wanted = mountingOf(typed.suspension)
  if (spring.fits.includes(wanted)) return null
  return note({
    quantity: 'count',
    rule: 'spring-kind',
    rank: 'stop',
    subject: 'seatGap',
    title: 'This spring does not suit the suspension',
    text: `On this truck it goes ${MOUNTING_WORDS[wanted]}; the chosen class goes ${spring.fits.map((way) => MOUNTING_WORDS[way]).join(' or ')}. Choose another class at Air${typed.suspension.kind === 'coil' ? ', or say at Truck where it goes' : ''}.`,
    source: 'Class of the spring',
  })
}

/** Words for the axle's pose at a clearance. */
function poseWords(c: Clearance): string {
  if (c.left !== c.right) return 'crossed up'
  if (c.left === 0) return 'at unladen height'
  return c.left > 0 ? 'pressed up' : 'hanging'
}

/** Advice if the bag comes near something. */
function clearanceAdvice(on: Clearance['on']): string {
  if (on === 'brake line') return 'Turn its clip round.'
  if (on === 'exhaust') return 'Move or clamp a shield to the pipe.'
  return 'Check which way the brackets face, or take a slimmer class.'
}

const bagClearances: Rule<WithSpring> = ({ r }) =>
  (r.fit?.clearances ?? []).flatMap((c) => {
    const on = obstacleName(c.on, r.truck)
    const inCoil = c.on === 'coil'
    const limit = inCoil ? PRACTICE.coilClearance.value : PRACTICE.bagClearance.value
    if (c.value >= limit) return []
    const touches = c.value < 0
    return note({
      rule: touches ? 'bag-touches' : 'bag-near',
      rank: touches ? 'stop' : 'fix',
      subject: inCoil ? 'coil' : 'fit',
      title: touches ? `The bag touches the ${on}` : `The bag comes near the ${on}`,
      value: c.value,
      limit,
      source: 'Geometry at full size over the whole travel; 13 mm (common practice)',
      text: inCoil
        ? 'At full size {value} is left round it inside the coil; {limit} is wanted. Take a slimmer class.'
        : `With the axle ${poseWords(c)}, {value} is left on the ${c.side}; {limit} is wanted all round. ${clearanceAdvice(c.on)}`,
    })
  })

const seatTilt: Rule<WithSpring> = ({ typed }) => {
  const tilt = Math.abs(typed.suspension.wedge)
  if (tilt <= PRACTICE.seatTilt.value) return null
  return note({
    quantity: 'angle',
    rule: 'seat-tilt',
    rank: 'fix',
    subject: 'seatGap',
    title: 'The lower seat leans',
    text: 'The axle wedge tilts it by {value}; over {limit} the bag bends and chafes. Make the bracket level again with a counter-wedge.',
    value: tilt,
    limit: PRACTICE.seatTilt.value,
    source: 'From memory; the spring must sit vertical',
  })
}

/** If the seats are not above each other, the bag leans and rubs on its bracket and bolts. */
const seatLean: Rule<WithSpring> = ({ typed, r }) => {
  const { upper } = typed.seats
  const lean = greatestLean(typed.seats, lowestStand(r))
  if (lean <= PRACTICE.seatTilt.value) return null
  return note({
    quantity: 'angle',
    rule: 'seat-lean',
    rank: 'fix',
    subject: 'seats',
    title: 'The spring leans between its seats',
    text: 'Upper and lower seat are not over each other: on the bump stop, where it is shortest, it leans by {value}; over {limit} it rubs its own bracket and bolts. A bracket with the offset built in brings them over each other.',
    value: lean,
    limit: PRACTICE.seatTilt.value,
    source: 'From memory; the spring must sit vertical',
    remedy: {
      label: 'Plan a bracket that brings the lower seat under the upper',
      patches: [{ op: 'replace', path: ['truck', 'seats', 'lower'], value: { ...upper } }],
    },
  })
}

/** Sharp edges must face away from the bag, however much room there is now. */
const sharpBeside: Rule<WithSpring> = ({ typed, r }) =>
  Object.entries(typed.beside).flatMap(([id, thing]) => {
    const clearance = r.fit?.clearances.find((c) => c.on === `beside:${id}`)
    if (thing.smooth || !clearance || clearance.value >= PRACTICE.sharpClearance.value) return []
    return note({
      rule: 'sharp-beside',
      rank: 'fix',
      subject: id,
      title: `“${thing.label}” has an edge toward the bag`,
      text: '{value} is left at full size; what cuts wants {limit}. Turn the bolt so that its round head faces the bag, or fold the edge over.',
      value: clearance.value,
      limit: PRACTICE.sharpClearance.value,
      source: 'Common practice',
      remedy: {
        label: 'It is turned: smooth toward the bag',
        patches: [{ op: 'replace', path: ['truck', 'beside', id, 'smooth'], value: true }],
      },
    })
  })

const coilGap: Rule<WithSpring> = ({ typed, spring, r }) => {
  if (mountingOf(typed.suspension) !== 'coil') return null
  const { low, high } = tableRange(spring.areaByHeight)
  const value = typed.coil.gap - r.facts.spacer
  const found = { rule: 'coil-gap', subject: 'coil', source: CLASS_HEIGHT, value } as const
  if (value > high) {
    const wanted = Math.ceil((typed.coil.gap - spring.designHeight) * 1000) / 1000
    const fills = (spacer: number) => typed.coil.gap - spacer <= high && typed.coil.gap - spacer >= low
    const standard = STANDARD_SPACERS.find(fills) ?? null
    return note({
      ...found,
      rank: 'fix',
      limit: high,
      title: 'The coil is taller than the insert',
      text: 'Between its seats {value} is free; the insert fills {limit} at most. Fill the rest with a spacer, or it tips.',
      remedy: fitSpacer(standard, wanted),
    })
  }
  if (value < low)
    return note({
      ...found,
      rank: 'stop',
      limit: low,
      title: 'The insert is taller than the coil',
      text: 'Between its seats {value} is free; the insert needs {limit}. Shorten the bump stop or take another class.',
    })
  return null
}

const stemHole: Rule<WithSpring> = ({ typed }) => {
  if (mountingOf(typed.suspension) !== 'coil' || typed.coil.hole !== 'none') return null
  return note({
    quantity: 'count',
    rule: 'stem-hole',
    rank: 'know',
    subject: 'coil',
    title: 'No hole for the stem',
    text: 'Neither spring seat has a hole for the insert’s stem. Drill one through the seat, brake and fuel lines looked at first, edges rounded.',
    source: 'Common practice; the kit’s own sheet rules',
  })
}

/** A spring of the wrong kind gives only that note: its clearances mean nothing. */
const fitRules: Rule<WithSpring> = (input) =>
  springKind(input) ?? applyRules([bagClearances, seatTilt, seatLean, sharpBeside, coilGap, stemHole], input)

const SPRING_RULES: readonly Rule<WithSpring>[] = [springHeight, fitRules]

import { PRACTICE } from '../catalog/practice'
import type { Haul, LoadItem } from '../document/types'
import type { Note } from '../quantity/figure'
import { applyRules, type Rule } from '../quantity/stage'
import { doubtsOf } from './doubts'
import { isLoaded, itemMass } from './masses'
import { RATING_RULES } from './ratingRules'
import { loadFront, moveItems, roomForward } from './remedies'
import { loadNote, type LoadRuleInput } from './ruleInput'
import { ON_STOPS, SPRING_LIMIT_RULES, UNDER_MINIMUM } from './springRules'
import { liquidSurge } from './surge'
import type { HaulResult, Uncertainty, UncertaintyId } from './types'

/** Rules on a haul: what is aboard and behind. Rules on ratings and springs are in files of their own. */

type LoadRule = Rule<LoadRuleInput>

const noBedHitch: LoadRule = ({ r, haul, truck }) => {
  if (haul.coupling !== 'bed' || truck.bedHitch !== null || r.towed.ball === 0) return null
  return loadNote(r, {
    rule: 'no-bed-hitch',
    rank: 'fix',
    subject: 'ball',
    quantity: 'count',
    title: 'No bed hitch on this truck',
    text: `“${r.label}” pulls on a gooseneck ball or fifth wheel, but Truck has none. Its load is counted over the rear axle until the place is measured.`,
    source: 'Survey',
  })
}

const tongueLifts: LoadRule = ({ r, haul }) => {
  if (haul.coupling === 'bed' || r.towed.whole <= 0 || r.towed.ball >= 0) return null
  return loadNote(r, {
    rule: 'tongue-lifts',
    rank: 'stop',
    subject: 'ball',
    title: 'The trailer lifts the ball',
    text: `“${r.label}” has {value} on the ball: tail-heavy trailers sway and steer the truck. Move its load forward.`,
    value: r.towed.ball,
    limit: 0,
    source: 'Statics about the trailer’s axle',
  })
}

const tongueShare: LoadRule = ({ r, haul }) => {
  const { ball, whole } = r.towed
  if (haul.coupling === 'bed' || whole <= 0 || ball < 0) return null
  const share = ball / whole
  const [least, most] = [PRACTICE.tongueLeast.value, PRACTICE.tongueMost.value]
  if (share >= least && share <= most) return null
  const light = share < least
  return loadNote(r, {
    rule: 'tongue-share',
    rank: 'know',
    subject: 'ball',
    quantity: 'ratio',
    title: light ? 'Light on the ball' : 'Heavy on the ball',
    text: `In “${r.label}” the ball carries {value} of the trailer; the usual target is 10 to 15 %. ${light ? 'A light tongue sways.' : 'A heavy tongue takes more off the steering.'}`,
    value: share,
    limit: light ? least : most,
    source: 'Common practice',
  })
}

const barsIdle: LoadRule = ({ r, haul }) => {
  if (!haul.bars || r.bars.moment !== 0) return null
  return loadNote(r, {
    rule: 'bars-idle',
    rank: 'fix',
    subject: 'ball',
    quantity: 'count',
    title: 'Spring bars with nothing to act on',
    text: `“${r.label}” has a weight-distributing hitch, which works on a ball with a trailer behind it. It is not counted.`,
    source: 'Free bodies of truck and trailer',
  })
}

const barsFirst: LoadRule = ({ r, haul }) => {
  if (!haul.bars || r.bars.moment === 0) return null
  return loadNote(r, {
    rule: 'bars-first',
    rank: 'know',
    subject: 'ball',
    title: 'Set the hitch first, then the air',
    text: `The bars put {value} back on the front axle of “${r.label}”; air never does. Set them with the springs at their minimum, then trim the height with air. Never over the hitch’s own rating.`,
    value: r.bars.front,
    source: 'Common practice; free bodies of truck and trailer',
  })
}

const negativeMass: LoadRule = ({ r, haul }) => {
  const odd = Object.entries(haul.items).find(([, i]) => i.mass < 0)
  if (!odd) return null
  const [id, item] = odd
  return loadNote(r, {
    rule: 'negative-mass',
    rank: 'fix',
    subject: id,
    title: 'An item weighs less than nothing',
    text: `“${item.label}” in “${r.label}” reads {value}. It is counted with {limit} until it is put right.`,
    value: item.mass,
    limit: -item.mass,
    source: 'Entry',
    remedy: {
      label: 'Take the minus away',
      patches: [{ op: 'replace', path: ['hauls', r.id, 'items', id, 'mass'], value: -item.mass }],
    },
  })
}

const liquidMoves: LoadRule = ({ r, haul, truck }) => {
  const surge = liquidSurge(haul, truck.wheelbase, truck.rearTrack)
  const limit = PRACTICE.liquidWorthTelling.value
  if (surge.axle <= limit && surge.side <= limit) return null
  return loadNote(r, {
    rule: 'liquid-surge',
    rank: 'know',
    subject: 'rearAxle',
    title: 'Liquid moves',
    text: `Part-filled, ${surge.items.map((i) => `“${i}”`).join(' and ')} shifts {value} between the axles in hard braking and {limit} between the sides in a brisk bend. Fill it, empty it, or fit baffles.`,
    value: surge.axle,
    limit: surge.side,
    source: 'Hydrostatics, tan θ = a/g at 0.5 g and 0.3 g (common practice)',
  })
}

const lightSteering: LoadRule = ({ r, haul, truck }) => {
  const unladen = truck.unladen.frontLeft + truck.unladen.frontRight
  const limit = unladen * (1 - PRACTICE.lightSteering.value)
  if (r.frontAxle <= 0 || r.frontAxle >= limit) return null
  return loadNote(r, {
    rule: 'light-steering',
    rank: 'fix',
    subject: 'frontAxle',
    title: 'Light steering',
    text: `“${r.label}” leaves {value} on the front axle, under nine tenths of unladen ({limit}). About 70 % of braking is at the front.`,
    value: r.frontAxle,
    limit,
    source: 'Common practice',
    remedy: loadFront(r, haul, truck, limit - r.frontAxle),
  })
}

/** Furthest a load is moved when the front axle only needs a warning, and the least move worth offering, m. */
const MOVE = { most: 0.4, least: 0.05 }

const frontTruth: LoadRule = ({ r, haul, truck }) => {
  if (r.frontChange > -PRACTICE.frontChangeWorthTelling.value) return null
  const { mass, room } = roomForward(haul, truck)
  const by = Math.floor(Math.min(room, MOVE.most) * 20) / 20
  return loadNote(r, {
    rule: 'front-axle-truth',
    rank: 'know',
    subject: 'frontAxle',
    title: 'Air does not put weight back on the front',
    text: `In “${r.label}” the front axle stays {value} from unladen at any pressure. Air brings the height back, not the weight; only moving the load, less on the ball or a weight-distributing hitch does.`,
    value: r.frontChange,
    source: 'Statics: a force between frame and axle cannot change the sum of moments',
    remedy: mass > 0 && by >= MOVE.least ? moveItems(r, haul, by) : undefined,
  })
}

const ratingsStay: LoadRule = ({ r, haul, truck }) => {
  if (!isLoaded(haul)) return null
  return loadNote(r, {
    rule: 'ratings-stay',
    rank: 'know',
    subject: 'rearAxle',
    title: 'Ratings stay as plated',
    text: `Helper springs lift no rating. “${r.label}” stands at {value} of {limit} on the rear axle.`,
    value: r.rearAxle,
    limit: truck.ratings.rearAxle,
    source: 'Common practice; the vehicle’s plate',
  })
}

const OVERHANG = PRACTICE.overhang.value

const offBed: LoadRule = ({ r, haul, truck: { bed } }) => {
  const past = (i: LoadItem) =>
    i.x + i.length / 2 > bed.front + OVERHANG ||
    i.x - i.length / 2 < bed.rear - OVERHANG ||
    Math.abs(i.y) + i.width / 2 > bed.width / 2 + OVERHANG
  const off = Object.entries(haul.items).find(([, i]) => i.on === 'bed' && past(i))
  if (!off) return null
  const [id, item] = off
  return loadNote(r, {
    rule: 'item-off-bed',
    rank: 'fix',
    subject: id,
    quantity: 'length',
    title: 'An item stands off the bed',
    text: `“${item.label}” in “${r.label}” reaches past the bed. Its weight is counted where it stands.`,
    value: item.x,
    source: 'Geometry',
  })
}

/** Something aboard that weighs nothing was not weighed. */
const weighsNothing: LoadRule = ({ r, haul }) => {
  const items = [
    ...Object.entries(haul.items).filter(([, item]) => itemMass(item) === 0 && !isEmptied(item)),
    ...Object.entries(haul.ballFrom === 'trailer' ? haul.trailer.items : {}).filter(
      ([, item]) => item.mass === 0,
    ),
  ]
  const [first] = items
  if (!first) return null
  return loadNote(r, {
    rule: 'item-weighs-nothing',
    rank: 'fix',
    subject: first[0],
    value: 0,
    title: 'Something aboard weighs nothing',
    text: `In “${r.label}”, {value}: ${items.map(([, { label }]) => label || 'an item').join(', ')}. Type what it weighs, or take it off.`,
    source: 'As typed',
  })
}
/** An empty liquid tank weighs nothing, and that is intended. */
const isEmptied = ({ liquid }: LoadItem): boolean => liquid !== null && liquid.fill === 0

const WHAT_RATED: Record<string, string> = {
  frontAxle: 'front axle’s rating',
  rearAxle: 'rear axle’s rating',
  gross: 'gross rating',
  tyreFront: 'front tyres’ rating',
  tyreRear: 'rear tyres’ rating',
  ballLoad: 'hitch’s rating',
}

/** A load is not clear of a rating if it is under it by less than its own doubt. */
const tooNearToTell: LoadRule = (input) => {
  const { r } = input
  const doubts = doubtsOf(input)
  const [worst] = r.ratings
    .filter(({ figure, inHand }) => inHand >= 0 && (doubts[figure] ?? 0) > inHand)
    .sort((a, b) => doubts[b.figure]! - b.inHand - (doubts[a.figure]! - a.inHand))
  if (!worst) return null
  return loadNote(r, {
    rule: 'too-near-to-tell',
    rank: 'fix',
    subject:
      worst.figure === 'ballLoad'
        ? 'ball'
        : worst.figure.endsWith('Front') || worst.figure === 'frontAxle'
          ? 'frontAxle'
          : 'rearAxle',
    value: worst.inHand,
    limit: doubts[worst.figure]!,
    title: `Too near the ${WHAT_RATED[worst.figure]} to tell`,
    text: `“${r.label}” leaves {value} in hand, and the weights are known within ± {limit}: it may be over. Weigh the truck as it is loaded.`,
    source: 'Tolerances propagated (JCGM 100:2008, memory)',
  })
}

const RULES: readonly LoadRule[] = [
  weighsNothing,
  tooNearToTell,
  ...RATING_RULES,
  ...SPRING_LIMIT_RULES,
  tongueLifts,
  tongueShare,
  noBedHitch,
  lightSteering,
  negativeMass,
  offBed,
  barsIdle,
  barsFirst,
  liquidMoves,
  ON_STOPS,
  frontTruth,
  ratingsStay,
  UNDER_MINIMUM,
]

/** All load rules on one haul. */
export const loadRules = (input: LoadRuleInput): Note[] => applyRules(RULES, input)

/** A haul without a balance has only this note. */
export function noBalanceNote(id: string, haul: Haul): Note {
  return loadNote(
    { id },
    {
      rule: 'no-balance',
      rank: 'stop',
      subject: 'rearAxle',
      quantity: 'count',
      title: 'No height balances this haul',
      text: `“${haul.label}” has no position in which the springs carry it, so its figures are left out. Look at the rates, gaps and weights typed.`,
      source: 'Force and roll balance',
    },
  )
}

const MEASURE: Record<Exclude<UncertaintyId, `item:${string}`>, string> = {
  ball: 'Weigh the load on the coupling',
  places: 'Measure where the load stands, along',
  sides: 'Measure where the load stands, across',
  gap: 'Measure the seat gap',
  area: 'Take the area from the spring’s own sheet',
  rate: 'Find the suspension rate by two heights',
  motion: 'Tape how far the seat goes for so much of the wheel',
  seat: 'Tape how far the seat goes for so much of the wheel',
}

/**
 * Names the measurement that would narrow the pressure most, if the range is wider than a block's own
 * tolerance.
 */
export function uncertaintyNote(r: HaulResult, haul: Haul, uncertainty: Uncertainty): Note[] {
  const { left, right, shares } = uncertainty
  const side = left.high - left.low >= right.high - right.low ? 'left' : 'right'
  const { low, high } = uncertainty[side]
  const [first] = shares
  if (!isLoaded(haul) || !first || (high - low) / 2 < PRACTICE.presetTolerance.value) return []
  const ofItems = shares.filter((s) => s.id.startsWith('item:')).reduce((sum, s) => sum + s.share, 0)
  const together = ofItems > first.share
  const percent = Math.round((together ? ofItems : first.share) * 100)
  const one = first.id.startsWith('item:')
    ? `Weigh “${first.label}”`
    : MEASURE[first.id as keyof typeof MEASURE]
  return [
    loadNote(r, {
      rule: 'least-sure',
      rank: 'know',
      subject: side,
      quantity: 'pressure',
      title: `${together ? 'Weigh what is aboard' : one}: it decides ${percent} % of the doubt`,
      text: `In “${r.label}” the ${side} spring wants between {value} and {limit}, as far as the measurements tell.`,
      value: low,
      limit: high,
      source: 'Tolerances propagated (JCGM 100:2008, memory), 19 cases in 20',
    }),
  ]
}

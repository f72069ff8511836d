import type { Note } from '../quantity/figure'
import type { Rule } from '../quantity/stage'
import { loadNote, type LoadRuleInput } from './ruleInput'
import { doubtsOf } from './doubts'
import { moveForward, unloadRear } from './remedies'
import { BALL_TOLERANCE } from './uncertainty'

/** Loads over a plate's rating, whatever the pressure: air raises no rating. */

const PLATE = 'The vehicle’s plate'
/** A remedy that takes load off leaves this multiple of the weight's doubt free under the rating. */
const CLEARLY = 1.1
type LoadRule = Rule<LoadRuleInput>

const overRear: LoadRule = (input) => {
  const { r, haul, truck } = input
  const limit = truck.ratings.rearAxle
  if (r.rearAxle <= limit) return null
  // Far enough under it that the doubt of the weights stays under it too.
  const excess = r.rearAxle - limit + doubtsOf(input).rearAxle! * CLEARLY
  return loadNote(r, {
    rule: 'over-rear-axle',
    rank: 'stop',
    subject: 'rearAxle',
    title: 'Rear axle over its rating',
    text: `“${r.label}” puts {value} on the rear axle; the plate allows {limit}. No pressure changes that.`,
    value: r.rearAxle,
    limit,
    source: PLATE,
    remedy: moveForward(r, haul, truck, excess) ?? unloadRear(r, haul, truck, excess),
  })
}

const overFront: LoadRule = ({ r, truck }) => {
  if (r.frontAxle <= truck.ratings.frontAxle) return null
  return loadNote(r, {
    rule: 'over-front-axle',
    rank: 'stop',
    subject: 'frontAxle',
    title: 'Front axle over its rating',
    text: `“${r.label}” puts {value} on the front axle; the plate allows {limit}.`,
    value: r.frontAxle,
    limit: truck.ratings.frontAxle,
    source: PLATE,
  })
}

const overGross: LoadRule = ({ r, truck }) => {
  if (r.gross <= truck.ratings.gross) return null
  return loadNote(r, {
    rule: 'over-gross',
    rank: 'stop',
    subject: 'gross',
    title: 'Over the gross rating',
    text: `“${r.label}” weighs {value} with the truck; the plate allows {limit}. Something has to stay behind.`,
    value: r.gross,
    limit: truck.ratings.gross,
    source: PLATE,
  })
}

const overCombination: LoadRule = ({ r, truck }) => {
  const limit = truck.ratings.combination
  if (limit === null || r.combination <= limit) return null
  return loadNote(r, {
    rule: 'over-combination',
    rank: 'stop',
    subject: 'gross',
    title: 'Over the combination rating',
    text: `Truck and trailer weigh {value} in “${r.label}”; {limit} is allowed.`,
    value: r.combination,
    limit,
    source: PLATE,
  })
}

const overBall: LoadRule = ({ r, haul, truck }) => {
  const bed = haul.coupling === 'bed'
  const limit = bed ? truck.ratings.bedHitch : truck.ratings.ball
  if (limit === null || r.towed.ball <= limit) return null
  const value = Math.floor(limit / (1 + BALL_TOLERANCE[haul.ballFrom] * CLEARLY))
  const remedy: Note['remedy'] = {
    label: `Take the ball load down to ${value} kg, under its rating by what is not known of it`,
    patches: [{ op: 'replace', path: ['hauls', r.id, 'ballLoad'], value }],
  }
  return loadNote(r, {
    rule: 'over-ball',
    rank: 'stop',
    subject: 'ball',
    title: bed ? 'Bed hitch over its rating' : 'Ball load over its rating',
    text: `“${r.label}” puts {value} on the ${bed ? 'bed hitch' : 'ball'}; the hitch allows {limit}.`,
    value: r.towed.ball,
    limit,
    source: 'The hitch’s plate',
    remedy: haul.ballFrom === 'trailer' ? undefined : remedy,
  })
}

const overTyre: LoadRule = ({ r }) => {
  const over = r.ratings.find((x) => x.figure.startsWith('tyre') && x.inHand < 0)
  if (!over) return null
  const front = over.figure === 'tyreFront'
  return loadNote(r, {
    rule: 'over-tyre',
    rank: 'stop',
    subject: front ? 'frontAxle' : 'rearAxle',
    title: 'A tyre over its rating',
    text: `“${r.label}” puts {value} on the heaviest ${front ? 'front' : 'rear'} wheel, with air or without; its tyres carry {limit}, and only at the pressure on their own sheet.`,
    value: over.value,
    limit: over.limit,
    source: 'Load index on the tyre’s wall',
  })
}

const frontLifted: LoadRule = ({ r }) => {
  if (r.frontAxle > 0) return null
  return loadNote(r, {
    rule: 'front-lifted',
    rank: 'stop',
    subject: 'frontAxle',
    title: 'The front wheels leave the ground',
    text: `“${r.label}” leaves {value} on the front axle.`,
    value: r.frontAxle,
    limit: 0,
    source: 'Statics about the axles',
  })
}

export const RATING_RULES: readonly LoadRule[] = [
  overRear,
  overFront,
  overGross,
  overCombination,
  overBall,
  overTyre,
  frontLifted,
]

import { SPRINGS, type SpringClass } from '../catalog/springs'
import type { Haul, Truck } from '../document/types'
import type { Note } from '../quantity/figure'
import type { Uncertainty, UncertaintyId, HaulResult } from './types'
import { isLoaded, itemMass } from './masses'
import { liquidSurge } from './surge'
import { moveItems, moveForward, lessOnBall, springCarries } from './remedies'

type Rule = (
  r: HaulResult,
  haul: Haul,
  truck: Truck,
  spring: SpringClass | null,
  spacer: number,
) => Note | null

/** Steering is called light when the front axle loses this share of its unladen weight (common practice). */
const LIGHT_STEERING = 0.1

const PLATE = 'The vehicle’s plate'
const note = (
  r: HaulResult,
  fields: Omit<Note, 'stage' | 'quantity'> & { quantity?: Note['quantity'] },
): Note => ({ stage: 'load', quantity: 'mass', ...fields, subject: `${r.id}:${fields.subject}` })

const overRear: Rule = (r, haul, truck) =>
  r.rearAxle > truck.ratings.rearAxle
    ? note(r, {
        rule: 'over-rear-axle',
        rank: 'stop',
        subject: 'rearAxle',
        title: 'Rear axle over its rating',
        text: `“${r.label}” puts {value} on the rear axle; the plate allows {limit}. No pressure changes that.`,
        value: r.rearAxle,
        limit: truck.ratings.rearAxle,
        source: PLATE,
        remedy:
          moveForward(r, haul, truck, r.rearAxle - truck.ratings.rearAxle) ??
          lessOnBall(r, haul, truck, { excess: r.rearAxle - truck.ratings.rearAxle }),
      })
    : null

const overFront: Rule = (r, _haul, truck) =>
  r.frontAxle > truck.ratings.frontAxle
    ? note(r, {
        rule: 'over-front-axle',
        rank: 'stop',
        subject: 'frontAxle',
        title: 'Front axle over its rating',
        text: `“${r.label}” puts {value} on the front axle; the plate allows {limit}.`,
        value: r.frontAxle,
        limit: truck.ratings.frontAxle,
        source: PLATE,
      })
    : null

const overGross: Rule = (r, _haul, truck) =>
  r.gross > truck.ratings.gross
    ? note(r, {
        rule: 'over-gross',
        rank: 'stop',
        subject: 'gross',
        title: 'Over the gross rating',
        text: `“${r.label}” weighs {value} with the truck; the plate allows {limit}. Something has to stay behind.`,
        value: r.gross,
        limit: truck.ratings.gross,
        source: PLATE,
      })
    : null

const overCombination: Rule = (r, _haul, truck) =>
  truck.ratings.combination !== null && r.combination > truck.ratings.combination
    ? note(r, {
        rule: 'over-combination',
        rank: 'stop',
        subject: 'gross',
        title: 'Over the combination rating',
        text: `Truck and trailer weigh {value} in “${r.label}”; {limit} is allowed.`,
        value: r.combination,
        limit: truck.ratings.combination,
        source: PLATE,
      })
    : null

const overBall: Rule = (r, haul, truck) => {
  const limit = haul.coupling === 'bed' ? truck.ratings.bedHitch : truck.ratings.ball
  if (limit === null || r.towed.ball <= limit) return null
  return note(r, {
    rule: 'over-ball',
    rank: 'stop',
    subject: 'ball',
    title: haul.coupling === 'bed' ? 'Bed hitch over its rating' : 'Ball load over its rating',
    text: `“${r.label}” puts {value} on the ${haul.coupling === 'bed' ? 'bed hitch' : 'ball'}; the hitch allows {limit}.`,
    value: r.towed.ball,
    limit,
    source: 'The hitch’s plate',
    remedy:
      haul.ballFrom === 'trailer'
        ? undefined
        : {
            label: 'Set the ball load to its rating',
            patches: [{ op: 'replace', path: ['hauls', r.id, 'ballLoad'], value: limit }],
          },
  })
}

const overTyre: Rule = (r) => {
  const over = r.ratings.find((x) => x.figure.startsWith('tyre') && x.inHand < 0)
  return over
    ? note(r, {
        rule: 'over-tyre',
        rank: 'stop',
        subject: over.figure === 'tyreFront' ? 'frontAxle' : 'rearAxle',
        title: 'A tyre over its rating',
        text: `“${r.label}” puts {value} on the heaviest ${over.figure === 'tyreFront' ? 'front' : 'rear'} wheel; its tyres carry {limit}, and only at the pressure on their own sheet.`,
        value: over.value,
        limit: over.limit,
        source: 'Load index on the tyre’s wall',
      })
    : null
}

const noBedHitch: Rule = (r, haul, truck) =>
  haul.coupling === 'bed' && truck.bedHitch === null && r.towed.ball !== 0
    ? note(r, {
        rule: 'no-bed-hitch',
        rank: 'fix',
        subject: 'ball',
        quantity: 'count',
        title: 'No bed hitch on this truck',
        text: `“${r.label}” pulls on a gooseneck ball or fifth wheel, but Truck has none. Its load is counted over the rear axle until the place is measured.`,
        value: null,
        limit: null,
        source: 'Survey',
      })
    : null

/** A bumper-pull trailer wants this share of its weight on the ball (common practice). */
const TONGUE = { least: 0.1, most: 0.15 }
const tongueShare: Rule = (r, haul) => {
  const { ball, whole } = r.towed
  if (haul.coupling === 'bed' || whole <= 0) return null
  const share = ball / whole
  if (ball < 0)
    return note(r, {
      rule: 'tongue-lifts',
      rank: 'stop',
      subject: 'ball',
      title: 'The trailer lifts the ball',
      text: `“${r.label}” has {value} on the ball: tail-heavy trailers sway and steer the truck. Move its load forward.`,
      value: ball,
      limit: 0,
      source: 'Statics about the trailer’s axle',
    })
  if (share >= TONGUE.least && share <= TONGUE.most) return null
  return note(r, {
    rule: 'tongue-share',
    rank: 'know',
    subject: 'ball',
    quantity: 'ratio',
    title: share < TONGUE.least ? 'Light on the ball' : 'Heavy on the ball',
    text: `In “${r.label}” the ball carries {value} of the trailer; the usual target is 10 to 15 %. ${share < TONGUE.least ? 'A light tongue sways.' : 'A heavy tongue takes more off the steering.'}`,
    value: share,
    limit: share < TONGUE.least ? TONGUE.least : TONGUE.most,
    source: 'Common practice',
  })
}

const barsUse: Rule = (r, haul) => {
  if (!haul.bars) return null
  if (r.bars.moment === 0)
    return note(r, {
      rule: 'bars-idle',
      rank: 'fix',
      subject: 'ball',
      quantity: 'count',
      title: 'Spring bars with nothing to act on',
      text: `“${r.label}” has a weight-distributing hitch, which works on a ball with a trailer behind it. It is not counted.`,
      value: null,
      limit: null,
      source: 'Free bodies of truck and trailer',
    })
  return note(r, {
    rule: 'bars-first',
    rank: 'know',
    subject: 'ball',
    title: 'Set the hitch first, then the air',
    text: `The bars put {value} back on the front axle of “${r.label}”; air never does. Set them with the springs at their minimum, then trim the height with air. Never over the hitch’s own rating.`,
    value: r.bars.front,
    limit: null,
    source: 'Common practice; free bodies of truck and trailer',
  })
}

const negativeMass: Rule = (r, haul) => {
  const odd = Object.entries(haul.items).find(([, i]) => i.mass < 0)
  return odd
    ? note(r, {
        rule: 'negative-mass',
        rank: 'fix',
        subject: odd[0],
        title: 'An item weighs less than nothing',
        text: `“${odd[1].label}” in “${r.label}” reads {value}. It is counted with {limit} until it is put right.`,
        value: odd[1].mass,
        limit: -odd[1].mass,
        source: 'Entry',
        remedy: {
          label: 'Take the minus away',
          patches: [{ op: 'replace', path: ['hauls', r.id, 'items', odd[0], 'mass'], value: -odd[1].mass }],
        },
      })
    : null
}

const surging: Rule = (r, haul, truck) => {
  const surge = liquidSurge(haul, truck.wheelbase, truck.rearTrack)
  return surge.axle > 10 || surge.side > 10
    ? note(r, {
        rule: 'liquid-surge',
        rank: 'know',
        subject: 'rearAxle',
        title: 'Liquid moves',
        text: `Part-filled, ${surge.items.map((i) => `“${i}”`).join(' and ')} shifts {value} between the axles in hard braking and {limit} between the sides in a brisk bend. Fill it, empty it, or fit baffles.`,
        value: surge.axle,
        limit: surge.side,
        source: 'Hydrostatics, tan θ = a/g at 0.5 g and 0.3 g (common practice)',
      })
    : null
}

const frontLifted: Rule = (r) =>
  r.frontAxle <= 0
    ? note(r, {
        rule: 'front-lifted',
        rank: 'stop',
        subject: 'frontAxle',
        title: 'The front wheels leave the ground',
        text: `“${r.label}” leaves {value} on the front axle.`,
        value: r.frontAxle,
        limit: 0,
        source: 'Statics about the axles',
      })
    : null

const lightSteering: Rule = (r, haul, truck) => {
  const unladen = truck.unladen.frontLeft + truck.unladen.frontRight
  const limit = unladen * (1 - LIGHT_STEERING)
  return r.frontAxle > 0 && r.frontAxle < limit
    ? note(r, {
        rule: 'light-steering',
        rank: 'fix',
        subject: 'frontAxle',
        title: 'Light steering',
        text: `“${r.label}” leaves {value} on the front axle, under nine tenths of unladen ({limit}). About 70 % of braking is at the front.`,
        value: r.frontAxle,
        limit,
        source: 'Common practice',
        remedy: lessOnBall(r, haul, truck, { light: limit - r.frontAxle }),
      })
    : null
}

const overPressure: Rule = (r, _haul, truck, spring, spacer) => {
  if (!spring) return null
  const side = r.left.wanted >= r.right.wanted ? r.left : r.right
  if (side.limitedBy !== 'maxPressure' && side.limitedBy !== 'maxLoad') return null
  const bigger = SPRINGS.filter(
    (s) =>
      s.fits.includes(truck.suspension.kind) && springCarries(s, truck, spacer, r.target, side.springForce),
  ).sort((a, b) => a.maxLoad - b.maxLoad)[0]
  return note(r, {
    rule: 'over-spring-pressure',
    rank: 'stop',
    subject: side === r.left ? 'left' : 'right',
    quantity: 'pressure',
    title:
      side.limitedBy === 'maxLoad'
        ? 'The spring carries more than its rating'
        : 'More pressure than the spring allows',
    text: `“${r.label}” would need {value} on the ${side === r.left ? 'left' : 'right'}; the spring ${side.limitedBy === 'maxLoad' ? 'reaches its load rating at' : 'stops at'} {limit}. Choose a larger spring or carry less.`,
    value: side.wanted,
    limit: side.pressure,
    source: 'Limits of the spring class (common practice); its own sheet rules',
    remedy: bigger && {
      label: 'Take the smallest spring that carries it',
      patches: [{ op: 'replace', path: ['air', 'springClass'], value: bigger.id }],
    },
  })
}

const underMinimum: Rule = (r, haul, _truck, spring) => {
  if (!spring || !isLoaded(haul)) return null
  const side = r.left.wanted <= r.right.wanted ? r.left : r.right
  return side.limitedBy === 'minPressure'
    ? note(r, {
        rule: 'kept-at-minimum',
        rank: 'know',
        subject: side === r.left ? 'left' : 'right',
        quantity: 'pressure',
        title: 'Held at the minimum',
        text: `“${r.label}” wants {value} on the ${side === r.left ? 'left' : 'right'}; the spring is never run under {limit}, so it stands a little high.`,
        value: Math.max(side.wanted, 0),
        limit: spring.minPressure,
        source: 'Common practice; the spring’s own sheet rules',
      })
    : null
}

const outsideHeight: Rule = (r, _haul, _truck, spring) =>
  spring && r.left.limitedBy === 'height'
    ? note(r, {
        rule: 'spring-height-at-target',
        rank: 'stop',
        subject: 'left',
        quantity: 'length',
        title: 'The spring stands outside its height range',
        text: `At the height “${r.label}” aims for, the spring would be {value} high; its table ends at {limit}.`,
        value: r.left.height,
        limit:
          r.left.height < spring.areaByHeight[0]![0]
            ? spring.areaByHeight[0]![0]
            : spring.areaByHeight.at(-1)![0],
        source: 'Height range of the spring class (common practice)',
      })
    : null

const frontTruth: Rule = (r, haul, truck) => {
  if (r.frontChange > -5) return null
  const items = Object.values(haul.items)
  const mass = items.reduce((sum, i) => sum + itemMass(i), 0)
  const room = items.length ? Math.min(...items.map((i) => truck.bed.front - (i.x + i.length / 2))) : 0
  const by = Math.floor(Math.min(room, 0.4) * 20) / 20
  return note(r, {
    rule: 'front-axle-truth',
    rank: 'know',
    subject: 'frontAxle',
    title: 'Air does not put weight back on the front',
    text: `In “${r.label}” the front axle stays {value} from unladen at any pressure. Air brings the height back, not the weight; only moving the load, less on the ball or a weight-distributing hitch does.`,
    value: r.frontChange,
    limit: null,
    source: 'Statics: a force between frame and axle cannot change the sum of moments',
    remedy: mass > 0 && by >= 0.05 ? moveItems(r, haul, by) : undefined,
  })
}

const onStops: Rule = (r, _haul, truck) => {
  const room = (truck.seatGap.unladen - truck.seatGap.bump) / truck.suspension.motionRatio
  const sag = Math.max(r.sagNoAir.rearLeft, r.sagNoAir.rearRight)
  return sag > room
    ? note(r, {
        rule: 'on-bump-stops',
        rank: 'know',
        subject: 'rearAxle',
        quantity: 'length',
        title: 'With no air it sits on the stops',
        text: `“${r.label}” sags {value} on steel alone; the bump stops are touched at {limit}. Jarring ride, sway and a high beam are the signs.`,
        value: sag,
        limit: room,
        source: 'Seat gap unladen less gap on the stop (tape)',
      })
    : null
}

const ratingsStay: Rule = (r, haul, truck) =>
  isLoaded(haul)
    ? note(r, {
        rule: 'ratings-stay',
        rank: 'know',
        subject: 'rearAxle',
        title: 'Ratings stay as plated',
        text: `Helper springs lift no rating. “${r.label}” stands at {value} of {limit} on the rear axle.`,
        value: r.rearAxle,
        limit: truck.ratings.rearAxle,
        source: 'Common practice; the vehicle’s plate',
      })
    : null

const offBed: Rule = (r, haul, truck) => {
  const off = Object.entries(haul.items).find(
    ([, i]) =>
      i.on === 'bed' &&
      (i.x + i.length / 2 > truck.bed.front + 0.02 ||
        i.x - i.length / 2 < truck.bed.rear - 0.02 ||
        Math.abs(i.y) + i.width / 2 > truck.bed.width / 2 + 0.02),
  )
  return off
    ? note(r, {
        rule: 'item-off-bed',
        rank: 'fix',
        subject: off[0],
        quantity: 'length',
        title: 'An item stands off the bed',
        text: `“${off[1].label}” in “${r.label}” reaches past the bed. Its weight is counted where it stands.`,
        value: off[1].x,
        limit: null,
        source: 'Geometry',
      })
    : null
}

const RULES: readonly Rule[] = [
  overRear,
  overFront,
  overGross,
  overCombination,
  overBall,
  overTyre,
  frontLifted,
  overPressure,
  outsideHeight,
  tongueShare,
  noBedHitch,
  lightSteering,
  negativeMass,
  offBed,
  barsUse,
  surging,
  onStops,
  frontTruth,
  ratingsStay,
  underMinimum,
]

/** All load rules on one haul. */
export function loadRules(
  r: HaulResult,
  haul: Haul,
  truck: Truck,
  spring: SpringClass | null,
  spacer: number,
): Note[] {
  return RULES.map((rule) => rule(r, haul, truck, spring, spacer)).filter((n) => n !== null)
}

/** A range wider than this each way is worth a measurement: a usual block stops within it (common practice: 2 psi). */
const WIDE = 13_790
const WHAT: Record<Exclude<UncertaintyId, `item:${string}`>, string> = {
  ball: 'Weigh the load on the coupling',
  places: 'Measure where the load stands, along',
  sides: 'Measure where the load stands, across',
  gap: 'Measure the seat gap',
  area: 'Take the area from the spring’s own sheet',
  rate: 'Find the suspension rate by two heights',
}

/** Which measurement would narrow the pressure most. */
export function uncertaintyNote(r: HaulResult, haul: Haul, doubt: Uncertainty): Note[] {
  const side = doubt.left.high - doubt.left.low >= doubt.right.high - doubt.right.low ? 'left' : 'right'
  const band = doubt[side]
  const items = doubt.shares.filter((s) => s.id.startsWith('item:')).reduce((sum, s) => sum + s.share, 0)
  const first = doubt.shares[0]
  if (!isLoaded(haul) || !first || (band.high - band.low) / 2 < WIDE) return []
  const all = items > first.share
  const share = Math.round((all ? items : first.share) * 100)
  const what = all
    ? 'Weigh what is aboard'
    : first.id.startsWith('item:')
      ? `Weigh “${first.label}”`
      : WHAT[first.id as keyof typeof WHAT]
  return [
    note(r, {
      rule: 'least-sure',
      rank: 'know',
      subject: side,
      quantity: 'pressure',
      title: `${what}: it decides ${share} % of the doubt`,
      text: `In “${r.label}” the ${side} spring wants between {value} and {limit}, as far as the measurements tell.`,
      value: band.low,
      limit: band.high,
      source: 'Tolerances propagated (JCGM 100:2008, memory), 19 cases in 20',
    }),
  ]
}

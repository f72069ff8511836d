import { SPRINGS, type SpringClass } from '../catalog/parts'
import type { Haul, Truck } from '../plan/types'
import type { Note, Patch, Remedy } from '../quantity/figure'
import { GRAVITY } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import type { HaulResult } from './load'

type Rule = (r: HaulResult, haul: Haul, truck: Truck, spring: SpringClass | null) => Note | null

/** Steering is called light when the front axle loses this share of its unladen weight (common practice). */
const LIGHT_STEERING = 0.1

const PLATE = 'The vehicle’s plate'
const note = (r: HaulResult, fields: Omit<Note, 'stage' | 'quantity'> & { quantity?: Note['quantity'] }): Note => ({ stage: 'load', quantity: 'mass', ...fields, subject: `${r.id}:${fields.subject}` })

/** Moves every item of a haul forward together. */
function shift(r: HaulResult, haul: Haul, by: number, label: string): Remedy {
  const patches: Patch[] = Object.entries(haul.items).map(([id, item]) => ({ op: 'replace', path: ['hauls', r.id, 'items', id, 'x'], value: Math.round((item.x + by) * 1000) / 1000 }))
  return { label, patches }
}

/** Forward move that takes `excess` kg off the rear axle, if the items have the room for it. */
function moveForward(r: HaulResult, haul: Haul, truck: Truck, excess: number): Remedy | undefined {
  const items = Object.values(haul.items)
  const mass = items.reduce((sum, i) => sum + i.mass, 0)
  if (mass <= 0) return undefined
  const by = Math.ceil(((excess * truck.wheelbase) / mass) * 20) / 20
  const room = Math.min(...items.map(i => truck.bed.front - (i.x + i.length / 2)))
  return by > 0 && by <= room && r.frontAxle + (by * mass) / truck.wheelbase <= truck.ratings.frontAxle ? shift(r, haul, by, 'Move the load forward') : undefined
}

const overRear: Rule = (r, haul, truck) => (r.rearAxle > truck.ratings.rearAxle
  ? note(r, { rule: 'over-rear-axle', rank: 'stop', subject: 'rearAxle', title: 'Rear axle over its rating', text: `“${r.label}” puts {value} on the rear axle; the plate allows {limit}. No pressure changes that.`, value: r.rearAxle, limit: truck.ratings.rearAxle, source: PLATE, remedy: moveForward(r, haul, truck, r.rearAxle - truck.ratings.rearAxle) })
  : null)

const overFront: Rule = (r, _haul, truck) => (r.frontAxle > truck.ratings.frontAxle
  ? note(r, { rule: 'over-front-axle', rank: 'stop', subject: 'frontAxle', title: 'Front axle over its rating', text: `“${r.label}” puts {value} on the front axle; the plate allows {limit}.`, value: r.frontAxle, limit: truck.ratings.frontAxle, source: PLATE })
  : null)

const overGross: Rule = (r, _haul, truck) => (r.gross > truck.ratings.gross
  ? note(r, { rule: 'over-gross', rank: 'stop', subject: 'gross', title: 'Over the gross rating', text: `“${r.label}” weighs {value} with the truck; the plate allows {limit}. Something has to stay behind.`, value: r.gross, limit: truck.ratings.gross, source: PLATE })
  : null)

const overCombination: Rule = (r, _haul, truck) => (truck.ratings.combination !== null && r.combination > truck.ratings.combination
  ? note(r, { rule: 'over-combination', rank: 'stop', subject: 'gross', title: 'Over the combination rating', text: `Truck and trailer weigh {value} in “${r.label}”; {limit} is allowed.`, value: r.combination, limit: truck.ratings.combination, source: PLATE })
  : null)

const overBall: Rule = (r, _haul, truck) => (r.ballLoad > truck.ratings.ball
  ? note(r, {
      rule: 'over-ball', rank: 'stop', subject: 'ball', title: 'Ball load over its rating', text: `“${r.label}” puts {value} on the ball; the hitch allows {limit}.`, value: r.ballLoad, limit: truck.ratings.ball, source: 'The hitch’s plate',
      remedy: { label: 'Set the ball load to its rating', patches: [{ op: 'replace', path: ['hauls', r.id, 'ballLoad'], value: truck.ratings.ball }] },
    })
  : null)

const frontLifted: Rule = (r) => (r.frontAxle <= 0
  ? note(r, { rule: 'front-lifted', rank: 'stop', subject: 'frontAxle', title: 'The front wheels leave the ground', text: `“${r.label}” leaves {value} on the front axle.`, value: r.frontAxle, limit: 0, source: 'Statics about the axles' })
  : null)

const lightSteering: Rule = (r, _haul, truck) => {
  const unladen = truck.unladen.frontLeft + truck.unladen.frontRight
  const limit = unladen * (1 - LIGHT_STEERING)
  return r.frontAxle > 0 && r.frontAxle < limit
    ? note(r, { rule: 'light-steering', rank: 'fix', subject: 'frontAxle', title: 'Light steering', text: `“${r.label}” leaves {value} on the front axle, under nine tenths of unladen ({limit}). About 70 % of braking is at the front.`, value: r.frontAxle, limit, source: 'Common practice' })
    : null
}

/** Whether a spring class, in this truck's gap and at the height aimed for, gives a force within its own limits. */
function carries(spring: SpringClass, truck: Truck, target: number, force: number): boolean {
  const height = truck.seatGap.unladen - spring.bracketHeight - target * truck.suspension.motionRatio
  const table = spring.areaByHeight
  return height >= table[0]![0] && height <= table.at(-1)![0] && force <= Math.min(spring.maxPressure * interpolate(table, height), spring.maxLoad * GRAVITY)
}

const overPressure: Rule = (r, _haul, truck, spring) => {
  if (!spring) return null
  const side = r.left.wanted >= r.right.wanted ? r.left : r.right
  if (side.limitedBy !== 'maxPressure' && side.limitedBy !== 'maxLoad') return null
  const bigger = SPRINGS.filter(s => s.fits.includes(truck.suspension.kind) && carries(s, truck, r.target, side.springForce)).sort((a, b) => a.maxLoad - b.maxLoad)[0]
  return note(r, {
    rule: 'over-spring-pressure', rank: 'stop', subject: side === r.left ? 'left' : 'right', quantity: 'pressure', title: side.limitedBy === 'maxLoad' ? 'The spring carries more than its rating' : 'More pressure than the spring allows',
    text: `“${r.label}” would need {value} on the ${side === r.left ? 'left' : 'right'}; the spring ${side.limitedBy === 'maxLoad' ? 'reaches its load rating at' : 'stops at'} {limit}. Choose a larger spring or carry less.`, value: side.wanted, limit: side.pressure, source: 'Limits of the spring class (common practice); its own sheet rules',
    remedy: bigger && { label: 'Take the smallest spring that carries it', patches: [{ op: 'replace', path: ['air', 'springClass'], value: bigger.id }] },
  })
}

const underMinimum: Rule = (r, haul, _truck, spring) => {
  if (!spring || (Object.keys(haul.items).length === 0 && haul.ballLoad === 0)) return null
  const side = r.left.wanted <= r.right.wanted ? r.left : r.right
  return side.limitedBy === 'minPressure'
    ? note(r, { rule: 'kept-at-minimum', rank: 'know', subject: side === r.left ? 'left' : 'right', quantity: 'pressure', title: 'Held at the minimum', text: `“${r.label}” wants {value} on the ${side === r.left ? 'left' : 'right'}; the spring is never run under {limit}, so it stands a little high.`, value: Math.max(side.wanted, 0), limit: spring.minPressure, source: 'Common practice; the spring’s own sheet rules' })
    : null
}

const outsideHeight: Rule = (r, _haul, _truck, spring) => (spring && r.left.limitedBy === 'height'
  ? note(r, { rule: 'spring-height-at-target', rank: 'stop', subject: 'left', quantity: 'length', title: 'The spring stands outside its height range', text: `At the height “${r.label}” aims for, the spring would be {value} high; its table ends at {limit}.`, value: r.left.height, limit: r.left.height < spring.areaByHeight[0]![0] ? spring.areaByHeight[0]![0] : spring.areaByHeight.at(-1)![0], source: 'Height range of the spring class (common practice)' })
  : null)

const frontTruth: Rule = (r, haul, truck) => {
  if (r.frontChange > -5) return null
  const items = Object.values(haul.items)
  const mass = items.reduce((sum, i) => sum + i.mass, 0)
  const room = items.length ? Math.min(...items.map(i => truck.bed.front - (i.x + i.length / 2))) : 0
  const by = Math.floor(Math.min(room, 0.4) * 20) / 20
  return note(r, {
    rule: 'front-axle-truth', rank: 'know', subject: 'frontAxle', title: 'Air does not put weight back on the front', text: `In “${r.label}” the front axle stays {value} from unladen at any pressure. Air brings the height back, not the weight; only moving the load, less on the ball or a weight-distributing hitch does.`, value: r.frontChange, limit: null, source: 'Statics: a force between frame and axle cannot change the sum of moments',
    remedy: mass > 0 && by >= 0.05 ? shift(r, haul, by, 'Move the load forward') : undefined,
  })
}

const onStops: Rule = (r, _haul, truck) => {
  const room = (truck.seatGap.unladen - truck.seatGap.bump) / truck.suspension.motionRatio
  const sag = Math.max(r.sagNoAir.rearLeft, r.sagNoAir.rearRight)
  return sag > room
    ? note(r, { rule: 'on-bump-stops', rank: 'know', subject: 'rearAxle', quantity: 'length', title: 'With no air it sits on the stops', text: `“${r.label}” would sag {value} on steel alone; the bump stops end it at about {limit}. Jarring ride, sway and a high beam are the signs.`, value: sag, limit: room, source: 'Seat gap unladen less gap on the stop (tape)' })
    : null
}

const ratingsStay: Rule = (r, haul, truck) => (Object.keys(haul.items).length || haul.ballLoad
  ? note(r, { rule: 'ratings-stay', rank: 'know', subject: 'rearAxle', title: 'Ratings stay as plated', text: `Helper springs lift no rating. “${r.label}” stands at {value} of {limit} on the rear axle.`, value: r.rearAxle, limit: truck.ratings.rearAxle, source: 'Common practice; the vehicle’s plate' })
  : null)

const offBed: Rule = (r, haul, truck) => {
  const off = Object.entries(haul.items).find(([, i]) => i.x + i.length / 2 > truck.bed.front + 0.02 || i.x - i.length / 2 < truck.bed.rear - 0.02 || Math.abs(i.y) + i.width / 2 > truck.bed.width / 2 + 0.02)
  return off ? note(r, { rule: 'item-off-bed', rank: 'fix', subject: off[0], quantity: 'length', title: 'An item stands off the bed', text: `“${off[1].label}” in “${r.label}” reaches past the bed. Its weight is counted where it stands.`, value: off[1].x, limit: null, source: 'Geometry' }) : null
}

const RULES: readonly Rule[] = [overRear, overFront, overGross, overCombination, overBall, frontLifted, overPressure, outsideHeight, lightSteering, offBed, onStops, frontTruth, ratingsStay, underMinimum]

/** All load rules on one haul. */
export function loadRules(r: HaulResult, haul: Haul, truck: Truck, spring: SpringClass | null): Note[] {
  return RULES.map(rule => rule(r, haul, truck, spring)).filter(n => n !== null)
}

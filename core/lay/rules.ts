import { heatKept } from '../catalog/partSizes'
import { PRACTICE } from '../catalog/practice'
import type { ComponentKind } from '../document/types'
import type { Note } from '../quantity/figure'
import { applyRules } from '../quantity/stage'
import { fitShield, HEAT, movePart, note, roomFor, type LayRule, type LayRuleInput } from './ruleInput'
import { RUN_RULES } from './runRules'
import { STAND_RULES } from './standRules'
import { laidSize } from './space/stand'
import { isInWheelSpray } from './spray'
import { encounters, isInCab, laidParts, overlap, partBox, solidsOf } from './space/room'
import { boxToShape } from './space/shapes'
import type { Solid } from './space/solid'

/** What a part overlaps, and what moves into it. */
const partInSolid: LayRule = (input) => {
  const { r, truck, air, lay } = input
  const solids: Solid[] = solidsOf(truck, air, input.lay.solids)
  return laidParts(air).flatMap((id) => {
    const { label } = air.components[id]!
    const [worst] = isInCab(air, id)
      ? []
      : encounters(partBox(r.places[id]!, laidSize(air, lay.stands, id)), solids)
    if (!worst) return []
    const { solid, left, wanted } = worst
    const clear = roomFor(id, input)
    const stands = left === 0
    return note({
      rule: 'part-in-solid',
      rank: 'stop',
      subject: id,
      value: left,
      limit: wanted,
      title: stands ? `${label} stands in ${solid.label}` : `${label} stands in the way of ${solid.label}`,
      text:
        solid.kind === 'moving'
          ? 'Over its whole travel {value} is left; {limit} is wanted of all that moves.'
          : 'There is no room for it there. Sizes are the class’s, the truck’s as measured at Truck.',
      source: 'Geometry; clearance from memory',
      remedy: clear ? movePart(`Move it clear of ${solid.label}`, id, clear) : undefined,
    })
  })
}

const partsOverlap: LayRule = (input) => {
  const { r, air, lay } = input
  const laid = laidParts(air).map((id) => ({
    id,
    box: partBox(r.places[id]!, laidSize(air, lay.stands, id)),
  }))
  return laid.flatMap(({ id, box }, i) => {
    const other = laid.slice(0, i).find((before) => overlap(before.box, box))
    if (!other) return []
    const clear = isInCab(air, id) ? null : roomFor(id, input)
    const [one, two] = [air.components[id]!.label, air.components[other.id]!.label]
    return note({
      quantity: 'count',
      rule: 'parts-overlap',
      rank: 'fix',
      subject: id,
      title: `${one} stands in the ${two.toLowerCase()}`,
      text: 'Two parts cannot stand in one place. Move one of them.',
      source: 'Geometry; sizes of the classes',
      remedy: clear ? movePart('Move it beside', id, clear) : undefined,
    })
  })
}

/** Something that hangs lowest is hit by the first stone, kerb or stand. */
const partLow: LayRule = (input) => {
  const { r, air } = input
  const limit = PRACTICE.groundClearance.value
  return laidParts(air).flatMap((id) => {
    const { z } = r.places[id]!
    if (isInCab(air, id) || z >= limit) return []
    const clear = roomFor(id, input)
    return note({
      rule: 'part-low',
      rank: 'fix',
      subject: id,
      value: z,
      limit,
      title: `${air.components[id]!.label} hangs too near the ground`,
      text: 'Its underside is {value} above the ground, unladen; {limit} is wanted. Loaded it comes lower still.',
      source: 'From memory',
      remedy: clear ? movePart('Move it up to the nearest room', id, clear) : undefined,
    })
  })
}

const partNearHeat: LayRule = (input) => {
  const { r, lay, air } = input
  return Object.entries(air.components).flatMap(([id, component]) => {
    const heat = r.heat[id] ?? Infinity
    const limit = heatKept(air, id)
    if (heat >= limit || lay.shields[id]) return []
    const movable = component.kind !== 'spring'
    // Room is searched at the usual distance. A part that needs more distance is shielded.
    const clear = movable && limit <= HEAT ? roomFor(id, input) : null
    return note({
      rule: 'part-near-heat',
      rank: 'stop',
      subject: id,
      value: heat,
      limit,
      title: `${component.label} sits too near ${r.hottest[id] ?? 'the exhaust'}`,
      text: `It is {value} from it; {limit} is wanted.${movable ? '' : ' Fit the heat shield before the spring on this side.'}`,
      remedy: clear ? movePart('Move it clear of the exhaust', id, clear) : fitShield(id),
    })
  })
}

/** If the pipe is not traced, nothing was checked against its heat. */
const exhaustNotTraced: LayRule = ({ truck, air }) => {
  if (truck.exhaust.points.length >= 2 || Object.keys(air.components).length === 0) return null
  return note({
    quantity: 'count',
    rule: 'exhaust-not-traced',
    rank: 'fix',
    subject: 'exhaust',
    value: null,
    title: 'Heat was not looked at: no exhaust is traced',
    text: 'Where the pipe runs is not known, so no part, line or wire was held away from it. Trace it on the pictures of Truck: two places at least.',
    source: 'Survey',
  })
}

/**
 * A part too close to the pipe but shielded has a note, because the shield is work and part of its protection.
 */
const shieldPlanned: LayRule = ({ r }) =>
  r.shields.map(({ id, guards }) => {
    const heat = r.heat[id] ?? r.routes.find((route) => route.id === id)?.heat ?? Infinity
    const near = heat < HEAT
    return note({
      rule: 'shield-planned',
      rank: 'know',
      subject: id,
      value: near ? heat : null,
      limit: HEAT,
      title: `A heat shield guards the ${guards}`,
      text: near
        ? 'It stands {value} from the pipe, nearer than {limit}: the shield goes on before it. Tape where the pipe runs on this truck.'
        : 'It stands {limit} or more from the pipe; the shield is there all the same.',
    })
  })

/** Impossible on any truck: one of the two was typed wrong, and everything checked against it is wrong too. */
const exhaustInTank: LayRule = ({ truck, air, lay }) => {
  const solids = solidsOf(truck, air, lay.solids)
  const tank = solids.find(({ id }) => id === 'fuel-tank')
  const through = solids.some(
    ({ id, shape }) => id === 'exhaust' && tank?.shape.shape === 'box' && boxToShape(tank.shape, shape) === 0,
  )
  if (!through) return null
  return note({
    quantity: 'count',
    rule: 'exhaust-in-tank',
    rank: 'fix',
    subject: 'exhaust',
    title: 'The exhaust runs through the fuel tank',
    text: 'One of them is not where it is typed, and parts and runs are kept clear of both. Put it right at Truck.',
    source: 'Geometry of the truck',
  })
}

/** No cross-members entered does not mean there are none. */
const noCrossMembers: LayRule = ({ truck }) =>
  truck.frame.crossMembers.length > 0
    ? null
    : note({
        quantity: 'count',
        rule: 'no-cross-members',
        rank: 'know',
        subject: 'crossMembers',
        title: 'No cross-member is written down',
        text: 'Lines that change sides are run under the bed. Tape the cross-members at Truck: on steel they hold better.',
      })

const WITHIN_REACH = PRACTICE.withinReach.value

const partsApart: LayRule = (input) => {
  const { r, compressor } = input
  if (!compressor || r.apart === null || r.apart <= compressor.blockReach) return null
  const at = r.places.compressor!
  const reach = compressor.blockReach * WITHIN_REACH
  const place = roomFor('block', input, at, reach)
  return note({
    rule: 'parts-apart',
    rank: 'fix',
    subject: 'block',
    value: r.apart,
    limit: compressor.blockReach,
    title: 'Compressor and block are too far apart',
    text: 'They stand {value} apart; the shared harness reaches {limit}.',
    remedy: place ? movePart('Move the block to the compressor', 'block', place) : undefined,
  })
}

const NOT_IN_SPRAY: readonly ComponentKind[] = ['compressor', 'block', 'dryer', 'tank', 'filter']

const wheelSpray: LayRule = ({ r, truck, air, compressor }) =>
  laidParts(air).flatMap((id) => {
    const { kind, label } = air.components[id]!
    if (!NOT_IN_SPRAY.includes(kind)) return []
    const place = r.places[id]!
    if (!isInWheelSpray(place, truck)) return []
    // Its own sheet says that its motor is waterproof.
    if (kind === 'compressor' && compressor?.sealed) return []
    return note({
      rule: 'wheel-spray',
      rank: 'fix',
      subject: id,
      value: Math.abs(place.x),
      limit: truck.tyre.radius,
      title: `${label} sits in the wheel spray`,
      text: 'Ahead of the rear axle, high on the rail and out of direct spray it lasts longest. It is {value} from the axle; stay {limit} away.',
    })
  })

const RULES: readonly LayRule[] = [
  partInSolid,
  partsOverlap,
  partLow,
  partNearHeat,
  exhaustNotTraced,
  shieldPlanned,
  exhaustInTank,
  noCrossMembers,
  partsApart,
  wheelSpray,
  ...RUN_RULES,
  ...STAND_RULES,
]

/** All notes of Lay. */
export const layRules = (input: LayRuleInput): Note[] => applyRules(RULES, input)

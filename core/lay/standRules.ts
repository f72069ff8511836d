import type { ComponentKind } from '../document/types'
import { layFactsOf, type Face } from '../catalog/layFacts'
import { PRACTICE } from '../catalog/practice'
import { railRise } from '../catalog/truckGeometry'
import type { Note, Remedy } from '../quantity/figure'
import { movePart, note, roomFor, type LayRule, type LayRuleInput } from './ruleInput'
import { isInCab, laidParts, partBox, solidsOf } from './space/room'
import { boxAround, boxToShape, type Box } from './space/shapes'
import { capitalised } from './space/solid'
import { AS_IS, facing, laidSize } from './space/stand'

/** Rules on how parts stand: which way up, on what, within a hand's reach, received at the seat. */

/** Parts laid under the truck, each with its box. */
const underTruck = ({
  r,
  air,
  lay,
}: LayRuleInput): { id: string; label: string; kind: ComponentKind; box: Box }[] =>
  laidParts(air)
    .filter((id) => !isInCab(air, id))
    .map((id) => {
      const { label, kind } = air.components[id]!
      return { id, label, kind, box: partBox(r.places[id]!, laidSize(air, lay.stands, id)) }
    })

const standUpright = (id: string, turn: number): Remedy => ({
  label: 'Stand it upright',
  patches: [{ op: 'add', path: ['lay', 'stands', id], value: { turn, up: 'upright' } }],
})

/** What goes wrong with each kind that stands the wrong way up. */
const WRONG_WAY_UP: Partial<Record<ComponentKind, string>> = {
  block: 'Upside down, water stays in its exhaust and its valves.',
  tank: 'Its drain is no longer at the lowest point, and water stays in it.',
  filter: 'Its inlet no longer looks up: it takes in what runs down the hose.',
  dryer: 'What it takes out of the air no longer runs to its drain.',
}

const wrongWayUp: LayRule = ({ r, air }) =>
  laidParts(air).flatMap((id) => {
    const stand = r.stands[id] ?? AS_IS
    if (layFactsOf(air, id).up.includes(stand.up)) return []
    const { kind, label } = air.components[id]!
    return note({
      quantity: 'count',
      rule: 'wrong-way-up',
      rank: 'fix',
      subject: id,
      title: stand.up === 'over' ? `${label} hangs upside down` : `${label} lies on its side`,
      text: `${WRONG_WAY_UP[kind] ?? 'It is not made to stand so.'} Its own sheet rules.`,
      remedy: standUpright(id, stand.turn),
    })
  })

/** Free space for a hand in front of one side of a box, m. */
function roomBefore(
  { min, max }: Box,
  face: Face,
  stand: { turn: number; up: 'upright' | 'side' | 'over' },
): Box {
  const { x, y, z } = facing(face, stand)
  const deep = PRACTICE.handRoom.value
  /** Slightly away from the part, so that what it touches does not count. */
  const off = 0.005
  const along = (low: number, high: number, way: number): [number, number] => {
    if (way === 0) return [low + off, high - off]
    return way > 0 ? [high + off, high + deep] : [low - deep, low - off]
  }
  const [x0, x1] = along(min.x, max.x, x)
  const [y0, y1] = along(min.y, max.y, y)
  const [z0, z1] = along(min.z, max.z, z)
  return { shape: 'box', min: { x: x0, y: y0, z: z0 }, max: { x: x1, y: y1, z: z1 } }
}

/** A hand must reach the drain, the filter and the fittings. */
const outOfReach: LayRule = (input) => {
  const { r, truck, air, lay } = input
  const solids = solidsOf(truck, air, lay.solids).filter(({ kind }) => kind !== 'moving' && kind !== 'hot')
  return underTruck(input).flatMap(({ id, label, box }) => {
    const { hand } = layFactsOf(air, id)
    if (!hand) return []
    const room = roomBefore(box, hand.face, r.stands[id] ?? AS_IS)
    const inWay = solids.find(({ shape }) => boxToShape(room, shape) === 0)
    if (!inWay) return []
    return note({
      rule: 'out-of-reach',
      rank: 'know',
      subject: id,
      value: boxToShape(box, inWay.shape),
      limit: PRACTICE.handRoom.value,
      title: `No hand gets at the ${label.toLowerCase()} for ${hand.what}`,
      text: `${capitalised(inWay.label)} stands {value} before it; a hand wants {limit}. Turn it, or move it along.`,
      source: 'Geometry; room for a hand from memory',
    })
  })
}

/** A part needs something close enough for a bracket; otherwise it hangs in the air. */
const unfixed: LayRule = (input) => {
  const { truck, air, lay } = input
  const held = solidsOf(truck, air, lay.solids).filter(
    ({ kind, id }) => kind === 'structure' || kind === 'floor' || kind === 'sheet' || id === 'engine',
  )
  const limit = PRACTICE.bracketReach.value
  return underTruck(input).flatMap(({ id, label, box }) => {
    if (layFactsOf(air, id).mounts.length === 0) return []
    const far = held.reduce((least, { shape }) => Math.min(least, boxToShape(box, shape)), Infinity)
    if (far <= limit) return []
    const beside = roomFor(id, input, onRailFrom(input, id))
    return note({
      rule: 'unfixed',
      rank: 'fix',
      subject: id,
      value: Number.isFinite(far) ? far : null,
      limit,
      title: `${label} hangs in the air`,
      text: 'The nearest steel to fix it to is {value} away; a bracket reaches {limit}. Move it, or tell what it is fixed to.',
      source: 'Geometry; a bracket’s reach from memory',
      remedy: beside ? movePart('Move it to the rail', id, beside) : undefined,
    })
  })
}

const SPRAY_EDGE = PRACTICE.sprayEdge.value

/** Against the outside of the nearer rail, hanging from its upper edge, out of the wheels' spray. */
function onRailFrom({ r, truck, air, lay }: LayRuleInput, id: string) {
  const [, across, up] = laidSize(air, lay.stands, id)
  const { x, y } = r.places[id]!
  const { frame } = truck
  const out = (frame.spacing + frame.railWidth + across) / 2
  const outOfSpray = Math.abs(x) < truck.tyre.radius ? truck.tyre.radius + SPRAY_EDGE : x
  const along = Math.min(Math.max(outOfSpray, frame.rear), frame.front)
  return { x: along, y: y >= 0 ? out : -out, z: frame.top - up }
}

/** Something that vibrates is not mounted on the cab, because it is heard inside. */
const heardInCab: LayRule = (input) => {
  const { truck, air, lay } = input
  const cab = solidsOf(truck, air, lay.solids).filter(({ id }) => id.startsWith('sheet-'))
  const limit = PRACTICE.cabNoise.value
  return underTruck(input).flatMap(({ id, label, box }) => {
    if (!layFactsOf(air, id).noisy) return []
    const far = cab.reduce((least, { shape }) => Math.min(least, boxToShape(box, shape)), Infinity)
    if (far >= limit) return []
    return note({
      rule: 'heard-in-cab',
      rank: 'know',
      subject: id,
      value: far,
      limit,
      title: `${label} is heard in the cab`,
      text: 'It stands {value} from the cab’s sheet metal; with {limit} between, on the frame or a cross-member, it is quieter.',
    })
  })
}

/** The inlet must be above what it feeds, so that water does not run into the compressor. */
const inletLow: LayRule = ({ r, air, lay }) =>
  Object.values(air.lines).flatMap(({ from, to }) => {
    const filter = [from, to].find((id) => air.components[id]?.kind === 'filter')
    const other = filter === from ? to : from
    if (!filter || !laidParts(air).includes(filter) || air.components[other]?.kind !== 'compressor') return []
    const top = (id: string) => r.places[id]!.z + laidSize(air, lay.stands, id)[2]
    const below = top(other) - top(filter)
    if (below <= 0) return []
    const place = r.places[filter]!
    return note({
      rule: 'inlet-low',
      rank: 'fix',
      subject: filter,
      value: below,
      limit: 0,
      title: 'The inlet hangs lower than its compressor',
      text: 'It hangs {value} lower: what gets into it runs down into the motor. Inlet up, hose upright.',
      remedy: movePart('Lift it', filter, { ...place, z: Math.round((place.z + below) * 1000) / 1000 }),
    })
  })

/**
 * Anything behind the axle and below the line from the tyres to the hitch touches the ground before the hitch
 * does.
 */
const departure: LayRule = (input) => {
  const { truck } = input
  const behind = Math.max(truck.axleToBall, 0.1)
  const hitch = solidsOf(truck, input.air, input.lay.solids).find(({ id }) => id === 'hitch')
  const low = hitch?.shape.shape === 'box' ? hitch.shape.min.z : truck.ballHeight
  /**
   * From where the tyres touch the ground: flatter than the tangent to them, so that no angle looks larger than
   * it is.
   */
  const angle = Math.atan2(low, behind)
  return underTruck(input).flatMap(({ id, label, box }) => {
    if (box.min.x >= -0.05) return []
    const own = Math.atan2(box.min.z, -box.min.x)
    if (own >= angle) return []
    return note({
      quantity: 'angle',
      rule: 'departure-angle',
      rank: 'know',
      subject: id,
      value: own,
      limit: angle,
      title: `${label} touches the ground before the hitch does`,
      text: 'Behind the axle it leaves {value} to drive off a kerb or up a ramp; the hitch leaves {limit}.',
      source: 'Geometry',
    })
  })
}

const radioWeak: LayRule = ({ r }) => {
  if (!r.radio) return null
  const { id, margin, between } = r.radio
  const limit = PRACTICE.radioReserve.value
  if (margin >= limit) return null
  return note({
    quantity: 'decibel',
    rule: 'radio-weak',
    rank: 'know',
    subject: id,
    value: margin,
    limit,
    title: 'The block may not be heard at the driver’s seat',
    text: `{value} are left where {limit} are wanted; between stand ${between.join(', ') || 'nothing'}. Try it from the seat before it is bolted down.`,
    source: 'Friis’ formula; losses from memory',
  })
}

const NUT_BELOW = PRACTICE.nutBelow.value

/** The bed is bolted to the rails at its cross-members: a part there hides a bolt. */
const hidesMount: LayRule = (input) => {
  const { truck } = input
  const { frame, bed } = truck
  const under = frame.crossMembers.filter((x) => x < bed.front && x > bed.rear)
  const nuts = under.flatMap((x) =>
    [1, -1].map((side) => ({
      x,
      y: (side * frame.spacing) / 2,
      z: frame.top + railRise(truck, x) - NUT_BELOW,
    })),
  )
  const limit = PRACTICE.bedMount.value
  return underTruck(input).flatMap(({ id, label, box }) => {
    // A part held only by its line is bent aside by hand.
    if (layFactsOf(input.air, id).mounts.length === 0) return []
    const far = nuts.reduce((least, at) => Math.min(least, boxToShape(boxAround(at, at), box)), Infinity)
    if (far >= limit) return []
    return note({
      rule: 'hides-bed-mount',
      rank: 'know',
      subject: id,
      value: far,
      limit,
      title: `${label} hides a bolt of the bed`,
      text: 'It stands {value} from where the bed is usually bolted to the rail; {limit} leaves room for a wrench. Look there, and move it along if so.',
      source: 'From memory: beds are bolted at their cross-members',
    })
  })
}

/** A port that faces something leaves no room for its line. */
const portTurnedAway: LayRule = ({ r, air }) =>
  r.routes.flatMap(({ turnedAway, fromLabel, toLabel }): Note[] =>
    turnedAway === null
      ? []
      : [
          note({
            quantity: 'count',
            rule: 'port-turned-away',
            rank: 'know',
            subject: turnedAway,
            title: `A port of the ${air.components[turnedAway]!.label.toLowerCase()} has no room before it`,
            text: `The line from ${fromLabel.toLowerCase()} to ${toLabel.toLowerCase()} cannot leave straight and is run from another side: it wants an elbow, or the part turned.`,
            source: 'Geometry',
          }),
        ],
  )

export const STAND_RULES: readonly LayRule[] = [
  wrongWayUp,
  outOfReach,
  unfixed,
  heardInCab,
  inletLow,
  departure,
  radioWeak,
  hidesMount,
  portTurnedAway,
]

import { catalogueTube } from '../catalog/joints'
import { heatKept } from '../catalog/partSizes'
import { PRACTICE } from '../catalog/practice'
import { TUBES, type TubeClass } from '../catalog/tubes'
import type { ComponentKind } from '../document/types'
import type { Note } from '../quantity/figure'
import { applyRules } from '../quantity/stage'
import { fitShield, HEAT, movePart, note, roomFor, type LayRule, type LayRuleInput } from './ruleInput'
import { AIRBAG_TRIM, stripOf } from './run/strip'
import { STAND_RULES } from './standRules'
import { laidSize } from './space/stand'
import { isInWheelSpray } from './spray'
import { encounters, isInCab, laidParts, overlap, partBox, solidsOf } from './space/room'
import { boxToShape } from './space/shapes'
import { capitalised, type Solid } from './space/solid'
import type { LayResult } from './types'

/** What a part stands in, and what moves into it. */
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

/** What hangs lower than anything should: the first stone, kerb or stand meets it. */
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
    // Room is looked for at the usual distance: a part that wants more of it is shielded.
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

/** What stands too near the pipe and is guarded says so: the shield is work, and part of what keeps it whole. */
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

/** What cannot be so on any truck: one of the two was typed wrong, and all that is checked against it is too. */
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

/** Silence about cross-members is not that there are none. */
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

function blockedText({ inTheWay, throughPlaces }: LayResult['routes'][number]): string {
  if (throughPlaces) return 'It cannot be run by the places it is made to pass'
  if (inTheWay) return `${capitalised(inTheWay)} is in the way at one of its ends`
  return 'Between its ends everything is in the way'
}

/** A run that cannot be made says which limit stands in the way, and what to move. */
const runBlocked: LayRule = ({ r }) =>
  r.routes
    .filter((route) => route.wayless)
    .map((route) =>
      note({
        quantity: 'run',
        rule: 'run-blocked',
        rank: 'fix',
        subject: route.id,
        value: route.run,
        title: `${route.fromLabel} to ${route.toLabel} finds no way`,
        text: `${blockedText(route)}; {value} is the straight distance only. Move an end, or put right at Truck what is not so.`,
        source: 'Geometry of the truck',
      }),
    )

/** A corner without room for the tube's own bend. */
const bendTooTight: LayRule = ({ r }) =>
  r.routes
    .filter((route) => route.bend < route.wantedBend - 1e-6)
    .map((route) =>
      note({
        rule: 'bend-too-tight',
        rank: 'fix',
        subject: route.id,
        value: route.bend,
        limit: route.wantedBend,
        title: `${route.fromLabel} to ${route.toLabel} bends too tight`,
        text: 'A corner leaves room for {value}; {limit} is the least it may be bent to. Move an end, or use an elbow.',
        source: route.kind === 'air' ? 'The tube’s own sheet' : 'Five times its thickness (from memory)',
      }),
    )

const lineNearHeat: LayRule = ({ r, lay }) =>
  r.routes.flatMap((route) => {
    if (route.heat >= HEAT || lay.shields[route.id]) return []
    // A line that ends at a part already too near, or behind that part's shield, is that part's note.
    if ([route.from, route.to].some((id) => (r.heat[id] ?? Infinity) < HEAT)) return []
    return note({
      rule: 'line-near-heat',
      rank: 'stop',
      subject: route.id,
      value: route.heat,
      limit: HEAT,
      title: `${route.fromLabel} to ${route.toLabel} runs too near ${route.heatOf}`,
      text: 'It comes within {value} of it; {limit} is wanted. Move an end, or shield it there.',
      remedy: fitShield(route.id),
    })
  })

/** The block is moved to this share of the harness's reach, so that it is within. */
const WITHIN_REACH = 0.85

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

/** An extension leaves this much to spare, m. */
const SPARE_HARNESS = 0.3

const harnessShort: LayRule = ({ r, lay }) => {
  if (r.feed === null || r.feed <= r.harness) return null
  const missing = Math.ceil((r.feed - r.harness + SPARE_HARNESS) * 10) / 10
  const extension = Math.round((lay.harnessExtension + missing) * 100) / 100
  return note({
    quantity: 'run',
    rule: 'harness-short',
    rank: 'fix',
    subject: 'feed',
    value: r.feed,
    limit: r.harness,
    title: 'The harness does not reach the battery',
    text: 'The run is {value}; the harness is {limit}. Move the compressor forward, or extend with the same or larger wire.',
    remedy: {
      label: 'Extend the harness',
      patches: [{ op: 'replace', path: ['lay', 'harnessExtension'], value: extension }],
    },
  })
}

/** What is left for fittings to be made anew; the axle's travel is in each line's own slack. */
const shortSlack: LayRule = ({ lay, r }) => {
  const limit = PRACTICE.leastSlack.value
  if (lay.slackAtSpring >= limit) return null
  const usual = PRACTICE.springSlack.value
  const moves = r.swept ? ' The port goes with the axle: what its travel takes is added to this.' : ''
  return note({
    rule: 'short-slack',
    rank: 'fix',
    subject: 'spring-left',
    value: lay.slackAtSpring,
    limit,
    title: 'Too little slack at the springs',
    text: `{value} is left before cutting; with less than {limit} no fitting can be remade.${moves}`,
    remedy: {
      label: `Leave ${Math.round(usual * 1000)} mm`,
      patches: [{ op: 'replace', path: ['lay', 'slackAtSpring'], value: usual }],
    },
  })
}

/** A line that was cut shorter than the way it must go: told before it is pulled tight. */
const cutShort: LayRule = ({ r }) =>
  r.routes
    .filter(({ cut, run, swept }) => cut < run + swept - 0.005)
    .map(({ id, fromLabel, toLabel, cut, run, swept }) =>
      note({
        quantity: 'run',
        rule: 'cut-short',
        rank: 'fix',
        subject: id,
        value: cut,
        limit: run + swept,
        title: `${fromLabel} to ${toLabel.toLowerCase()} was cut short`,
        text: 'It was cut to {value}; its way and what the axle’s travel takes are {limit}. Measure it again, run it another way, or cut it anew.',
        source: 'As typed under the truck, against the run',
      }),
    )

const NOT_IN_SPRAY: readonly ComponentKind[] = ['compressor', 'block', 'dryer', 'tank', 'filter']

const wheelSpray: LayRule = ({ r, truck, air, compressor }) =>
  laidParts(air).flatMap((id) => {
    const { kind, label } = air.components[id]!
    if (!NOT_IN_SPRAY.includes(kind)) return []
    const place = r.places[id]!
    if (!isInWheelSpray(place, truck)) return []
    // Its own sheet says that its motor keeps the water out.
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

/** Runs into the cab that climb a pillar: a curtain airbag may lie behind its trim. */
const airbagTrim: LayRule = ({ r, truck, air, lay }) => {
  const entering = r.routes.filter(({ grommets }) => grommets > 0)
  if (entering.length === 0) return null
  const solids = solidsOf(truck, air, lay.solids)
  const behind = entering.filter((route) => stripOf(route, solids).some(({ along }) => along === AIRBAG_TRIM))
  if (behind.length === 0) return null
  return note({
    quantity: 'count',
    rule: 'airbag-trim',
    rank: 'know',
    subject: behind[0]!.id,
    value: behind.length,
    title: 'Behind pillar trim',
    text: `${behind
      .map(({ fromLabel, toLabel }) => `${fromLabel} → ${toLabel}`)
      .slice(0, 3)
      .join(
        ', ',
      )}: curtain airbags lie there. Battery off before the trim is opened, as the truck’s own sheet says; never across an airbag, never tied to one.`,
  })
}

/** A hose with its ends on is taken in the lengths there are, and none is long enough. */
const hoseTooShort: LayRule = ({ r, air }) =>
  r.cuts
    .filter(({ coiled }) => coiled !== null && coiled < 0)
    .map(({ id, fromLabel, toLabel, run, slack, cut }) => {
      const bore = catalogueTube(air, air.lines[id]!)!.bore
      const apart = (tube: TubeClass) => Math.abs(tube.bore - bore)
      const nylon = TUBES.filter((tube) => tube.material === 'nylon').reduce((a, b) =>
        apart(b) < apart(a) ? b : a,
      )
      return note({
        quantity: 'run',
        rule: 'hose-too-short',
        rank: 'fix',
        subject: id,
        value: run + slack,
        limit: cut,
        title: `No hose reaches from ${fromLabel} to ${toLabel.toLowerCase()}`,
        text: 'The run and its slack want {value}; the longest hose with its ends on is {limit}, and it is never cut. Join two at a clamped union, bring the parts nearer, or take tube.',
        remedy: {
          label: `Take ${nylon.label} there`,
          patches: [{ op: 'replace', path: ['air', 'lines', id, 'tube'], value: nylon.id }],
        },
      })
    })

/** The coils of a tube against what is cut of it: told before the last line comes out too short. */
const tubeShort: LayRule = ({ r }) =>
  r.tubes.flatMap(({ label, lines, wanted, coils, plan }) => {
    if (!plan || !('short' in plan)) return []
    const left = plan.short.map((i) => r.cuts.find(({ id }) => id === lines[i])!)
    const names = left.map((cut) => `${cut.fromLabel} to ${cut.toLabel.toLowerCase()}`).join('; ')
    return note({
      quantity: 'run',
      rule: 'tube-short',
      rank: 'fix',
      subject: 'cuts',
      title: `${label}: the coils are too short`,
      text: `The lines take {value}, the coils have {limit}; no piece is left for ${names}. Buy the rest before the first cut, and cut the longest first.`,
      value: wanted,
      limit: coils.reduce((sum, { length, count }) => sum + length * count, 0),
      source: coils.some(({ ofKit }) => ofKit) ? 'The kit’s own list' : 'Coils as written down',
    })
  })

const RULES: readonly LayRule[] = [
  partInSolid,
  partsOverlap,
  partLow,
  partNearHeat,
  shieldPlanned,
  exhaustInTank,
  noCrossMembers,
  runBlocked,
  bendTooTight,
  lineNearHeat,
  partsApart,
  harnessShort,
  shortSlack,
  cutShort,
  wheelSpray,
  airbagTrim,
  hoseTooShort,
  tubeShort,
  ...STAND_RULES,
]

/** All that Lay notices. */
export const layRules = (input: LayRuleInput): Note[] => applyRules(RULES, input)

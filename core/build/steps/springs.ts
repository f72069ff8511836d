import { PRACTICE } from '../../catalog/practice'
import { mountingOf } from '../../catalog/truckGeometry'
import type { AirPlan, BuildPlan, Side } from '../../document/types'
import type { Pass } from '../../catalog/fastenings'
import type { BuildFacts, Step, StepValue, Tightening, TruckOfBuild } from '../types'
import { stepList } from './stepList'
import { bracketWords, drillStep, isDrilled } from './upperBracket'

/** What the steps of one spring are made from. */
export interface SpringWork {
  truck: TruckOfBuild
  air: AirPlan
  coilWay: BuildPlan['coilWay']
  facts: BuildFacts
  side: Side
  /** The side that was done before this one; null for the first. */
  after: Side | null
  /** Steps that come first, with the reason. */
  before: Record<string, string>
  /** Entries of the register that go back with this side: coils and stops, with the last one. */
  putsBack: readonly string[]
}

/** Words for a spacer, with its size; empty without one. */
function spacerWords({ spacer, spacerAt, cup }: AirPlan): {
  words: string
  values: Record<string, StepValue>
} {
  if (spacer === 0) return { words: '', values: {} }
  const where = spacerAt === 'above' ? 'over' : 'under'
  return {
    words: ` Spacer of {spacer} ${where} the spring, its cup facing ${cup}: a raise cup lies with its flat side to the bag.`,
    values: { spacer: { value: spacer, quantity: 'length' } },
  }
}

/** Where the studs and the port are on the spring, as far as its sheet tells. */
function springWords({ spring }: BuildFacts): { words: string; values: Record<string, StepValue> } {
  if (!spring) return { words: '', values: {} }
  const { portLow, portOut, studOut } = spring
  const values: Record<string, StepValue> = {}
  if (studOut > 0) values.stud = { value: studOut, quantity: 'length' }
  if (portOut > 0) values.port = { value: portOut, quantity: 'length' }
  const stud = studOut > 0 ? ' Studs stand {stud} from its middle.' : ''
  const end = portLow ? ' The port is at its lower end' : ' The port is at its upper end'
  const port = portOut > 0 ? `${end}, {port} from its middle.` : portLow ? `${end}.` : ''
  return { words: stud + port, values }
}

const named = (side: Side) => (side === 'left' ? 'Left' : 'Right')
const groupOf = (side: Side) => `${named(side)} spring`

/** How the second side differs from the first: what the plan knows of it. */
function asBefore({ side, after, facts }: SpringWork): string {
  if (after === null) return ''
  const own =
    facts.exhaustSide === side
      ? ' But the exhaust is on this side: shield first, and look at the room to the pipe.'
      : ''
  return `As on the ${after}, mirrored: ports and tabs face the other way round.${own} `
}

/** Names of the joints of a spring between frame and axle, in the order of tightening. */
export function springJointIds(truck: Pick<TruckOfBuild, 'suspension' | 'bracket'>, side: Side): string[] {
  if (mountingOf(truck.suspension) === 'coil') return []
  const { lower, brace } = truck.bracket
  return [
    ...(lower === 'clamps'
      ? ['clamp-front', 'clamp-rear']
      : lower === 'strap'
        ? ['strap', 'lower']
        : ['lower']),
    'upper',
    ...(brace ? ['brace'] : []),
    'foot',
  ].map((name) => `${name}-${side}`)
}
const turned = (joints: readonly string[], pass: Pass): Tightening[] =>
  joints.map((joint) => ({ joint, pass }))

const springIds = (air: AirPlan, side: Side) =>
  Object.entries(air.components).flatMap(([id, c]) => (c.kind === 'spring' && c.side === side ? [id] : []))

/** The spring of one side, from the bench to its last torque. */
export function springSteps(work: SpringWork): Step[] {
  if (mountingOf(work.truck.suspension) !== 'coil') return betweenSteps(work)
  return work.coilWay === 'out' ? coilOutSteps(work) : coilInSteps(work)
}

/** A spring between bracket and axle: over a leaf pack, beside a coil, or on a trailing arm. */
function betweenSteps(work: SpringWork): Step[] {
  const { truck, air, facts, side, before } = work
  const { steps, add } = stepList()
  const group = groupOf(side)
  const joints = springJointIds(truck, side)
  const bracket = bracketWords(facts)
  const own = springWords(facts)
  const spacer = spacerWords(air)
  const parts = springIds(air, side)
  const part = parts[0] ?? null
  const opens = { parts }
  const beside = truck.suspension.kind === 'coil' ? ', and clear of the coil all round' : ''
  if (isDrilled(facts)) steps.push(drillStep(group, side, facts))
  add(
    group,
    `fitting-${side}`,
    `Screw the air fitting into the ${side} spring`,
    'Finger tight and 1.5 turns, or until its sealant is hidden. Its height over the bag stays under the sheet’s limit, {limit} is usual, because the frame is above it. Where the top nut is reached blind, rather too loose, and tightened if it leaks. It is soaped like any joint.',
    {
      place: 'bench',
      part,
      values: { limit: { value: PRACTICE.fittingHeight.value, quantity: 'length' } },
      way: 'The port faces away from tyre and exhaust, as the sheet shows.',
      tools: ['Small wrench'],
      minutes: 1,
      opens,
      after: { sheet: 'The sheet says which way the port faces.', ...before },
    },
  )
  add(
    group,
    `bench-${side}`,
    `Put the ${side} spring and brackets together on the bench`,
    `${asBefore(work)}Roll plates over and under, square-neck bolts in their holes before the bag closes them in and held while it is turned over; plate nuts two finger tight, then all to their torque. Burrs and welds under the bag ground smooth. Foot screws finger tight: they are tightened last of all. Match-mark each stud and hole.${own.words}${spacer.words}`,
    {
      place: 'bench',
      part,
      values: { ...own.values, ...spacer.values },
      facts: Object.keys(spacer.values),
      choices: { spring: air.springClass, ...(air.spacer > 0 ? { cup: air.cup, at: air.spacerAt } : {}) },
      way: 'Large holes and tabs as the sheet shows; a bracket the wrong way round rubs the bag through years later.',
      tightens: [
        { joint: `plate-${side}`, pass: 'loose' },
        { joint: `plate-${side}`, pass: 'final' },
      ],
      minutes: 6,
      opens,
      tools: ['Torque wrench', 'Marker', 'File'],
      after: { ...before, [`fitting-${side}`]: 'Its hole is closed in by the bracket.' },
    },
  )
  add(
    group,
    `spring-${side}`,
    `Set the ${side} spring, bolts finger tight`,
    `${bracket.words}; lower bracket ${lowerWords(truck)}; everything loose until it stands straight.`,
    {
      part,
      values: bracket.values,
      choices: { upper: truck.bracket.hold, lower: truck.bracket.lower },
      way: 'Match marks together; large holes and tabs as on the bench.',
      tightens: turned(joints, 'loose'),
      minutes: 8,
      opens,
      after: {
        clear: 'Make room first.',
        'close-gap': 'The gap is closed first.',
        ...before,
        [`bench-${side}`]: 'It is put together on the bench first.',
        [`drill-${side}`]: 'Holes before anything hangs in front of them.',
      },
    },
  )
  add(
    group,
    `align-${side}`,
    `Bring the ${side} spring in line`,
    `Seen from behind and from the side it stands upright, both ends flat${beside}. Nuts snug, not more. Hold the nut and turn the bolt where the bag would turn.`,
    {
      part,
      tightens: turned(joints, 'snug'),
      minutes: 2,
      after: { [`spring-${side}`]: 'It hangs loose first.' },
    },
  )
  add(
    group,
    `torque-${side}`,
    `Tighten the ${side} side: ${TIGHT_WORDS[truck.bracket.lower]}, upper, foot screws last`,
    'Strap evenly, side about side; then the rest in this order; look between whether it still stands upright. Foot screws last of all, no tighter than given. Where the kit’s sheet has another order, that one.',
    {
      part,
      tightens: turned(joints, 'final'),
      minutes: 5,
      tools: ['Torque wrench'],
      after: { [`align-${side}`]: 'Align first, tighten after.' },
    },
  )
  const driven = truck.raisedBy === 'frame' || truck.raisedBy === 'hoist'
  const rooms = facts.rooms.filter((room) => room.side === null || room.side === side)
  const values = Object.fromEntries(
    rooms.map(({ room }, i) => [`room${i}`, { value: room, quantity: 'length' as const }]),
  )
  const expected = rooms.map(({ label }, i) => `{room${i}} to the ${label.replace(/^the /, '')}`).join(', ')
  const says = expected ? `The plan says, at the tightest: ${expected}. ` : ''
  add(
    group,
    `fit-${side}`,
    `Test fit on the ${side}: measure the least room`,
    driven
      ? `Wheel on, axle driven from full droop to the stop by the jack, spring without air. ${says}Where it touches, say by how much: move it in its slots, trim, or set the bracket under instead of over.`
      : `As it stands, spring without air. ${says}Where it touches, say by how much: move it in its slots, or trim.`,
    {
      part,
      values,
      // A room that was read beside another spring says nothing about this one.
      choices: { spring: air.springClass },
      reads:
        rooms.length > 0
          ? rooms.map((room) => ({
              id: `room-${room.on.replace(/[^a-z0-9]+/gi, '-')}`,
              label: `Least room to the ${room.label.replace(/^the /, '')}`,
              quantity: 'length' as const,
              expected: room.room,
              room,
            }))
          : [{ id: 'room', label: 'Least room read', quantity: 'length', expected: null }],
      minutes: 3,
      tools: ['Tape', ...(driven ? ['Jack'] : [])],
      cautions: ['No air in the spring, no hand in the gap while the axle moves.'],
      after: { [`torque-${side}`]: 'It is measured as it will stand.' },
    },
  )
  return steps
}

/** How the lower bracket is held: over a leaf pack, or beside a coil on the axle or a trailing arm. */
function lowerWords({ suspension, bracket }: TruckOfBuild): string {
  return suspension.kind === 'coil' ? BESIDE_COIL[bracket.lower] : OVER_LEAVES[bracket.lower]
}
const OVER_LEAVES: Record<TruckOfBuild['bracket']['lower'], string> = {
  strap:
    'on the axle by its strap and U-bolts, flat against the leaves or on the strike plate, spacer under its tabs where the kit has one',
  'u-bolts': 'on the axle by U-bolts round the tube, flat on it',
  clamps: 'on the axle by its clamps, one in front of and one behind the axle, flat against the leaves',
}
const BESIDE_COIL: Record<TruckOfBuild['bracket']['lower'], string> = {
  strap: 'by its strap and U-bolts, flat on the axle seat or the trailing arm, no strap over a brake line',
  'u-bolts': 'by U-bolts round axle tube or trailing arm, flat on it, clear of the arm’s own bush',
  clamps: 'by its clamps, one in front and one behind, flat on the axle seat or the trailing arm',
}
const TIGHT_WORDS: Record<TruckOfBuild['bracket']['lower'], string> = {
  strap: 'strap, lower',
  'u-bolts': 'lower',
  clamps: 'clamps',
}

/** Drilling the seat where the coil's seats have no hole for the stem. */
function seatHole({ truck, side, before }: SpringWork): Step[] {
  if (truck.coil.hole !== 'none') return []
  const { steps, add } = stepList()
  add(
    groupOf(side),
    `seat-hole-${side}`,
    `Drill the ${side} lower seat for the stem`,
    'One hole in the middle of the seat, as large as the sheet says; its edge broken and painted, a grommet in it.',
    {
      tools: ['Step drill', 'Zinc paint', 'Grommet'],
      minutes: 6,
      cautions: ['Eye protection. Look behind first: fuel, brake and wire.'],
      after: { clear: 'Make room first.', ...before },
    },
  )
  return steps
}

const STEM_LINE =
  'Line with its sleeve through seat and gap first, then on the stem over every barb, clamp behind the last; pulled through as the insert goes in.'

/** An insert that goes through the coil where it stands. */
function coilInSteps(work: SpringWork): Step[] {
  const { air, truck, side, before } = work
  const { steps, add } = stepList()
  const group = groupOf(side)
  const spacer = spacerWords(air)
  const parts = springIds(air, side)
  const part = parts[0] ?? null
  steps.push(...seatHole(work))
  add(
    group,
    `cap-${side}`,
    `Press the air out of the ${side} insert and cap it`,
    `${asBefore(work)}Cap off, air pressed out, rolled flat or folded, cap on so that it stays flat.`,
    {
      place: 'bench',
      part,
      minutes: 1,
      opens: { parts },
      after: { sheet: 'The sheet says which end is up.', ...before },
    },
  )
  add(group, `stem-${side}`, `Line on the ${side} insert’s stem`, STEM_LINE, {
    part,
    way:
      truck.coil.hole === 'upper'
        ? 'Stem up, to the hole in the upper seat.'
        : 'Stem down, to the hole in the lower seat.',
    tools: ['Clamp pliers'],
    minutes: 2,
    opens: { parts },
    after: {
      [`cap-${side}`]: 'Flat first.',
      [`seat-hole-${side}`]: 'The hole first.',
      clear: 'Make room first.',
    },
  })
  add(
    group,
    `spring-${side}`,
    `Push the ${side} insert into its coil`,
    `Through the coil’s widest gap, by hand or with something blunt, nothing sharp. Then cap off, so that it takes its shape; turned until the stem meets the hole; the line pulled snug.${spacer.words}`,
    {
      part,
      values: spacer.values,
      facts: Object.keys(spacer.values),
      choices: { spring: air.springClass, hole: truck.coil.hole },
      way: truck.coil.hole === 'upper' ? 'Stem up.' : 'Stem down.',
      minutes: 7,
      opens: { parts },
      cautions: ['The axle is lowered slowly, hoses watched.'],
      after: {
        clear: 'Make room first.',
        'close-gap': 'The gap is closed first.',
        'stop-cut': 'The stop is cut first.',
        ...before,
        [`stem-${side}`]: 'With the insert in, the stem is not reached.',
      },
    },
  )
  roundInsert(work, add, `spring-${side}`)
  return steps
}

/** An insert that goes in with the coil taken out. */
function coilOutSteps(work: SpringWork): Step[] {
  const { air, facts, truck, side, before } = work
  const { steps, add } = stepList()
  const group = groupOf(side)
  const spacer = spacerWords(air)
  const parts = springIds(air, side)
  const part = parts[0] ?? null
  steps.push(...seatHole(work))
  add(
    group,
    `spring-${side}`,
    `Insert and sleeve into the ${side} coil`,
    `${asBefore(work)}Sleeve round it, over both shoulders; into the coil on the bench.${spacer.words} ${STEM_LINE}`,
    {
      place: 'bench',
      part,
      values: spacer.values,
      facts: Object.keys(spacer.values),
      choices: { spring: air.springClass, hole: truck.coil.hole },
      way: truck.coil.hole === 'upper' ? 'Stem up.' : 'Stem down.',
      tools: ['Clamp pliers'],
      minutes: 8,
      opens: { parts },
      after: { 'free-coils': 'The coil is out first.', 'stop-cut': 'The stop is cut first.', ...before },
    },
  )
  add(
    group,
    `held-${side}`,
    `Try the ${side} insert’s joints while they can be seen`,
    'The insert fully inside its coil and the coil guarded: air to {proof}, no more than the sheet says; stem and clamp soaped; air out again.',
    {
      place: 'bench',
      part,
      values: { proof: { value: facts.firstFill ?? 0, quantity: 'pressure' } },
      tools: ['Inflator with gauge', 'Soap'],
      cautions: ['Never inflate an insert outside its coil. Nobody in line with its ends.'],
      minutes: 4,
      after: { [`spring-${side}`]: 'Only held by its coil does it bear air.' },
    },
  )
  add(
    group,
    `stack-${side}`,
    `Put the ${side} coil back, in the order it came`,
    'Stop, seats and rubbers as they were marked; line through support, stop and seat before the coil closes it in; axle up on the jack until the coil is held.',
    {
      part,
      putsBack: work.putsBack,
      minutes: 8,
      cautions: ['Hands off the seats while the axle comes up.'],
      after: { [`held-${side}`]: 'In the truck its joints are not seen again.', clear: 'Make room first.' },
    },
  )
  roundInsert(work, add, `stack-${side}`)
  return steps
}

function roundInsert({ side }: SpringWork, add: ReturnType<typeof stepList>['add'], first: string): void {
  add(
    groupOf(side),
    `torque-${side}`,
    `Let the ${side} side up and look round the insert`,
    'The coil closes evenly round it, no fold is nipped, the stem and its line stand free of every edge. Least room from insert or line to anything that moves.',
    {
      reads: [{ id: 'room', label: 'Least room read', quantity: 'length', expected: null }],
      minutes: 2,
      after: { [first]: 'The insert goes in first.' },
    },
  )
}

/** The load that closed the gap comes off again, and the height of the springs is checked. */
export function openGapSteps({ closingLoad, springHeight }: BuildFacts): Step[] {
  if (closingLoad === null || !springHeight) return []
  const { steps, add } = stepList()
  add(
    'Close',
    'open-gap',
    'Take the load off again, slowly',
    'The frame rises and draws the springs out: each stands at {height} then, of {highest} that it reaches. Look that both ends sit flat.',
    {
      values: {
        height: { value: springHeight.height, quantity: 'length' },
        highest: { value: springHeight.highest, quantity: 'length' },
      },
      cautions: ['Nobody under it, no hand near a spring, while the load comes off.'],
      minutes: 6,
      after: {
        'torque-left': 'Both springs are fastened first.',
        'torque-right': 'Both springs are fastened first.',
      },
    },
  )
  return steps
}

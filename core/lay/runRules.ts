import { catalogueTube } from '../catalog/joints'
import { PRACTICE } from '../catalog/practice'
import { TUBES, type TubeClass } from '../catalog/tubes'
import { fitShield, HEAT, note, type LayRule } from './ruleInput'
import { hangsUnderRail } from './run/hanging'
import { AIRBAG_TRIM, stripOf } from './run/strip'
import { solidsOf } from './space/room'
import { capitalised } from './space/solid'
import type { LayResult } from './types'

/**
 * Rules on lines and wires: whether and by what they can be run, how tight, how close to heat, and what they
 * are cut from.
 */

function blockedText({ inTheWay, throughPlaces }: LayResult['routes'][number]): string {
  if (throughPlaces) return 'It cannot be run by the places it is made to pass'
  if (inTheWay) return `${capitalised(inTheWay)} is in the way at one of its ends`
  return 'Between its ends everything is in the way'
}

/** A run that cannot be made names the limit that blocks it, and what to move. */
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

/** A corner without room for the bend of the tube. */
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
    // If a line ends at a part that is too close itself, or behind that part's shield, the part has the note.
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

/** A run below the rail’s lower edge, where nothing guards it from stones and stands. */
const runHangsLow: LayRule = ({ r, truck }) =>
  r.routes.flatMap((route) => {
    const by = route.wayless ? 0 : hangsUnderRail(route.points, truck)
    if (by <= HANGS) return []
    return note({
      rule: 'run-hangs-low',
      rank: 'know',
      subject: route.id,
      value: by,
      title: `${route.fromLabel} to ${route.toLabel} hangs under the rail`,
      text: 'It hangs {value} lower than the rail’s lower edge, where stones and stands reach it: loom or a length of hose over it there, or make it pass a place higher up.',
      source: 'Common practice',
    })
  })
/** Rounding of the rails’ rise, m. */
const HANGS = 0.002

const SPARE_HARNESS = PRACTICE.spareHarness.value

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

/** What is left for remaking fittings; the axle's travel is in each line's own slack. */
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

/** A line cut shorter than its way, told before it is pulled tight. */
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

/** Runs into the cab that climb a pillar: there may be a curtain airbag behind its trim. */
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

/** A hose with its ends on comes in standard lengths, and none is long enough. */
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

/** The coils of a tube against what is cut from it, told before the last line comes out too short. */
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

export const RUN_RULES: readonly LayRule[] = [
  runHangsLow,
  runBlocked,
  bendTooTight,
  lineNearHeat,
  harnessShort,
  shortSlack,
  cutShort,
  airbagTrim,
  hoseTooShort,
  tubeShort,
]

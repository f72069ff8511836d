import { SUPPLY_KINDS } from '../../catalog/kinds'
import { jointAt } from '../../catalog/joints'
import { PRACTICE } from '../../catalog/practice'
import type { AirPlan } from '../../document/types'
import type { Note, Remedy } from '../../quantity/figure'
import { allOfKinds, connectedParts, endsAt, firstOfKind, labelInSentence } from '../circuit/connections'
import { operationRemedy } from '../circuit/offered'
import { teeOff } from '../circuit/operations'
import {
  worstPressures,
  type FaultPressure,
  type GuardFault,
  type PressureSeen,
} from '../circuit/worstPressure'
import { partOf, tubeOf } from '../parts/parts'
import type { RuleInput } from '../types'
import { airNote, isTube, sheetRemedy, usualAgain, type AirRule } from './common'

/** Parts and lines against the pressure they see: with everything working, and with any one guard failed. */

/** Tolerance for rounding of a rating typed in another unit, as a factor. */
const ROUNDING = 1.0001

/** A part or a line with its rating and the pressures it may see. */
interface Rated {
  id: string
  name: string
  rated: number
  seen: PressureSeen
  isLine: boolean
  isSpring: boolean
}

type Seen = ReadonlyMap<string, PressureSeen>

function ratedParts({ plan, set }: RuleInput, seen: Seen): Rated[] {
  const parts = [...seen].flatMap(([id, at]): Rated[] => {
    const { kind, label } = plan.components[id]!
    const isSpring = kind === 'spring'
    const rated = isSpring ? set.spring?.maxPressure : partOf(plan, id).figures.maxPressure
    if (rated === undefined || kind === 'relief' || SUPPLY_KINDS.includes(kind)) return []
    return [{ id, name: label, rated, seen: at, isLine: false, isSpring }]
  })
  const lines = Object.entries(plan.lines).flatMap(([id, line]): Rated[] => {
    const tube = tubeOf(plan, line)
    const [from, to] = [seen.get(line.from), seen.get(line.to)]
    if (!isTube(plan, id) || !tube || !from || !to) return []
    const name = `The line from the ${labelInSentence(plan, line.from)}`
    const between = alongLine(from, to)
    return [{ id, name, rated: tube.maxPressure, seen: between, isLine: true, isSpring: false }]
  })
  return [...parts, ...lines]
}

/** Pressure in a line: for each failure, and with everything working, the lower of its ends. */
function alongLine(from: PressureSeen, to: PressureSeen): PressureSeen {
  const faults = from.faults.flatMap((one) => {
    const other = to.faults.find((f) => f.fault === one.fault)
    return other ? [other.pressure < one.pressure ? other : one] : []
  })
  return { normal: Math.min(from.normal, to.normal), faults }
}

const SOURCE = 'Class of the part (common practice); its own sheet rules'

/** Braided hose for the lines over their rating, if it is enough. */
const braided = (plan: AirPlan, lines: readonly Rated[], most: number): Remedy | undefined =>
  most <= (tubeOf(plan, { tube: 'braided-1-4' })?.maxPressure ?? 0)
    ? {
        label: lines.length > 1 ? 'Take braided hose for these lines' : 'Take braided hose there',
        patches: lines.map(({ id }) => ({
          op: 'replace',
          path: ['air', 'lines', id, 'tube'],
          value: 'braided-1-4',
        })),
      }
    : undefined

const normalOverRating = ({ plan }: RuleInput, parts: readonly Rated[]): Note[] =>
  parts.flatMap((part) => {
    const { seen, rated } = part
    // The operator sets the spring pressure; it is not checked here.
    if (part.isSpring || seen.normal <= rated * ROUNDING) return []
    return airNote({
      rule: 'part-pressure',
      rank: 'stop',
      subject: part.id,
      value: seen.normal,
      limit: rated,
      title: `${part.name} is rated below what it sees`,
      text: 'It may see {value}; it is rated for {limit}. Take one rated higher, or a regulator before it.',
      source: part.isLine ? 'SAE J844 (memory) or class of the hose' : SOURCE,
      remedy: part.isLine ? braided(plan, [part], seen.normal) : undefined,
    })
  })

const FAULT_TEXT: Record<GuardFault['what'], string> = {
  'switch-welded': 'welds shut',
  'regulator-open': 'sticks open',
  'check-reversed': 'is put in the wrong way round',
  'relief-shut': 'sticks shut',
}

/** Failures after which air comes without anybody asking for it. */
const FILLS_BY_ITSELF: readonly GuardFault['what'][] = ['switch-welded', 'regulator-open']

/** A part over its rating at one failure. */
interface Hit extends Rated, Omit<FaultPressure, 'fault'> {}

/** One note for each failure: the part with the least margin, and how many more exceed their ratings. */
function faultOverRating(input: RuleInput, parts: readonly Rated[]): Note[] {
  const hits = new Map<GuardFault, Hit[]>()
  for (const part of parts) {
    if (!part.isSpring && part.seen.normal > part.rated * ROUNDING) continue
    for (const { fault, ...at } of part.seen.faults) {
      // The operator sets the spring pressure, except for air that comes by itself.
      const counts = !part.isSpring || FILLS_BY_ITSELF.includes(fault.what)
      if (!counts || at.pressure <= part.rated * ROUNDING) continue
      hits.set(fault, [...(hits.get(fault) ?? []), { ...part, ...at }])
    }
  }
  return [...hits].map(([fault, hit]) => faultNote(input, fault, hit))
}

function faultNote(input: RuleInput, fault: GuardFault, hit: readonly Hit[]): Note {
  const { plan } = input
  const worst = hit.reduce((a, b) => (b.pressure / b.rated > a.pressure / a.rated ? b : a))
  const { relief, rated } = worst
  const others = hit.length - 1
  const held = relief
    ? ` The ${labelInSentence(plan, relief.id)} holds it there${relief.enough ? '' : ', too small for all that the supply gives'}.`
    : ''
  const ownRelief = (part: Hit) => endsAt(plan, part.id).some((e) => e.other === part.relief?.id)
  const more = others > 0 ? ` So ${others === 1 ? 'does one more part' : `do ${others} more`}.` : ''
  return airNote({
    rule: 'fault-pressure',
    rank: hit.every(ownRelief) ? 'fix' : 'stop',
    subject: worst.id,
    value: worst.pressure,
    limit: rated,
    title: `${worst.name} would be over its rating if one guard fails`,
    text: `If the ${labelInSentence(plan, fault.part)} ${FAULT_TEXT[fault.what]}, it sees {value}; it is rated for {limit}.${more}${held}`,
    source: `${SOURCE}; a relief valve is wide open 10 % over its set pressure, a pump gives up 10 % over its rating (common practice)`,
    remedy: faultRemedy(input, fault, hit),
  })
}

/**
 * A relief valve set low enough for the weakest of these parts, a new one if there is none, or stronger hose.
 */
function faultRemedy(
  { plan, supply }: RuleInput,
  fault: GuardFault,
  hit: readonly Hit[],
): Remedy | undefined {
  const least = Math.min(...hit.map((part) => part.rated))
  const most = Math.max(...hit.map((part) => part.pressure))
  const set = Math.floor(least / (1 + PRACTICE.reliefBand.value) / 1000) * 1000
  const { relief } = hit[0]!
  const aboveCutOut = supply?.cutOut == null || set > supply.cutOut
  if (relief?.enough && aboveCutOut && hit.every((part) => part.relief?.id === relief.id))
    return sheetRemedy('Set the relief valve lower', relief.id, 'set', set)
  if (hit.every((part) => part.isLine)) return braided(plan, hit, most)
  const both = fault.what === 'switch-welded' ? lowerBoth(plan, fault.part, set) : undefined
  if (both) return both
  const guarded =
    fault.what === 'regulator-open'
      ? { port: 'out', above: partOf(plan, fault.part).figures.set! }
      : fault.what === 'switch-welded' && supply?.cutOut != null
        ? { port: 'in', above: supply.cutOut }
        : null
  const line = guarded ? tubeNear(plan, fault.part, guarded.port) : undefined
  if (!guarded || line === undefined || set <= guarded.above) return undefined
  return operationRemedy(plan, 'Tee a relief valve in', (air) => {
    const next = teeOff(line, 'relief')(air)
    const made = Object.keys(next.components).find(
      (id) => !(id in air.components) && next.components[id]!.kind === 'relief',
    )!
    const part = { ...next.components[made]!, sheet: { set } }
    return { ...next, components: { ...next.components, [made]: part } }
  })
}

/** The line at a part's port; if the part is screwed into another, a line of that one. */
function tubeNear(plan: AirPlan, part: string, port: string): string | undefined {
  const end = endsAt(plan, part).find((e) => e.port === port)
  if (!end || isTube(plan, end.line)) return end?.line
  return endsAt(plan, end.other).find((e) => isTube(plan, e.line))?.line
}

const CUT_OUT_SHARE = PRACTICE.cutOutShare.value

/** A relief valve set above what the supply ever gives is useless: it is set lower, and the switch below it. */
function lowerBoth(plan: AirPlan, pressureSwitch: string, set: number): Remedy | undefined {
  const [relief] = [
    ...connectedParts(plan, pressureSwitch, ['check', 'block', 'paddle', 'regulator']),
  ].filter((id) => plan.components[id]!.kind === 'relief')
  if (relief === undefined) return undefined
  const cutOut = Math.floor((set * CUT_OUT_SHARE) / 1000) * 1000
  const cutIn = Math.max(cutOut - PRACTICE.switchHysteresis.value, 0)
  return {
    label: 'Set the relief valve and the pressure switch lower',
    patches: [
      ...sheetRemedy('', relief, 'set', set).patches,
      ...sheetRemedy('', pressureSwitch, 'cutOut', cutOut).patches,
      ...sheetRemedy('', pressureSwitch, 'cutIn', cutIn).patches,
    ],
  }
}

/**
 * A relief valve away from the tank that would open with everything working; the tank's own has another rule.
 */
function reliefBlows({ plan }: RuleInput, seen: Seen): Note[] {
  const tank = firstOfKind(plan, 'tank')
  if (!tank) return []
  const own = connectedParts(plan, tank, ['check', 'regulator', 'block', 'paddle', 'solenoid', 'heightValve'])
  return allOfKinds(plan, 'relief').flatMap((id) => {
    const opens = partOf(plan, id).figures.set!
    const normal = seen.get(id)?.normal ?? 0
    if (own.has(id) || normal < opens) return []
    return airNote({
      rule: 'relief-blows',
      rank: 'fix',
      subject: id,
      value: normal,
      limit: opens,
      title: `The ${labelInSentence(plan, id)} blows with everything working`,
      text: 'It opens at {limit} and sees {value}: it never shuts, and the supply never stops. Set it higher, or a regulator before it lower.',
      source: SOURCE,
    })
  })
}

/** Tube of about the same bore whose joints stand the same pressure. */
const nylonThere = (id: string): Remedy => ({
  label: 'Take nylon tube with push-fits there',
  patches: [{ op: 'replace', path: ['air', 'lines', id, 'tube'], value: 'nylon-1-4' }],
})

/** A joint weaker than its tube, at what the line sees with everything working. */
const jointsOverRating = ({ plan }: RuleInput, parts: readonly Rated[]): Note[] =>
  parts
    .filter((part) => part.isLine)
    .flatMap(({ id, seen }) =>
      (['from', 'to'] as const).flatMap((end) => {
        const line = plan.lines[id]!
        const joint = jointAt(plan, id, line, end)
        if (joint.maxPressure === null || seen.normal <= joint.maxPressure * ROUNDING) return []
        return airNote({
          rule: 'joint-pressure',
          rank: 'stop',
          subject: id,
          value: seen.normal,
          limit: joint.maxPressure,
          title: `A ${joint.label} under more than it holds`,
          text: `At the ${labelInSentence(plan, line[end])} it sees {value} with everything working; it holds {limit}.`,
          source: 'From memory; the fitting’s own sheet rules',
          remedy: usualAgain(plan, id, end) ?? nylonThere(id),
        })
      }),
    )

/** All notes from one computation of the pressures. */
export const worstPressureRules: AirRule = (input) => {
  const seen = worstPressures(input.plan, input.set.spring?.maxPressure ?? 0)
  const parts = ratedParts(input, seen)
  return [
    ...normalOverRating(input, parts),
    ...jointsOverRating(input, parts),
    ...faultOverRating(input, parts),
    ...reliefBlows(input, seen),
  ]
}

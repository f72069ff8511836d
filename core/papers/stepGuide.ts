import { FASTENINGS, PASS_WORDS, socketOf } from '../catalog/fastenings'
import { typedFastener } from '../build/fasteners'
import { jointMap } from '../build/evidence'
import type { Joint } from '../build/joint'
import { stepText } from '../build/stepText'
import type { Step, Tightening } from '../build/types'
import type { Derived } from '../derive/types'
import type { Plan } from '../document/types'
import { isInCab, partBox, solidsOf } from '../lay/space/room'
import type { Solid } from '../lay/space/solid'
import { laidSize } from '../lay/space/stand'
import { stripOf, type StripPiece } from '../lay/run/strip'
import { tapedPlace } from '../lay/tapes'
import type { Route } from '../lay/types'
import { TERMINAL_NAME, type WireRow } from '../power/wires'
import { showText, type UnitChoice } from '../quantity/units'

/**
 * Everything the plan knows that a step needs under the truck, in words and in the shop's units: where, which
 * way, along which edge, how tight and with what.
 */
export interface StepGuide {
  what: string
  where: string[]
  way: string[]
  /** The line's way, tie by tie. */
  run: string[]
  holes: string[]
  /** Both ends of each wire, with its terminals. */
  ends: string[]
  joints: JointGuide[]
  /** Of the step and of its joints, each once. */
  tools: string[]
}

export interface JointGuide {
  id: string
  label: string
  /** Number and kind of its fasteners: "2 bolts M10 8.8 of 30 mm". */
  fasteners: string
  /** In the order in which they go on. */
  members: readonly string[]
  locker: string
  /** Socket, key or driver; empty if it is closed by hand. */
  tool: string
  passes: string[]
  /** Torque of the kit's sheet, N·m; null while nobody typed one, or without any. */
  torque: number | null
  /** How tight, without a torque. */
  until: string
}

/** What guides are made from, kept while a job stays as it is. */
export interface GuideSource {
  plan: Plan
  derived: Derived
  units: UnitChoice
  solids: readonly Solid[]
  joints: ReadonlyMap<string, Joint>
}

export const guideSource = (plan: Plan, derived: Derived, units: UnitChoice): GuideSource => ({
  plan,
  derived,
  units,
  solids: solidsOf(derived.stages.truck.result.truck, plan.air, plan.lay.solids),
  joints: jointMap(derived.stages.build.result.joints),
})

/** The guide of one step. */
export function stepGuide(step: Step, source: GuideSource): StepGuide {
  const { result } = source.derived.stages.lay
  const route = result.routes.find(({ id }) => id === step.line)
  const joints = guidesOf(step.tightens, source)
  const stands = UP_WORDS[result.stands[step.part ?? '']?.up ?? 'upright']
  return {
    what: stepText(step, source.units),
    where:
      step.id.startsWith('mount-') && step.place !== 'bench' && step.part
        ? whereWords(step.part, source)
        : [],
    way: [step.way, step.id.startsWith('mount-') ? stands : ''].filter((words) => words !== ''),
    run: route && !route.wayless ? runWords(route, source) : [],
    holes: holeWords([step.line, step.part], source),
    ends: wiresOfStep(step.id, source).map((row) => endWords(row, source)),
    joints,
    tools: [...new Set([...step.tools, ...joints.map(({ tool }) => tool)])].filter((tool) => tool !== ''),
  }
}

const UP_WORDS = {
  upright: '',
  side: 'The plan has it lying on its side.',
  over: 'The plan has it upside down.',
}

/** Where a part goes: what holds it, and two edges for the tape. */
function whereWords(part: string, { plan, derived, units, solids }: GuideSource): string[] {
  const { places, stands } = derived.stages.lay.result
  const place = places[part]
  if (!place || !plan.air.components[part]) return []
  if (isInCab(plan.air, part)) return ['In the cab.']
  const { on, tapes } = tapedPlace(partBox(place, laidSize(plan.air, stands, part)), solids)
  const length = (value: number) => showText(value, 'length', units)
  return [
    ...(on ? [`${on[0]!.toUpperCase()}${on.slice(1)}.`] : []),
    ...tapes.map(({ of, far, way, from }) => `Its ${of} ${length(far)} ${way} ${from}.`),
  ]
}

const WAYS: Record<StripPiece['way'], string> = {
  ahead: 'ahead',
  back: 'back',
  left: 'to the left',
  right: 'to the right',
  up: 'up',
  down: 'down',
}

/** A line piece by piece, with where its ties go. */
function runWords(route: Route, { units, solids }: GuideSource): string[] {
  const length = (value: number) => showText(value, 'run', units)
  return stripOf(route, solids).map((piece) => {
    const along = piece.along ? ` along ${piece.along}` : ''
    const through = piece.through.length > 0 ? `, through ${piece.through.join(' and ')} with a grommet` : ''
    const ties =
      piece.ties.length > 0
        ? `; ${piece.ties.length === 1 ? 'a tie' : `${piece.ties.length} ties`} at ${piece.ties.map(length).join(', ')}`
        : ''
    return `${length(piece.length)} ${WAYS[piece.way]}${along}${through}${ties}.`
  })
}

/** Holes to drill for a line or a part, with what is behind them. */
function holeWords(ids: readonly (string | null)[], { derived, units }: GuideSource): string[] {
  const length = (value: number) => showText(value, 'length', units)
  return derived.stages.lay.result.holes.flatMap(({ runs, through, drill, grommet, behind }) => {
    if (drill === null || !runs.some((id) => ids.includes(id))) return []
    const sleeve = grommet === null ? '' : `, grommet of ${length(grommet)} inside`
    const near = behind.map(({ label, far }) => `${label} ${length(far)} away`).join(', ')
    return [
      `Drill ${length(drill)} through ${through}${sleeve}. Behind it: ${near || 'nothing that the plan knows; look first'}.`,
    ]
  })
}

/** The wires that a step makes or connects. */
export function wiresOfStep(step: string, { derived }: GuideSource): readonly WireRow[] {
  const { rows } = derived.stages.power.result
  if (step === 'feed' || step === 'earth') return rows.filter(({ id }) => id === step)
  return step === 'loom' || step === 'wires' ? rows.filter(({ id }) => id !== 'feed' && id !== 'earth') : []
}

/** A wire's two ends: what it meets there, and the terminal for it. */
function endWords({ mark, colour, ends }: WireRow, { units }: GuideSource): string {
  const end = ({ at, terminal, barrel, strip, folded }: WireRow['ends'][number]) =>
    `${at}, ${TERMINAL_NAME[terminal]} (${barrel}), stripped ${showText(strip, 'length', units)}${folded ? ', folded back' : ''}`
  return `${mark}, ${colour}: ${end(ends[0])}; ${end(ends[1])}.`
}

/** The tool of a joint whose thread nobody typed. */
const UNKNOWN_SOCKET = 'Socket and wrench: the size is on the kit’s sheet'

const COUNTED: Record<string, string> = {
  panel: 'nut',
  wheel: 'set of wheel nuts',
  screw: 'cutting screw',
  earth: 'screw',
  flathead: 'screw',
}

/** The joints that a step turns, each once, with its passes. */
function guidesOf(tightens: readonly Tightening[], { plan, units, joints }: GuideSource): JointGuide[] {
  return [...new Set(tightens.map(({ joint }) => joint))].flatMap((id): JointGuide[] => {
    const joint = joints.get(id)
    if (!joint) return []
    const kind = FASTENINGS[joint.fastening]
    const typed = typedFastener(plan.build, joint.fastening)
    const size = typed ? ` ${typed.thread} ${typed.grade}` : ''
    const long = joint.length === null ? '' : ` of ${showText(joint.length, 'length', units)}`
    const name =
      COUNTED[joint.fastening] ??
      (joint.fastening === 'u-bolt' || joint.fastening === 'lower' || joint.fastening === 'strap'
        ? 'nut'
        : 'bolt')
    const socket = typed ? socketOf(typed.thread) : null
    const own = kind.tools.find((tool) => /key|driver|wrench|brace/i.test(tool))
    return [
      {
        id,
        label: joint.label,
        fasteners: `${joint.count} ${name}${joint.count === 1 ? '' : 's'}${size}${long}`,
        members: kind.members,
        locker: kind.locker,
        tool: own ?? (socket ? `Socket ${socket}` : kind.usual ? UNKNOWN_SOCKET : ''),
        passes: tightens.filter(({ joint: of }) => of === id).map(({ pass }) => PASS_WORDS[pass]),
        torque: kind.usual ? (typed?.torque ?? null) : null,
        until: kind.until ?? '',
      },
    ]
  })
}

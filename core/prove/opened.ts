import { KINDS } from '../catalog/kinds'
import type {
  AirPath,
  AirPlan,
  HoldTest,
  LayPlan,
  LeakRepair,
  Opening,
  ProvePlan,
  ComponentKind,
} from '../document/types'
import { roadLeft, type RoadCheck } from './road'
import type { LeakPlace, OpenedCheck, OpenedTest } from './types'

/**
 * A proof counts for what was proved until somebody opens it. A build step, a repair or a new cut opens; soap,
 * a hold test, a function test or a look proves.
 */

/** A date without a time, such as `2026-02-03`. */
const DAY_ONLY = /^\d{4}-\d\d-\d\d$/
const DAY = 86_400_000

/**
 * True if a proof made at one moment still counts after an opening at another. It does at the same moment, and
 * on the same day if only the day is known. A proof without a date does not.
 */
export function provedAfter(proved: string, opened: string): boolean {
  const [p, o] = [Date.parse(proved), Date.parse(opened)]
  if (Number.isNaN(o)) return true
  if (Number.isNaN(p)) return false
  const byDay = DAY_ONLY.test(proved) || DAY_ONLY.test(opened)
  return byDay ? Math.floor(p / DAY) >= Math.floor(o / DAY) : p >= o
}

/** The newest of several openings; null if there is none. */
const newestOf = (openings: readonly Opening[]): Opening | null =>
  openings.reduce<Opening | null>((last, next) => (last && provedAfter(last.at, next.at) ? last : next), null)

/** What repairs opened. A repaired bag came off, and its line with it. */
export const openedByRepairs = (
  repairs: readonly LeakRepair[],
  labelOf: (place: string) => string,
): Opening[] =>
  repairs.map(({ place, kind, at }) => ({
    parts: kind === 'spring' ? [place.split(':')[0]!] : [],
    lines: [],
    places: [place],
    at,
    what: `Repaired: ${labelOf(place)}`,
  }))

/** What a new cut opened: both ends of the line. */
export const openedByCuts = (
  { recut }: Pick<LayPlan, 'recut'>,
  labelOf: (line: string) => string,
): Opening[] =>
  Object.entries(recut).map(([line, at]) => ({
    parts: [],
    lines: [line],
    places: [],
    at,
    what: `Cut anew: ${labelOf(line)}`,
  }))

/** The newest opening of a place; null if nobody has opened it. */
export const openingOf = (
  openings: readonly Opening[],
  { id, at }: Pick<LeakPlace, 'id' | 'at'>,
): Opening | null => {
  const line = id.slice(0, id.lastIndexOf(':'))
  return newestOf(
    openings.filter(
      ({ parts, lines, places }) => parts.includes(at) || lines.includes(line) || places.includes(id),
    ),
  )
}

/** The newest opening after the proof of a place; null if the proof still counts. */
export function openedSince(
  openings: readonly Opening[],
  place: Pick<LeakPlace, 'id' | 'at'>,
  proved: string,
): Opening | null {
  const opening = openingOf(openings, place)
  return opening && !provedAfter(proved, opening.at) ? opening : null
}

const SIDES_OF: Record<AirPath, readonly AirPath[]> = {
  left: ['left', 'both'],
  right: ['right', 'both'],
  both: ['left', 'right', 'both'],
  supply: ['supply'],
}

/** The newest opening, after a hold test began, of anything it covers; null if the test still counts. */
export function openedSinceHold(
  openings: readonly Opening[],
  places: readonly LeakPlace[],
  { side, startedAt, plugged }: Pick<HoldTest, 'side' | 'startedAt' | 'plugged'>,
): Opening | null {
  const mine = places.filter((p) => SIDES_OF[side].includes(p.side) && !(plugged && p.atValve))
  return newestOf(mine.flatMap((place) => openedSince(openings, place, startedAt) ?? []))
}

/**
 * Kinds of parts that a function test covers, by how its id begins. A test that names its part covers that
 * part.
 */
const TRIED: Readonly<Record<string, readonly ComponentKind[]>> = {
  charge: ['compressor', 'belt', 'pressureSwitch', 'tank'],
  cab: ['cabSwitch'],
  up: ['compressor', 'block', 'paddle', 'solenoid', 'heightValve', 'controller'],
  down: ['block', 'paddle', 'solenoid', 'heightValve', 'controller'],
  memory: ['block'],
  'keep-up': ['block'],
  lock: ['controller'],
  'cut-in': ['compressor', 'pressureSwitch'],
  seat: ['block'],
}
const NAMES_PART = /^(?:relief|gauge|draw|dump)-(.+)$/

/**
 * Parts of a circuit that a function test covers. @param id of the test or of one of its sights, such as
 * `relief-main:stamped`
 */
export function partsTried(air: AirPlan, id: string): string[] {
  const test = id.slice(0, id.lastIndexOf(':') < 0 ? undefined : id.lastIndexOf(':'))
  const named = NAMES_PART.exec(test)
  if (named) return air.components[named[1]!] ? [named[1]!] : []
  const begins = Object.keys(TRIED).find((name) => test === name || test.startsWith(`${name}-`))
  const kinds = begins === undefined ? [] : TRIED[begins]!
  return Object.entries(air.components).flatMap(([part, { kind }]) => (kinds.includes(kind) ? [part] : []))
}

/** Function readings whose parts have been opened since. */
export const openedTests = (
  { functions }: ProvePlan,
  air: AirPlan,
  openings: readonly Opening[],
): OpenedTest[] =>
  Object.entries(functions).flatMap(([id, { at }]): OpenedTest[] => {
    const found = partsTried(air, id).flatMap((part) => {
      const opening = newestOf(openings.filter(({ parts }) => parts.includes(part)))
      return opening && !provedAfter(at, opening.at) ? [{ part, opening }] : []
    })[0]
    if (!found) return []
    const { label, kind } = air.components[found.part]!
    return [{ id, label: label || KINDS[kind].label, ...found }]
  })

/** True if an opening affects something that is inspected after the road. */
function bearsOn(check: RoadCheck, air: AirPlan, { parts, lines }: Opening): boolean {
  const springs = parts.filter((part) => air.components[part]?.kind === 'spring')
  const side = (['left', 'right'] as const).find((s) => check.id.endsWith(`-${s}`))
  if (check.id.startsWith('clear-')) return springs.some((part) => air.components[part]!.side === side)
  if (check.id.startsWith('pressure-'))
    return (
      springs.some((part) => air.components[part]!.side === side) ||
      lines.some((line) => air.lines[line]?.path === side || air.lines[line]?.path === 'both')
    )
  if (check.id === 'lines') return lines.length > 0 || parts.length > 0
  return parts.length > 0
}

/** Checks after the road whose parts were opened afterwards. */
export function openedChecks(
  checks: readonly RoadCheck[],
  prove: ProvePlan,
  air: AirPlan,
  openings: readonly Opening[],
): OpenedCheck[] {
  const left = new Set(roadLeft(checks, prove).map(({ id }) => id))
  return checks.flatMap((check): OpenedCheck[] => {
    if (left.has(check.id)) return []
    const opening = newestOf(openings.filter((one) => bearsOn(check, air, one)))
    return opening && !provedAfter(prove.road[check.id]!.at, opening.at) ? [{ check, opening }] : []
  })
}

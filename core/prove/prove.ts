import type { SpringClass } from '../catalog/springs'
import { ordered, type AirPlan, type Opening, type ProvePlan, type Soap } from '../document/types'
import { STANDARD_ATMOSPHERE } from '../quantity/constants'
import { noMemo, stateOf, type Memo, type StageOutput } from '../quantity/stage'
import { isOfThisCircuit } from './covers'
import { proveFigures } from './figures'
import { readHolds } from './holds'
import { jointsOf, standingSoap } from './joints'
import { openedByRepairs, openedChecks, openedSince, openedSinceHold, openedTests } from './opened'
import { leakPlaces, nextThings, partName, rankPlaces } from './ranking'
import { roadChecks, roadLeft } from './road'
import { proveRules } from './rules'
import { NEXT_DAY } from './settings'
import {
  HELD_SIDES,
  type HeldSide,
  type HoldResult,
  type Joint,
  type LeakEvidence,
  type LeakPlace,
  type OpenedPlace,
  type ProveResult,
  type SideProved,
  type SidesHeld,
  type TestVolumes,
} from './types'

/**
 * Hold tests corrected for temperature, soap findings, and what is still to prove.
 * @param atmosphere Pa, for readings without a barometer
 * @param isWired whether anything is wired
 * @param opened what the build and new cuts opened
 * @param memo keeps the hold tests that a change does not affect
 */
export function proveStage(
  prove: ProvePlan,
  air: AirPlan,
  spring: SpringClass | null,
  volumes: TestVolumes,
  atmosphere: number,
  isWired: boolean,
  opened: readonly Opening[],
  memo: Memo = noMemo,
): StageOutput<ProveResult> {
  const joints = jointsOf(air)
  const places = leakPlaces(air, joints)
  const labelOf = (id: string) => places.find((place) => place.id === id)?.label ?? id
  const openings = [...opened, ...openedByRepairs(Object.values(prove.repairs), labelOf)]
  const holds = readHolds(
    prove,
    spring,
    volumes,
    atmosphere,
    {
      ofThisCircuit: (test) => isOfThisCircuit(test, air, spring),
      openedSince: (test) => openedSinceHold(openings, places, test),
    },
    memo,
  )
  const seen = { ...standingSoap(joints, prove), ...soapBeside(places, joints, prove) }
  const openedPlaces = places.flatMap((place): OpenedPlace[] => {
    const found = prove.soap[place.id]
    // An opening does not undo a leak that was seen, unless it is known to have come later.
    if (!seen[place.id] || !found || (found.finding !== 'dry' && found.at === '')) return []
    const opening = openedSince(openings, place, found.at)
    return opening ? [{ id: place.id, label: place.label, opening }] : []
  })
  const soap = without(
    seen,
    openedPlaces.map(({ id }) => id),
  )
  const evidence: LeakEvidence = {
    soap,
    sides: sidesHeld(prove, holds, false),
    plugged: sidesHeld(prove, holds, true),
  }
  const ranked = rankPlaces(places, evidence)
  const next = nextThings(ranked, evidence, (part) => partName(air, part))
  const checks = roadChecks(air, isWired)
  const roadOpened = openedChecks(checks, prove, air, openings)
  const testsOpened = openedTests(prove, air, openings)
  const result: ProveResult = {
    holds,
    joints,
    soap,
    places: ranked,
    next,
    evidence,
    volumes,
    atmosphere,
    roadChecks: checks,
    roadLeft: [...roadLeft(checks, prove), ...roadOpened.map(({ check }) => check)],
    opened: { places: openedPlaces, tests: testsOpened, road: roadOpened },
    functionsStand: Object.keys(prove.functions).length - testsOpened.length,
    sides: sidesOf(air, places).map((side) => sideProved(side, prove, holds)),
  }
  const notes = proveRules(prove, result, spring)
  const soaped = Object.keys(result.soap).length
  const count = Object.keys(holds).length
  const isHeldWhole = count > 0 && result.sides.every(({ held }) => held)
  const done = soaped === places.length && isHeldWhole
  const newest = ordered(prove.holds).at(-1)
  const last = newest ? holds[newest[0]]! : null
  return {
    figures: proveFigures(prove, result),
    notes,
    state: stateOf(notes, done ? 'clear' : soaped + count > 0 ? 'begun' : 'none'),
    headline: { text: headlineOf(last) },
    result,
  }
}

/** Sides of a circuit that are held separately. A supply without a tank holds too little air to test. */
const sidesOf = (air: AirPlan, places: readonly LeakPlace[]): HeldSide[] =>
  HELD_SIDES.filter((side) =>
    side === 'supply'
      ? Object.values(air.components).some(({ kind }) => kind === 'tank')
      : places.some((p) => p.side === side || p.side === 'both'),
  )

/** What the tests of a side say that had nothing plugged off and still count. */
function sideProved(side: HeldSide, prove: ProvePlan, holds: Record<string, HoldResult>): SideProved {
  const tight = Object.values(holds).filter(({ id, verdict, isWhole }) => {
    const of = prove.holds[id]!.side
    return verdict === 'tight' && isWhole && (of === side || (of === 'both' && side !== 'supply'))
  })
  return { side, held: tight.length > 0, nextDay: tight.some(({ duration }) => duration >= NEXT_DAY) }
}

const without = <T>(record: Record<string, T>, ids: readonly string[]): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([id]) => !ids.includes(id)))

/** Soap findings at places that are no end of a line. */
function soapBeside(
  places: readonly LeakPlace[],
  joints: readonly Joint[],
  { soap }: ProvePlan,
): Record<string, Soap> {
  const ends = new Set(joints.map(({ id }) => id))
  return Object.fromEntries(
    places.flatMap(({ id }) => (!ends.has(id) && soap[id] ? [[id, soap[id].finding]] : [])),
  )
}

/**
 * What the newest test of each side says, made on this circuit, with the valves plugged off or without. A test
 * of both sides counts for either if it is tight.
 */
function sidesHeld(prove: ProvePlan, holds: Record<string, HoldResult>, plugged: boolean): SidesHeld {
  const sides: Record<'left' | 'right' | 'supply', SidesHeld['left']> = {
    left: null,
    right: null,
    supply: null,
  }
  for (const [id, test] of ordered(prove.holds)) {
    const { verdict, leak } = holds[id]!
    if (test.plugged !== plugged || !verdict || verdict === 'cannot tell' || !leak) continue
    const said = { verdict, freeAir: Math.max(leak.leak, 0) / STANDARD_ATMOSPHERE }
    if (test.side !== 'both') sides[test.side] = said
    else if (verdict === 'tight') sides.left = sides.right = said
  }
  return sides
}

/** What the newest test says, or what is missing. */
function headlineOf(newest: HoldResult | null): string {
  if (!newest) return 'no test yet'
  if (!newest.ofThisCircuit || newest.opened) return 'test again'
  return newest.verdict ?? 'readings wanted'
}

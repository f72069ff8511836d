import type { SpringClass } from '../catalog/springs'
import {
  OTHER_PLACES,
  ordered,
  type AirPlan,
  type LeakPlaceKind,
  type ProvePlan,
  type Soap,
} from '../document/types'
import { STANDARD_ATMOSPHERE } from '../quantity/constants'
import { stateOf, type StageOutput } from '../quantity/stage'
import { isOfThisCircuit } from './covers'
import { proveFigures } from './figures'
import { readHolds } from './holds'
import { jointsOf, standingSoap } from './joints'
import { leakPlaces, nextThings, partName, rankPlaces } from './ranking'
import { roadChecks, roadLeft } from './road'
import { proveRules } from './rules'
import type { HoldResult, LeakEvidence, LeakPlace, ProveResult, SidesHeld, TestVolumes } from './types'

/**
 * Hold tests with temperature taken out, soap findings, and what is still to prove.
 * @param atmosphere Pa, around readings that name no barometer; `isWired` whether anything runs on wires.
 */
export function proveStage(
  prove: ProvePlan,
  air: AirPlan,
  spring: SpringClass | null,
  volumes: TestVolumes,
  atmosphere: number,
  isWired: boolean,
): StageOutput<ProveResult> {
  const joints = jointsOf(air)
  const holds = readHolds(prove, spring, volumes, atmosphere, (test) => isOfThisCircuit(test, air, spring))
  const places = leakPlaces(air, joints)
  const soap = { ...standingSoap(joints, prove), ...soapBeside(places, prove) }
  const evidence: LeakEvidence = {
    soap,
    sides: sidesHeld(prove, holds, false),
    plugged: sidesHeld(prove, holds, true),
  }
  const ranked = rankPlaces(places, evidence)
  const next = nextThings(ranked, evidence, (part) => partName(air, part))
  const checks = roadChecks(air, isWired)
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
    roadLeft: roadLeft(checks, prove),
  }
  const notes = proveRules(prove, result, spring)
  const soaped = Object.keys(result.soap).length
  const count = Object.keys(holds).length
  const passedHold = Object.values(holds).some((h) => h.verdict === 'tight' && h.isWhole)
  const done = soaped === places.length && passedHold
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

/** What soap showed at places that are no joints. */
const soapBeside = (places: readonly LeakPlace[], { soap }: ProvePlan): Record<string, Soap> =>
  Object.fromEntries(
    places.flatMap(({ id, kind }) => (isOther(kind) && soap[id] ? [[id, soap[id].finding]] : [])),
  )
const isOther = (kind: LeakPlaceKind) => (OTHER_PLACES as readonly LeakPlaceKind[]).includes(kind)

/**
 * What the newest test of each side says, made on this circuit, with the valves plugged off or without; one
 * of both sides stands for either where it is tight.
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

/** What the newest test says, or what is wanted instead. */
function headlineOf(newest: HoldResult | null): string {
  if (!newest) return 'no test yet'
  if (!newest.ofThisCircuit) return 'test again'
  return newest.verdict ?? 'readings wanted'
}

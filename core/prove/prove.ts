import type { SpringClass } from '../catalog/springs'
import { ordered, type AirPlan, type ProvePlan } from '../document/types'
import { stateOf, type StageOutput } from '../quantity/stage'
import { isOfThisCircuit } from './covers'
import { proveFigures } from './figures'
import { readHolds } from './holds'
import { jointsOf, standingSoap } from './joints'
import { proveRules } from './rules'
import type { HoldResult, ProveResult, TestVolumes } from './types'

/**
 * Hold tests with temperature taken out, soap findings, and what is still to prove.
 * @param atmosphere Pa, around readings that name no barometer.
 */
export function proveStage(
  prove: ProvePlan,
  air: AirPlan,
  spring: SpringClass | null,
  volumes: TestVolumes,
  atmosphere: number,
): StageOutput<ProveResult> {
  const joints = jointsOf(air)
  const holds = readHolds(prove, volumes, atmosphere, (test) => isOfThisCircuit(test, air, spring))
  const result: ProveResult = { holds, joints, soap: standingSoap(joints, prove), volumes, atmosphere }
  const notes = proveRules(prove, result, spring)
  const soaped = Object.keys(result.soap).length
  const count = Object.keys(holds).length
  const passedHold = Object.values(holds).some((h) => h.verdict === 'tight')
  const done = soaped === joints.length && passedHold
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

/** What the newest test says, or what is wanted instead. */
function headlineOf(newest: HoldResult | null): string {
  if (!newest) return 'no test yet'
  if (!newest.ofThisCircuit) return 'test again'
  return newest.verdict ?? 'readings wanted'
}

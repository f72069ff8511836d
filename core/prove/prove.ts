import type { SpringClass } from '../catalog/springs'
import { ordered, type AirPlan, type ProvePlan } from '../document/types'
import { stateOf, type StageOutput } from '../quantity/stage'
import { proveFigures } from './figures'
import { readHolds } from './holds'
import { jointsOf } from './joints'
import { proveRules } from './rules'
import type { ProveResult, TestVolumes } from './types'

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
  const result: ProveResult = {
    holds: readHolds(prove, volumes, atmosphere),
    joints: jointsOf(air),
    volumes,
    atmosphere,
  }
  const { holds, joints } = result
  const notes = proveRules(prove, result, spring)
  const soaped = joints.filter((j) => prove.soap[j.id]).length
  const count = Object.keys(holds).length
  const passedHold = Object.values(holds).some((h) => h.verdict === 'tight')
  const done = soaped === joints.length && passedHold
  const newest = ordered(prove.holds).at(-1)
  const verdict = newest ? holds[newest[0]]?.verdict : undefined
  return {
    figures: proveFigures(prove, result),
    notes,
    state: stateOf(notes, done ? 'clear' : soaped + count > 0 ? 'begun' : 'none'),
    headline: { text: verdict ?? (count ? 'readings wanted' : 'no test yet') },
    result,
  }
}

import { allOfKinds } from '../air/circuit/connections'
import { circuitAsItRuns } from '../air/circuit/states'
import { runBoth, type Arrangement, type PairDrive, type PairResult } from '../air/levelling/bothCorners'
import { PRACTICE } from '../catalog/practice'
import type { Plan } from '../document/types'
import { levelLoopOf } from './levelLoops'
import type { Derived } from '../derive/types'
import { rollBar } from '../truck/rollBar'

/** Both rear corners of a plan that levels itself: the haul put on, and a wheel on a kerb. SI. */

export const PAIR_DRIVES = [
  { id: 'load', label: 'The haul put on, side by side' },
  { id: 'kerb', label: 'Left wheel on a kerb, and off again' },
] as const
export type PairDriveId = (typeof PAIR_DRIVES)[number]['id']

export const ARRANGEMENT_LABELS: Record<Arrangement, string> = {
  sides: 'One a side',
  middle: 'One in the middle',
  swapped: 'One a side, left and right swapped',
}

/** A usual kerb, m, and from when to when the wheel stands on it, s. */
const KERB = { high: PRACTICE.kerb.value, from: 5, to: 65 }

/** How the circuit has its valves or sensors: one in the middle, or one a side. */
export function arrangementOf(plan: Pick<Plan, 'air'>): Arrangement {
  return allOfKinds(circuitAsItRuns(plan.air), 'heightValve', 'heightSensor').length > 1 ? 'sides' : 'middle'
}

/** Both corners over a drive in one arrangement; null where nothing levels itself, or no such haul. */
export function runPair(
  plan: Plan,
  derived: Derived,
  haulId: string,
  drive: PairDriveId,
  arrangement: Arrangement,
): PairResult | null {
  const loop = levelLoopOf(plan, derived, haulId)
  if (!loop) return null
  const { haulForce: left, rightForce: right, corner, supply, leveller } = loop
  const on = { left, right }
  const flat = { left: 0, right: 0 }
  const drives: Record<PairDriveId, PairDrive> = {
    load: { seconds: 180, road: () => flat, force: (t) => (t < 2 ? flat : on) },
    kerb: {
      seconds: 180,
      road: (t) => ({ left: t > KERB.from && t < KERB.to ? KERB.high : 0, right: 0 }),
      force: () => on,
    },
  }
  const bar = rollBar(derived.stages.truck.result.truck)
  return runBoth(corner, supply, leveller, arrangement, drives[drive], bar)
}

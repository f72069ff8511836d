import { springsTeed } from '../air/circuit/connections'
import { circuitAsItRuns } from '../air/circuit/states'
import { airSet, withArea } from '../air/parts/parts'
import { withAnswers, type Answers } from '../air/run/answers'
import type { AirPlan, Plan } from '../document/types'
import type { RoadTrial } from '../load/types'
import { atmosphereAt } from '../quantity/atmosphere'
import { STAGES, type Rank } from '../quantity/figure'
import { createMemo, type DeriverMemo } from './memo'
import { bareAir, fill, holdsPlaceholders } from './names'
import { airRoom, sourceRoom } from './rooms/air'
import { buildRoom } from './rooms/build'
import { handoverRoom } from './rooms/handover'
import { layRoom } from './rooms/lay'
import { loadRoom, needsRoom } from './rooms/load'
import { feedRoom, powerRoom, wiringRoom } from './rooms/power'
import { proveRoom } from './rooms/prove'
import { trialRoom, truckRoom } from './rooms/truck'
import { levelledRoom, tuneRoom } from './rooms/tune'
import type { Derived, Stages } from './types'

export interface Deriver {
  /**
   * Takes a plan and, when available, the answers of runs of its circuit (`answerPlan`), which join Air's own.
   */
  (plan: Plan, answers?: Answers | null): Derived
  /** A copy that starts with what this one has computed and leaves it unchanged, to try an edit. */
  copy(): Deriver
}

/**
 * Derives everything from a plan, room by room in the order of work. Only this file knows that order. A room is
 * not computed again while what it reads is the same.
 */
export function createDeriver(memo = createMemo()): Deriver {
  const derive = (plan: Plan, answers: Answers | null = null): Derived => {
    const stages = deriveStages(plan, answers, memo)
    return { stages, notes: byRank(stages) }
  }
  return Object.assign(derive, { copy: () => createDeriver(memo.copy()) })
}

function deriveStages(whole: Plan, answers: Answers | null, memo: DeriverMemo): Stages {
  const bare = holdsPlaceholders(whole) ? { air: whole.air, names: [] } : bareAir(whole.air)
  const plan = { ...whole, air: memo.same('bare air', bare.air) }
  const names = memo.same('names', bare.names)
  const trial = trialRoom(plan, memo)
  const circuit = memo('circuit', [plan.air, trial], () => circuitTried(plan.air, trial))
  const base = {
    plan,
    trial,
    circuit,
    set: airSet(circuit),
    teed: springsTeed(circuit),
    atmosphere: atmosphereAt(plan.job.altitude),
  }
  const truck = truckRoom(base, memo)
  const load = loadRoom({ ...base, truck }, memo)
  const lay = layRoom(base, memo)
  const needs = needsRoom({ truck, load }, memo)
  const feed = feedRoom({ ...base, needs, lay }, memo)
  const wiring = wiringRoom({ ...base, feed, lay }, memo)
  const source = sourceRoom({ wiring }, memo)
  const air = airRoom({ ...base, needs, source, wiring }, memo)
  const power = powerRoom({ ...base, feed, wiring, lay, air }, memo)
  const tune = tuneRoom({ ...base, needs, air, lay }, memo)
  const build = buildRoom({ ...base, names, truck, lay, power }, memo)
  const prove = proveRoom({ ...base, air, lay, power, build }, memo)
  const named = fill({ truck, load, air, lay, power, tune, build, prove }, names)
  const before = answers ? withRuns(whole, named, answers, memo) : named
  const notes = Object.values(before).flatMap((stage) => stage.notes)
  return { ...before, handover: handoverRoom({ ...base, ...before, notes }, memo) }
}

type BeforeHandover = Omit<Stages, 'handover'>

/** The stages with what runs of the circuit answered. */
const withRuns = (
  plan: Plan,
  stages: BeforeHandover,
  answers: Answers,
  memo: DeriverMemo,
): BeforeHandover => ({
  ...stages,
  air: memo('ran', [stages.air, answers], () => withAnswers(stages.air, answers)),
  tune: levelledRoom({ plan, tune: stages.tune, answers }, memo),
})

/** The circuit as it runs, its spring with the area that the road trial found. */
const circuitTried = (air: AirPlan, trial: RoadTrial | null): AirPlan =>
  circuitAsItRuns(trial ? withArea(air, trial.area.factor) : air)

const RANKS: readonly Rank[] = ['stop', 'fix', 'know']

/** All notes: Stops first, and within a rank in the order of work. */
const byRank = (stages: Stages): Derived['notes'] =>
  RANKS.flatMap((rank) => STAGES.flatMap((name) => stages[name].notes.filter((n) => n.rank === rank)))

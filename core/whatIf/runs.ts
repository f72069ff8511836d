import { OverBudgetError, StuckError } from '../air/dynamics/rosenbrock'
import { circuitAsItRuns } from '../air/circuit/states'
import { airSet } from '../air/parts/parts'
import { answeredScenarios, answersFromRuns, type Answers, type LevelEnd } from '../air/run/answers'
import { runScenario } from '../air/run/run'
import { plannedScenarios } from '../air/run/scenarios'
import { RUN_SETTINGS } from '../air/run/settings'
import type { HaulSet, NamedScenario, RunFacts, RunFailure, RunResult } from '../air/run/types'
import { volumeOfSet, withSet, type SetChoice, type SetTried } from '../air/run/whichSet'
import { ordered, type Plan, type Scenario } from '../document/types'
import { springsUnder } from '../load/airNeeds'
import { NoBalanceError } from '../load/body'
import { createDeriver } from '../derive/derive'
import { levelLoopOf, runLevel } from './levelLoops'
import type { Derived } from '../derive/types'

/**
 * What the truck and the places of the parts give to a run.
 * @throws without a spring class, because there is nothing to fill
 */
export function runFacts(plan: Plan, { stages }: Derived): RunFacts {
  const { truck } = stages.truck.result
  const { spring, hauls } = stages.load.result
  const springClass = airSet(circuitAsItRuns(plan.air)).spring
  if (!spring || !springClass)
    throw new Error('Choose a spring class first: without one there is nothing to fill.')
  return {
    lengths: Object.fromEntries(stages.lay.result.routes.map((r) => [r.id, r.cut])),
    springs: (haul) =>
      springsUnder(truck, spring, springClass, haul === null ? null : (hauls[haul]?.body ?? null)),
    levelAt: {
      left: spring.designHeight,
      right: spring.designHeight,
      perHeight: 1 / truck.suspension.motionRatio,
    },
    site: stages.air.result.site,
  }
}

/** Target pressures of each haul, left and right, Pa gauge; one pressure if the springs are teed. */
export function haulSets(plan: Plan, { stages }: Derived): HaulSet[] {
  const { hauls } = stages.load.result
  return ordered(plan.hauls).flatMap(([id, { label }]) => {
    const solved = hauls[id]
    if (!solved) return []
    const left = solved.left.pressure
    const right = solved.right.pressure
    if (!stages.air.result.teed) return [{ id, label, left, right }]
    const most = Math.max(left, right)
    return [{ id, label, left: most, right: most }]
  })
}

/**
 * Scenarios that may be run on a plan's circuit: those that follow from the plan, then those written for it.
 */
export function scenariosOf(plan: Plan, derived: Derived): NamedScenario[] {
  const { spring } = derived.stages.load.result
  if (!spring) return []
  // A written one with the name of an automatic one replaces it.
  return [
    ...plannedScenarios(circuitAsItRuns(plan.air), haulSets(plan, derived), spring.minPressure).filter(
      (s) => !plan.air.scenarios[s.id],
    ),
    ...ordered(plan.air.scenarios).map(([id, s]) => ({ ...s, id })),
  ]
}

/**
 * Runs a scenario on a plan: its own circuit, line lengths, springs, truck and haul. It takes some tenths of a
 * second, so it runs in a worker.
 * @throws what {@link runFailure} recognises if it cannot be run
 */
export function runPlan(plan: Plan, derived: Derived, scenario: Scenario): RunResult {
  return runScenario(circuitAsItRuns(plan.air), runFacts(plan, derived), scenario, {
    work: { left: RUN_SETTINGS.work },
  })
}

/** Why a run did not finish, from what it threw; null if that was something else. */
export function runFailure(error: unknown): RunFailure | null {
  if (error instanceof OverBudgetError) return 'work'
  if (error instanceof StuckError) return 'stuck'
  return error instanceof NoBalanceError ? 'balance' : null
}

/**
 * Results of runs of the plan's circuit: figures and notes of Air beyond what is derived at every keystroke.
 * The page does this in a worker.
 */
export function answerPlan(plan: Plan, derived: Derived): Answers {
  const circuit = circuitAsItRuns(plan.air)
  const { spring } = airSet(circuit)
  if (!spring || !derived.stages.load.result.spring) return { figures: {}, notes: [], levels: {} }
  const wanted = answeredScenarios(circuit, scenariosOf(plan, derived))
  const facts = runFacts(plan, derived)
  const runs: Record<string, RunResult> = {}
  const failures: Record<string, RunFailure> = {}
  let { work: left } = RUN_SETTINGS
  for (const s of wanted) {
    const work = { left: Math.min(left, RUN_SETTINGS.workOfOne) }
    const given = work.left
    try {
      runs[s.id] = runScenario(circuit, facts, s, { work })
    } catch (error) {
      const failure = runFailure(error)
      if (!failure) throw error
      failures[s.id] = failure
    }
    left -= given - work.left
  }
  const { springVolume, current, compressors } = derived.stages.air.result
  const answers = answersFromRuns({
    air: circuit,
    spring,
    sets: haulSets(plan, derived),
    scenarios: wanted,
    runs,
    failures,
    springVolume,
    plannedCurrent: current * compressors,
  })
  return { ...answers, levels: levelEnds(plan, derived) }
}

/** The side that hunts more, otherwise the one that is level later or never. */
function worseOf(left: LevelEnd, right: LevelEnd): LevelEnd {
  const swing = ({ hunting }: LevelEnd) => hunting?.amplitude ?? 0
  if (swing(left) !== swing(right)) return swing(left) > swing(right) ? left : right
  return (left.levelAt ?? Infinity) >= (right.levelAt ?? Infinity) ? left : right
}

/** Levelling with every haul put on: the worse of its two sides. */
function levelEnds(plan: Plan, derived: Derived): Answers['levels'] {
  return Object.fromEntries(
    Object.keys(derived.stages.load.result.hauls).flatMap((id) => {
      const loop = levelLoopOf(plan, derived, id)
      if (!loop) return []
      const forces = [...new Set([loop.haulForce, loop.rightForce])]
      const ends = forces.map((haulForce): LevelEnd => runLevel({ ...loop, haulForce }, 'load'))
      const { levelAt, off, hunting } = ends.reduce(worseOf)
      return [[id, { levelAt, off, hunting }]]
    }),
  )
}

/**
 * One set tried on a plan: its circuit with the set put in, loaded at the minimum and raised, for each haul.
 */
export function trySet(plan: Plan, choice: SetChoice): SetTried {
  const next: Plan = { ...plan, air: withSet(plan.air, choice) }
  const derived = createDeriver()(next)
  const minimum = derived.stages.load.result.spring?.minPressure ?? 0
  const byHaul: Record<string, number | null> = {}
  let overshoot = 0
  // A full tank may be enough for a fill; its compressor starts anyway, sooner or later.
  let current = choice.tank === null ? 0 : derived.stages.air.result.current
  for (const set of haulSets(next, derived)) {
    const [up] = plannedScenarios(circuitAsItRuns(next.air), [set], minimum).filter(
      (s) => s.id === `up-${set.id}`,
    )
    const result = runPlan(next, derived, { ...up!, steps: up!.steps.slice(0, 1) })
    byHaul[set.id] = result.brought[0] ?? null
    overshoot = Math.max(overshoot, result.results[0]?.overshoot ?? 0)
    current = Math.max(current, result.highestCurrent)
  }
  const times = Object.values(byHaul)
  return {
    ...choice,
    seconds: times.some((t) => t === null) ? null : Math.max(0, ...times.map((t) => t ?? 0)),
    byHaul,
    overshoot,
    current,
    volume: volumeOfSet(choice),
  }
}

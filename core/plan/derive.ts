import { airStage, type AirNeed, type AirResult } from '../air/air'
import { springsTeed } from '../air/circuit'
import { buildStage, type BuildResult } from '../build/build'
import { handoverStage, type DriverSheet } from '../handover/handover'
import { layStage, type LayResult } from '../lay/lay'
import { answering, answersOf, type Answers } from '../air/answers'
import { StuckError } from '../air/rosenbrock'
import { airSet, springOf } from '../air/parts'
import type { RunFacts } from '../air/plant'
import { runScenario, type RunResult } from '../air/run'
import { plannedScenarios, type NamedScenario } from '../air/scenarios'
import { volumeOfSet, withSet, type SetChoice, type SetTried } from '../air/whichSet'
import { springVolume } from '../catalog/springVolume'
import { bodyLoad, rearSteel, settle, squatAt, steelForce } from '../load/body'
import { sampleDoubt, type Sampled } from '../load/doubt'
import { loadStage, type HaulResult, type LoadResult } from '../load/load'
import type { LevelSpring } from '../load/level'
import { powerStage, type PowerResult } from '../power/power'
import { proveStage, testVolumes, type ProveResult } from '../prove/prove'
import { STAGES, type Note, type Rank, type StageName } from '../quantity/figure'
import type { Keep, StageOutput } from '../quantity/stage'
import { truckStage, type TruckResult } from '../truck/truck'
import { tuneStage, type TuneResult } from '../tune/tune'
import { ordered, type Plan, type Scenario, type Truck } from './types'

export interface Stages {
  truck: StageOutput<TruckResult>
  load: StageOutput<LoadResult>
  air: StageOutput<AirResult>
  lay: StageOutput<LayResult>
  power: StageOutput<PowerResult>
  tune: StageOutput<TuneResult>
  build: StageOutput<BuildResult>
  prove: StageOutput<ProveResult>
  handover: StageOutput<DriverSheet>
}

export type { Answers, NamedScenario, RunResult, Sampled, Scenario }
export interface Derived {
  stages: Stages
  notes: Note[]
}

const RANKS: readonly Rank[] = ['stop', 'fix', 'know']

/**
 * Derives everything from a plan, stage by stage in the order of work. The only file that knows that order.
 * A stage whose inputs are the very same objects as last time is not computed again.
 * @returns takes a plan and, once they are in, the answers of runs of its circuit ({@link answerPlan}): they join Air's own.
 */
export function createDeriver(): (plan: Plan, answers?: Answers | null) => Derived {
  const kept = new Map<string, { inputs: unknown[]; output: unknown }>()
  const keep: Keep = <T>(name: string, inputs: unknown[], compute: () => T): T => {
    const last = kept.get(name)
    if (last && last.inputs.length === inputs.length && last.inputs.every((v, i) => v === inputs[i]))
      return last.output as T
    const output = compute()
    kept.set(name, { inputs, output })
    return output
  }
  const stage = <T>(name: StageName | 'ran', inputs: unknown[], compute: () => T) =>
    keep(name, inputs, compute)

  return (plan, answers = null) => {
    const set = airSet(plan.air)
    const teed = springsTeed(plan.air)
    const truck = stage(
      'truck',
      [plan.truck, set.spring, plan.air.spacer, plan.air.droop, plan.air.sheet],
      () => truckStage(plan.truck, set.spring, plan.air, keep),
    )
    const load = stage('load', [truck.result.facts, truck.result.rubOf, plan.hauls, set.spring, teed], () =>
      loadStage(truck.result.facts, truck.result.rubOf, plan.hauls, set.spring, teed, keep),
    )
    const air = stage('air', [load, plan.air], () =>
      airStage(plan.air, plan.truck, needsOf(truck.result.truck, load.result)),
    )
    const lay = stage('lay', [plan.lay, plan.truck, plan.air], () =>
      layStage(plan.lay, plan.truck, plan.air, set),
    )
    const power = stage('power', [plan.power, air, lay], () =>
      powerStage(
        plan.power,
        plan.truck,
        { compressor: set.compressor, block: set.block, current: air.result.current },
        lay.result.feed,
        lay.result.harness,
      ),
    )
    const tune = stage('tune', [plan.tune, load, air], () =>
      tuneStage(
        plan.tune,
        plan.hauls,
        Object.fromEntries(
          Object.entries(load.result.hauls).map(([id, h]) => [
            id,
            { left: h.left.pressure, right: h.right.pressure },
          ]),
        ),
        set.spring,
        teed,
      ),
    )
    const build = stage('build', [plan.build, lay, power, tune], () =>
      buildStage(plan.build, plan.truck, plan.air, plan.lay, plan.power, {
        spring: set.spring,
        cuts: lay.result.cuts,
        exhaustSide: exhaustSide(plan.truck),
        presetLabels: Object.values(plan.hauls).map((h) => h.label),
        feed: power.result.powered
          ? { length: power.result.oneWay, area: power.result.area, fuse: power.result.fuse }
          : null,
      }),
    )
    const prove = stage('prove', [plan.prove, air, lay], () =>
      proveStage(
        plan.prove,
        plan.air,
        set.spring,
        testVolumes(air.result.springVolume, lay.result.routes, set.tube),
      ),
    )
    const before = {
      truck,
      load,
      air: answers ? stage('ran', [air, answers], () => withAnswers(air, answers)) : air,
      lay,
      power,
      tune,
      build,
      prove,
    }
    const stops = Object.values(before)
      .flatMap((s) => s.notes)
      .filter((n) => n.rank === 'stop').length
    const handover = stage('handover', [plan.handover, plan.job, tune, build, prove, stops], () =>
      handoverStage(plan.handover, plan.job, plan.hauls, {
        presets: tune.result.presets,
        minimum: tune.result.minimum,
        spring: set.spring,
        teed,
        powered: air.result.powered,
        stops,
        rearAxle: Object.fromEntries(Object.entries(load.result.hauls).map(([id, h]) => [id, h.rearAxle])),
        rearRating: plan.truck.ratings.rearAxle,
        held: Object.values(prove.result.holds).some((h) => h.verdict === 'tight'),
        soaped: prove.result.joints.every((j) => plan.prove.soap[j.id]),
      }),
    )
    const stages: Stages = { ...before, handover }
    return {
      stages,
      notes: RANKS.flatMap((rank) =>
        STAGES.flatMap((name) => stages[name].notes.filter((n) => n.rank === rank)),
      ),
    }
  }
}

/**
 * Ranges of those hauls that straight lines do not describe, by sampling. Some tenths of a second a haul: in a worker on
 * the page, as it is in `bin/np`. The same seed, so both say the same.
 */
export function sampleHauls(plan: Plan, { stages }: Derived, only?: string): Record<string, Sampled> {
  const { hauls, doubts, spring } = stages.load.result
  const { truck, doubt, areaFrom } = stages.truck.result.facts
  if (!spring) return {}
  const wanted = Object.keys(hauls).filter(
    (id) => (only === undefined || id === only) && doubts[id] && !doubts[id].linear,
  )
  return Object.fromEntries(
    wanted.map((id) => [
      id,
      sampleDoubt({
        haul: plan.hauls[id]!,
        truck,
        spring,
        teed: stages.air.result.teed,
        areaFrom,
        tolerances: doubt,
      }),
    ]),
  )
}

/** What the truck and the places of the parts give a run. */
export function runFacts(plan: Plan, { stages }: Derived): RunFacts {
  const { truck } = stages.truck.result
  const { spring, hauls } = stages.load.result
  const fitted = springOf(plan.air)
  if (!spring || !fitted)
    throw new Error('Choose a spring class first: without one there is nothing to fill.')
  const { motionRatio } = truck.suspension
  const volumeAt = { height: fitted.designHeight, volume: fitted.volume }
  const volume = (height: number) => springVolume(spring.areaByHeight, volumeAt, height)
  return {
    lengths: Object.fromEntries(stages.lay.result.routes.map((r) => [r.id, r.cut])),
    springs: (haul) => {
      const load = haul === null ? bodyLoad(0, 0, 0) : (hauls[haul]?.body ?? bodyLoad(0, 0, 0))
      return (left, right) => {
        const at = settle(truck, load, spring, { left: Math.max(left, 0), right: Math.max(right, 0) })
        const [hl, hr] = [
          spring.designHeight - at.rearLeft * motionRatio,
          spring.designHeight - at.rearRight * motionRatio,
        ]
        return [volume(hl), volume(hr), hl, hr, at.frontSquat]
      }
    },
    levelAt: { left: spring.designHeight, right: spring.designHeight, perHeight: 1 / motionRatio },
  }
}

/** What each haul is brought to, left and right: one pressure where the springs are teed. */
export function setsOf(
  plan: Plan,
  { stages }: Derived,
): { id: string; label: string; left: number; right: number }[] {
  const { hauls } = stages.load.result
  return ordered(plan.hauls).flatMap(([id, h]) => {
    const solved = hauls[id]
    if (!solved) return []
    const {
      left: { pressure: left },
      right: { pressure: right },
    } = solved
    const most = Math.max(left, right)
    return [
      { id, label: h.label, ...(stages.air.result.teed ? { left: most, right: most } : { left, right }) },
    ]
  })
}

/** What may be run on a plan's circuit: what follows from the plan, then what was written for it. */
export function scenariosOf(plan: Plan, derived: Derived): NamedScenario[] {
  const { spring } = derived.stages.load.result
  if (!spring) return []
  // One written under the name of a planned one stands in its place.
  return [
    ...plannedScenarios(plan.air, setsOf(plan, derived), spring.minPressure).filter(
      (s) => !plan.air.scenarios[s.id],
    ),
    ...ordered(plan.air.scenarios).map(([id, s]) => ({ ...s, id })),
  ]
}

/** Runs a scenario on a plan: its own circuit, line lengths, springs, truck and haul. Some tenths of a second: in a worker. */
export function runPlan(plan: Plan, derived: Derived, scenario: Scenario): RunResult {
  return runScenario(plan.air, runFacts(plan, derived), scenario)
}

function withAnswers(air: StageOutput<AirResult>, { figures, notes }: Answers): StageOutput<AirResult> {
  return {
    ...air,
    figures: { ...air.figures, ...figures },
    notes: [...air.notes, ...notes],
    state: notes.some((n) => n.rank === 'stop') ? 'stop' : air.state,
  }
}

/** What runs of the plan's circuit say: figures and notes of Air beyond what is derived at every key. In a worker on the page. */
export function answerPlan(plan: Plan, derived: Derived): Answers {
  const { spring } = airSet(plan.air)
  if (!spring || !derived.stages.load.result.spring) return { figures: {}, notes: [] }
  const wanted = answering(plan.air, scenariosOf(plan, derived))
  const facts = runFacts(plan, derived)
  const runs: Record<string, RunResult> = {}
  for (const s of wanted) {
    try {
      runs[s.id] = runScenario(plan.air, facts, s)
    } catch (error) {
      if (!(error instanceof StuckError)) throw error
    }
  }
  return answersOf(
    plan.air,
    spring,
    setsOf(plan, derived),
    wanted,
    runs,
    derived.stages.air.result.springVolume,
    derived.stages.air.result.current,
  )
}

/** One set tried on a plan: its circuit with the set put in, loaded at the minimum and brought up, haul by haul. */
export function trySet(plan: Plan, choice: SetChoice): SetTried {
  const next: Plan = { ...plan, air: withSet(plan.air, choice) }
  const derived = createDeriver()(next)
  const minimum = derived.stages.load.result.spring?.minPressure ?? 0
  const byHaul: Record<string, number | null> = {}
  let overshoot = 0
  // A full tank may see a fill through alone; its compressor starts all the same, sooner or later.
  let current = choice.tank === null ? 0 : derived.stages.air.result.current
  for (const set of setsOf(next, derived)) {
    const [up] = plannedScenarios(next.air, [set], minimum).filter((s) => s.id === `up-${set.id}`)
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

/** Side of the frame the exhaust runs on beside the rear axle. */
function exhaustSide(truck: Truck): 'left' | 'right' | null {
  const near = truck.exhaust.points.filter((p) => Math.abs(p.x) < 0.6)
  if (near.length === 0) return null
  return near.reduce((sum, p) => sum + p.y, 0) > 0 ? 'left' : 'right'
}

function needsOf(truck: Truck, load: LoadResult): Record<string, AirNeed> {
  const spring = load.spring
  if (!spring) return {}
  return Object.fromEntries(
    Object.entries(load.hauls).map(([id, h]) => [
      id,
      {
        label: h.label,
        left: h.left,
        right: h.right,
        sideDifference: h.sideDifference,
        heightAt: {
          left: cornerHeight(truck, spring, h, 'left'),
          right: cornerHeight(truck, spring, h, 'right'),
        },
      },
    ]),
  )
}

/** Height of a spring against pressure on its own corner, at the force that corner carries in this haul. */
function cornerHeight(truck: Truck, spring: LevelSpring, haul: HaulResult, side: 'left' | 'right') {
  const { motionRatio } = truck.suspension
  const steel = rearSteel(truck)
  const increase = haul[side].springForce * motionRatio + steelForce(steel, haul.target)[0]
  return (pressure: number) =>
    spring.designHeight - squatAt(pressure, increase, steel, motionRatio, spring) * motionRatio
}

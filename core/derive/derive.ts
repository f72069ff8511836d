import { airStage } from '../air/air'
import { springsTeed } from '../air/circuit/connections'
import { buildStage } from '../build/build'
import { handoverStage } from '../handover/handover'
import { layStage } from '../lay/lay'
import { type Answers, withAnswers } from '../air/run/answers'
import { airSet } from '../air/parts/parts'
import type { RunResult } from '../air/run/types'
import type { NamedScenario } from '../air/run/scenarios'
import type { Sampled } from '../load/uncertainty'
import { loadStage } from '../load/load'
import { powerStage } from '../power/power'
import { proveStage } from '../prove/prove'
import { testVolumes } from '../prove/volumes'
import { STAGES, type Rank, type StageName } from '../quantity/figure'
import type { Memo } from '../quantity/stage'
import { truckStage } from '../truck/truck'
import { tuneStage } from '../tune/tune'
import type { Plan, Scenario } from '../document/types'
import type { Stages, Derived } from './types'
import { exhaustSide } from '../truck/exhaust'
import { airNeeds } from '../load/airNeeds'

export type { Answers, NamedScenario, RunResult, Sampled, Scenario }

const RANKS: readonly Rank[] = ['stop', 'fix', 'know']

/**
 * Derives everything from a plan, stage by stage in the order of work. The only file that knows that order.
 * A stage whose inputs are the very same objects as last time is not computed again.
 * @returns takes a plan and, once they are in, the answers of runs of its circuit ({@link answerPlan}): they join Air's own.
 */
export function createDeriver(): (plan: Plan, answers?: Answers | null) => Derived {
  const kept = new Map<string, { inputs: unknown[]; output: unknown }>()
  const keep: Memo = <T>(name: string, inputs: unknown[], compute: () => T): T => {
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
      airStage(plan.air, plan.truck, airNeeds(truck.result.truck, load.result)),
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

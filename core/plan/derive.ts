import { airSet, airStage, type AirNeed, type AirResult } from '../air/air'
import { springsTeed } from '../air/circuit'
import { buildStage, type BuildResult } from '../build/build'
import { handoverStage, type DriverSheet } from '../handover/handover'
import { layStage, type LayResult } from '../lay/lay'
import { loadStage, type HaulResult, type LoadResult } from '../load/load'
import { squatAt, type LevelSpring } from '../load/level'
import { powerStage, type PowerResult } from '../power/power'
import { proveStage, testVolumes, type ProveResult } from '../prove/prove'
import { STAGES, type Note, type Rank, type StageName } from '../quantity/figure'
import type { StageOutput } from '../quantity/stage'
import { truckStage, type TruckResult } from '../truck/truck'
import { tuneStage, type TuneResult } from '../tune/tune'
import type { Plan, Truck } from './types'

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

export interface Derived { stages: Stages, notes: Note[] }

const RANKS: readonly Rank[] = ['stop', 'fix', 'know']

/**
 * Derives everything from a plan, stage by stage in the order of work. The only file that knows that order.
 * A stage whose inputs are the very same objects as last time is not computed again.
 */
export function createDeriver(): (plan: Plan) => Derived {
  const kept: Partial<Record<StageName, { inputs: unknown[], output: unknown }>> = {}
  function stage<T>(name: StageName, inputs: unknown[], compute: () => T): T {
    const last = kept[name]
    if (last && last.inputs.length === inputs.length && last.inputs.every((v, i) => v === inputs[i])) return last.output as T
    const output = compute()
    kept[name] = { inputs, output }
    return output
  }

  return (plan) => {
    const set = airSet(plan.air)
    const teed = springsTeed(plan.air)
    const truck = stage('truck', [plan.truck, set.spring], () => truckStage(plan.truck, set.spring))
    const load = stage('load', [truck, plan.hauls, set.spring, teed], () => loadStage(plan.truck, truck.result, plan.hauls, set.spring, teed))
    const air = stage('air', [load, plan.air], () => airStage(plan.air, plan.truck, needsOf(plan.truck, load.result)))
    const lay = stage('lay', [plan.lay, plan.truck, plan.air], () => layStage(plan.lay, plan.truck, plan.air, set))
    const power = stage('power', [plan.power, air, lay], () => powerStage(plan.power, plan.truck, { compressor: set.compressor, block: set.block, current: air.result.current }, lay.result.feed, lay.result.harness))
    const tune = stage('tune', [plan.tune, load, air], () => tuneStage(plan.tune, plan.hauls, Object.fromEntries(Object.entries(load.result.hauls).map(([id, h]) => [id, { left: h.left.pressure, right: h.right.pressure }])), set.spring, teed))
    const build = stage('build', [plan.build, lay, power, tune], () => buildStage(plan.build, plan.truck, plan.air, plan.lay, plan.power, {
      spring: set.spring, cuts: lay.result.cuts, exhaustSide: exhaustSide(plan.truck), presetLabels: Object.values(plan.hauls).map(h => h.label),
      feed: power.result.powered ? { length: power.result.oneWay, area: power.result.area, fuse: power.result.fuse } : null,
    }))
    const prove = stage('prove', [plan.prove, air, lay], () => proveStage(plan.prove, plan.air, set.spring, testVolumes(air.result.springVolume, lay.result.routes, set.tube)))
    const before = { truck, load, air, lay, power, tune, build, prove }
    const stops = Object.values(before).flatMap(s => s.notes).filter(n => n.rank === 'stop').length
    const handover = stage('handover', [plan.handover, plan.job, tune, build, prove, stops], () => handoverStage(plan.handover, plan.job, plan.hauls, {
      presets: tune.result.presets, minimum: tune.result.minimum, spring: set.spring, teed, powered: air.result.powered, stops,
      rearAxle: Object.fromEntries(Object.entries(load.result.hauls).map(([id, h]) => [id, h.rearAxle])), rearRating: plan.truck.ratings.rearAxle, held: Object.values(prove.result.holds).some(h => h.verdict === 'tight'), soaped: prove.result.joints.every(j => plan.prove.soap[j.id]),
    }))
    const stages: Stages = { ...before, handover }
    return { stages, notes: RANKS.flatMap(rank => STAGES.flatMap(name => stages[name].notes.filter(n => n.rank === rank))) }
  }
}

/** Side of the frame the exhaust runs on beside the rear axle. */
function exhaustSide(truck: Truck): 'left' | 'right' | null {
  const near = truck.exhaust.points.filter(p => Math.abs(p.x) < 0.6)
  if (near.length === 0) return null
  return near.reduce((sum, p) => sum + p.y, 0) > 0 ? 'left' : 'right'
}

function needsOf(truck: Truck, load: LoadResult): Record<string, AirNeed> {
  const spring = load.spring
  if (!spring) return {}
  return Object.fromEntries(Object.entries(load.hauls).map(([id, h]) => [id, {
    label: h.label, left: h.left, right: h.right, sideDifference: h.sideDifference, heightAt: { left: cornerHeight(truck, spring, h, 'left'), right: cornerHeight(truck, spring, h, 'right') },
  }]))
}

/** Height of a spring against pressure on its own corner, at the force that corner carries in this haul. */
function cornerHeight(truck: Truck, spring: LevelSpring, haul: HaulResult, side: 'left' | 'right') {
  const { rearRate, motionRatio } = truck.suspension
  const increase = haul[side].springForce * motionRatio + rearRate * haul.target
  return (pressure: number) => spring.designHeight - squatAt(pressure, increase, rearRate, motionRatio, spring) * motionRatio
}

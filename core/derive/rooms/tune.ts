import { allOfKinds, firstOfKind } from '../../air/circuit/connections'
import { partOf } from '../../air/parts/parts'
import type { Answers } from '../../air/run/answers'
import type { AirSet } from '../../air/types'
import { springVolume } from '../../catalog/springVolume'
import { TUNE_UNSAID } from '../../document/unsaid'
import type { AirPlan, Haul, Plan, SensingPlan, Truck, TunePlan } from '../../document/types'
import type { HaulNeed } from '../../load/airNeeds'
import type { RoadTrial } from '../../load/types'
import { ARM_HOLES, leverTravel, type LeverTravel } from '../../tune/lever'
import type { LeverRuleInput } from '../../tune/leverRules'
import { withLevels } from '../../tune/levelled'
import { sensorTravel } from '../../tune/sensor'
import type { SensorRuleInput } from '../../tune/sensorRules'
import { tuneStage } from '../../tune/tune'
import type { HeldBy } from '../../tune/types'
import { sensedTravel } from '../../tune/wheelTravel'
import { defineRoom } from '../room'
import type { Stages } from '../types'

interface From extends Pick<Stages, 'air' | 'lay'> {
  plan: Plan
  circuit: AirPlan
  set: AirSet
  teed: boolean
  needs: Record<string, HaulNeed>
  trial: RoadTrial | null
}

export const tuneRoom = defineRoom({
  name: 'tune',
  reads: ({ plan, circuit, set, teed, needs, trial, air, lay }: From) => {
    const hasBlock = set.block !== null
    const { truck, hauls } = plan
    return {
      tune: plan.tune,
      hauls: namesOf(hauls),
      needs,
      spring: set.spring,
      teed,
      trial,
      valve: valveOf(circuit),
      controller: firstOfKind(circuit, 'controller'),
      seatGap: truck.seatGap,
      motionRatio: truck.suspension.motionRatio,
      site: {
        wheelbase: truck.wheelbase,
        altitude: plan.job.altitude,
        hasMemories: hasBlock,
        heldBy: heldBy(circuit, hasBlock),
        keepsUp: hasBlock && air.result.supplied,
        trailerSignal: Object.values(hauls).some(({ trailerMass }) => trailerMass > 0)
          ? (lay.result.radio?.trailer ?? null)
          : null,
      },
    }
  },
  run: (reads, memo) => {
    const { tune, hauls, needs, spring, teed, trial, valve, controller, seatGap, motionRatio, site } = reads
    const lever = valve && leverOf(valve, seatGap, tune.lever)
    const sensor = controller === null ? null : sensorOf(controller, seatGap, tune.sensing)
    const whole = memo('tune site', [spring, motionRatio, site], () => {
      const volumeAt = { height: spring?.designHeight ?? 0, volume: spring?.volume ?? 0 }
      const volume = (height: number) => (spring ? springVolume(spring.areaByHeight, volumeAt, height) : 0)
      return { ...site, motionRatio, volumeAt: volume }
    })
    const pressures = Object.fromEntries(
      Object.entries(needs).map(([id, need]) => [
        id,
        memo(`pressures:${id}`, [need], () => ({
          left: need.left.pressure,
          right: need.right.pressure,
          heightAt: need.heightAt,
        })),
      ]),
    )
    return tuneStage(tune, hauls, { needs: pressures, spring, teed, trial, lever, sensor, site: whole }, memo)
  },
})

/** Hauls as Tune reads them: their names and their order. */
const namesOf = (hauls: Record<string, Haul>): Record<string, Pick<Haul, 'label' | 'order'>> =>
  Object.fromEntries(Object.entries(hauls).map(([id, { label, order }]) => [id, { label, order }]))

function heldBy(circuit: AirPlan, hasBlock: boolean): HeldBy {
  if (allOfKinds(circuit, 'heightValve', 'controller').length > 0) return 'height'
  return hasBlock ? 'block' : 'hand'
}

/** The first height valve: its arm, m, and whether that is from its own sheet; null without one. */
function valveOf(circuit: AirPlan) {
  const id = firstOfKind(circuit, 'heightValve')
  if (id === null) return null
  const hasSheet = circuit.components[id]!.sheet.arm !== undefined
  return { id, arm: partOf(circuit, id).figures.arm!, hasSheet }
}

/** The lever of a height valve over the axle's whole travel. */
function leverOf(
  { id, arm, hasSheet }: NonNullable<ReturnType<typeof valveOf>>,
  seatGap: Truck['seatGap'],
  { link, stops }: TunePlan['lever'],
): LeverRuleInput {
  const [droop, bump] = [seatGap.droop - seatGap.unladen, seatGap.unladen - seatGap.bump]
  const over = (length: number) =>
    leverTravel({ arm: length, link, ahead: length, below: link }, droop, bump, stops)
  const clears = (travel: LeverTravel) => !travel.overCentre && !travel.atStops
  return {
    id,
    arm,
    stops,
    travel: over(arm),
    better: ARM_HOLES.find((hole) => hole > arm && clears(over(hole))) ?? null,
    isChosen: link !== TUNE_UNSAID.lever.link || hasSheet,
  }
}

/** The sensors of electronic levelling over the axle's travel. */
function sensorOf(id: string, seatGap: Truck['seatGap'], sensing: SensingPlan): SensorRuleInput {
  const [droop, bump] = sensedTravel(seatGap)
  return { id, sensing, droop, bump, travel: sensorTravel(sensing, droop, bump) }
}

/** Tune with the results of levelling runs, each haul by its name. */
export const levelledRoom = defineRoom({
  name: 'levelled',
  reads: ({ plan, tune, answers }: { plan: Plan; tune: Stages['tune']; answers: Answers }) => ({
    tune,
    levels: answers.levels,
    hauls: namesOf(plan.hauls),
    leveller: firstOfKind(plan.air, 'heightValve') ?? firstOfKind(plan.air, 'controller'),
  }),
  run: ({ tune, levels, hauls, leveller }) => {
    const levelled = Object.entries(levels).map(([id, end]) => ({
      id,
      label: hauls[id]?.label ?? '',
      ...end,
    }))
    return withLevels(tune, levelled, leveller)
  },
})

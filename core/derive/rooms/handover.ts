import { plateRead } from '../../air/parts/parts'
import type { AirSet } from '../../air/types'
import type { Plan } from '../../document/types'
import { handoverStage } from '../../handover/handover'
import { isGuess } from '../../truck/survey'
import { defineRoom } from '../room'
import type { Stages } from '../types'

interface From extends Omit<Stages, 'handover' | 'lay' | 'power'> {
  plan: Plan
  set: Pick<AirSet, 'spring'>
  teed: boolean
  notes: Stages['truck']['notes']
}

export const handoverRoom = defineRoom({
  name: 'handover',
  reads: ({ plan, set, teed, notes, truck, load, air, tune, build, prove }: From) => ({
    handover: plan.handover,
    job: plan.job,
    hauls: plan.hauls,
    facts: {
      presets: tune.result.presets,
      minimum: tune.result.minimum,
      spring: set.spring,
      plateRead: Object.values(plan.air.components).every(plateRead),
      teed,
      powered: air.result.powered,
      notes,
      rearAxle: Object.fromEntries(Object.entries(load.result.hauls).map(([id, h]) => [id, h.rearAxle])),
      elsewhere: Object.fromEntries(
        Object.entries(tune.result.elsewhere).map(([id, { cold, hot, pass, leak }]) => [
          id,
          { cold: cold.reads, hot: hot.reads, pass: pass.reads, sinks: -cold.rise, holds: leak.holds },
        ]),
      ),
      weather: plan.tune.weather,
      rearRating: truck.result.truck.ratings.rearAxle,
      ratingsGuessed: isGuess(plan.truck.survey.ratings.how),
      stepsLeft: build.result.left,
      unproved: build.result.unproved,
      sides: prove.result.sides,
      placesLeft: prove.result.places.filter((p) => !p.soap).map((p) => p.id),
      functionsTried: prove.result.functionsStand > 0,
      roadLeft: prove.result.roadLeft.length,
    },
  }),
  run: ({ handover, job, hauls, facts }) => handoverStage(handover, job, hauls, facts),
})

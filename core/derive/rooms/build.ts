import { partLabel } from '../../air/circuit/connections'
import { firstFill } from '../../air/circuit/firstFill'
import { perCircuit } from '../../air/circuit/perCircuit'
import { circuitAsItRuns } from '../../air/circuit/states'
import type { AirSet } from '../../air/types'
import { buildStage } from '../../build/build'
import { TRUCK_OF_BUILD, type BuildFacts } from '../../build/types'
import { exhaustSide } from '../../catalog/truckGeometry'
import { ordered, type AirPlan, type Plan } from '../../document/types'
import { jointsOf } from '../../prove/joints'
import { leakPlaces } from '../../prove/ranking'
import { tableRange } from '../../quantity/interpolate'
import { defineRoom, only } from '../room'
import { controlOf } from '../setUp'
import { fill } from '../names'
import type { Stages } from '../types'

interface From extends Pick<Stages, 'truck' | 'lay' | 'power'> {
  plan: Plan
  /** Names of parts, whose placeholders the plan holds. */
  names: readonly string[]
  set: Pick<AirSet, 'spring'>
}

export const buildRoom = defineRoom({
  name: 'build',
  reads: (from: From) => ({
    build: from.plan.build,
    truck: only(from.plan.truck, TRUCK_OF_BUILD),
    air: from.plan.air,
    power: { earth: from.plan.power.earth },
    facts: factsOf(from),
  }),
  run: ({ build, truck, air, power, facts }, memo) => buildStage(build, truck, air, power, facts, memo),
})

/** Build uses only a few figures of other stages. */
function factsOf({ plan, names, set, truck, lay, power }: From): BuildFacts {
  const { air } = plan
  const { control, lever } = controlOf(plan)
  const { powered, oneWay, area, fuse, rows, wiring } = power.result
  const { bolts, closingLoad, springHeight } = truck.result
  return {
    spring: set.spring,
    closedIn: closedIn(circuitAsItRuns(air), names),
    firstFill: firstFill(circuitAsItRuns(air), set.spring)?.pressure ?? null,
    cuts: lay.result.cuts,
    keptRuns: keptRuns(air, lay.result.routes),
    shields: lay.result.shields,
    exhaustSide: exhaustSide(plan.truck),
    interlinked: plan.truck.suspension.interlinked,
    bolts,
    closingLoad: air.closing === 'load' && closingLoad > 0 ? closingLoad : null,
    springHeight: set.spring && { height: springHeight, highest: tableRange(set.spring.areaByHeight).high },
    lips: truck.result.truck.heights,
    presetLabels: ordered(plan.hauls).map(([, { label }]) => label),
    control,
    lever,
    feed: powered ? { length: oneWay, area, fuse, atMotor: atMotor(power.result) } : null,
    carrier: plan.lay.carrier,
    places: lay.result.places,
    rooms: truck.result.rooms,
    wires: {
      list: rows.flatMap(({ id, mark, area: size, length, colour }) =>
        id === 'feed' || id === 'earth' || wireStays(air, id)
          ? []
          : [{ id, mark, area: size, length, colour }],
      ),
      relay: wiring.parts.some(({ role }) => role === 'coil'),
    },
  }
}

/** Volts between the pins of the first compressor while it runs; null without one. */
function atMotor({ wiring, solved }: Stages['power']['result']): number | null {
  const motor = wiring.parts.find(({ role }) => role === 'motor')
  const volts = solved.compressor.volts
  return motor && volts[motor.a] !== undefined ? volts[motor.a]! - (volts[motor.b] ?? 0) : null
}

/** Measured length of the lines that stay, slack included. */
const keptRuns = (air: AirPlan, routes: Stages['lay']['result']['routes']): Record<string, number> =>
  Object.fromEntries(
    routes.flatMap(({ id, cut }) => (air.lines[id]?.state === 'kept' ? [[id, cut] as [string, number]] : [])),
  )

/** True if a wire exists already: that of a part that stays where it is. */
function wireStays(air: AirPlan, id: string): boolean {
  const at = id.replace(/^(wire|earth)-(lamp-)?/, '')
  const part =
    air.components[at] ??
    (at === 'wake' ? Object.values(air.components).find((c) => c.kind === 'block') : undefined)
  return part?.state === 'kept' && !part.moved
}

/** Parts with a joint that the dash or a coil covers. */
const hiddenParts = perCircuit((air: AirPlan) => [
  ...new Set(leakPlaces(air, jointsOf(air)).flatMap(({ at, isHidden }) => (isHidden ? [at] : []))),
])

/** Labels of the parts whose joints are closed in later, each once, sorted by name. */
function closedIn(air: AirPlan, names: readonly string[]): string[] {
  const labels = new Map(hiddenParts(air).map((id) => [fill(partLabel(air, id), names), partLabel(air, id)]))
  return [...labels].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, label]) => label)
}

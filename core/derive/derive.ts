import { airStage, electricParts, motorLoad } from '../air/air'
import { allOfKinds, firstOfKind, partLabel, springsTeed } from '../air/circuit/connections'
import { firstFill } from '../air/circuit/firstFill'
import { circuitAsItRuns } from '../air/circuit/states'
import { airSet, partOf, plateRead, withArea } from '../air/parts/parts'
import { withAnswers, type Answers } from '../air/run/answers'
import { TRUCK_OF_AIR, type AirNeed, type AirSet } from '../air/types'
import { buildStage } from '../build/build'
import { TRUCK_OF_BUILD } from '../build/types'
import { springVolume } from '../catalog/springVolume'
import { withoutBooks } from '../catalog/withoutNames'
import { exhaustSide } from '../catalog/truckGeometry'
import { newHaul } from '../document/newHaul'
import { TUNE_UNSAID } from '../document/unsaid'
import { DIRECT, ordered, type AirPlan, type Plan } from '../document/types'
import { handoverStage } from '../handover/handover'
import { layStage } from '../lay/lay'
import type { Radio } from '../lay/radio'
import { airNeeds } from '../load/airNeeds'
import { loadStage } from '../load/load'
import { roadTrial } from '../load/trial'
import type { RoadTrial } from '../load/types'
import { motorSource } from '../power/network/states'
import { isTaker, type Wiring } from '../power/network/types'
import { wiringOf } from '../power/network/wiring'
import { planFeed, powerStage } from '../power/power'
import { sensedTravel } from '../tune/wheelTravel'
import { plugsOf } from './plugs'
import { controlOf } from './setUp'
import { jointsOf } from '../prove/joints'
import { openedByCuts } from '../prove/opened'
import { proveStage } from '../prove/prove'
import { leakPlaces } from '../prove/ranking'
import { TRUCK_OF_POWER, type FeedPlan } from '../power/types'
import { testVolumes } from '../prove/volumes'
import { STAGES, type Note, type Rank } from '../quantity/figure'
import { tableRange } from '../quantity/interpolate'
import { atmosphereAt } from '../quantity/atmosphere'
import type { Memo } from '../quantity/stage'
import { isGuess } from '../truck/survey'
import { truckStage } from '../truck/truck'
import { ARM_HOLES, leverTravel, type LeverTravel } from '../tune/lever'
import { sensorTravel } from '../tune/sensor'
import type { SensorRuleInput } from '../tune/sensorRules'
import type { LeverRuleInput } from '../tune/leverRules'
import { withLevels } from '../tune/levelled'
import type { HeldBy } from '../tune/types'
import { tuneStage } from '../tune/tune'
import { createMemo, type DeriverMemo } from './memo'
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
 * Derives everything from a plan, stage by stage in the order of work. Only this file knows that order. A stage
 * is not computed again while its inputs are the same objects.
 */
export function createDeriver(memo = createMemo()): Deriver {
  const derive = (plan: Plan, answers: Answers | null = null): Derived => {
    const stages = deriveStages(plan, answers, memo)
    return { stages, notes: byRank(stages) }
  }
  return Object.assign(derive, { copy: () => createDeriver(memo.copy()) })
}

function deriveStages(whole: Plan, answers: Answers | null, memo: DeriverMemo): Stages {
  // No stage reads prices; only what-ifs and papers do.
  const plan = { ...whole, air: memo.same('air without books', withoutBooks(whole.air)) }
  const trial = trialOf(plan, memo)
  const { suspension, wheelbase, seatGap, bed } = plan.truck
  const circuit = memo('circuit', [plan.air, trial], () => circuitTried(plan.air, trial))
  const set = airSet(circuit)
  const teed = springsTeed(circuit)
  const truck = memo('truck', [plan.truck, set.spring, ...partsFitted(plan.air), trial], () =>
    truckStage(plan.truck, set.spring, plan.air, memo, trial),
  )
  const { facts, leastClearance } = truck.result
  const atmosphere = atmosphereAt(plan.job.altitude)
  const load = memo('load', [facts, leastClearance, plan.hauls, set.spring, teed, atmosphere], () =>
    loadStage(facts, leastClearance, plan.hauls, set.spring, teed, atmosphere, memo),
  )
  const lay = memo('lay', [plan.lay, plan.truck, plan.air, plan.job.drivingSide], () =>
    memo.same('lay out', layStage(plan.lay, plan.truck, plan.air, set, plan.job.drivingSide)),
  )
  const needs = memo('needs', [truck, load], () => airNeeds(truck.result.truck, load.result))
  const { feed: run, harness } = lay.result
  // The motor's current does not depend on its feed, the feed depends on the current, and the motor's output
  // depends on the feed.
  const feed = memo('feed', [plan.power, circuit, needs, atmosphere, run, harness], () => {
    const { current } = motorLoad(circuit, needs, atmosphere)
    const motors = allOfKinds(circuit, 'compressor').length
    return planFeed(plan.power, { ...set, current, motors }, run, harness)
  })
  const wiring = memo('wiring', [plan.power, bed, circuit, feed, lay.result.wires], () =>
    wiringFrom(plan, circuit, set, feed, lay),
  )
  const source = memo('source', [wiring], () => motorSource(wiring))
  // A colour or a label changes nothing at the motor, and so nothing at Air.
  const { staging } = plan.power
  const onMotor = memo('onMotor', [source?.volts, source?.ohms, wiring.nominal], () =>
    source ? { supply: source.volts, loop: source.ohms, nominal: wiring.nominal } : null,
  )
  const ofAir = memo.same('truck of air', only(plan.truck, TRUCK_OF_AIR))
  const air = memo('air', [needs, circuit, plan.air, ofAir, atmosphere, onMotor, staging], () =>
    airStage(circuit, ofAir, needs, { atmosphere, feed: onMotor, staging: staging ?? 0 }, plan.air),
  )
  const ofPower = memo.same('truck of power', only(plan.truck, TRUCK_OF_POWER))
  const plugs = memo.same('plugs', plugsOf(circuit, plan.truck, lay.result))
  const power = memo('power', [plan.power, ofPower, air, feed, wiring, plugs], () =>
    powerStage(plan.power, ofPower, air.result, feed, wiring, plugs),
  )
  const tune = memo(
    'tune',
    [
      plan.tune,
      plan.job.altitude,
      plan.hauls,
      plan.air,
      suspension,
      wheelbase,
      seatGap,
      load,
      needs,
      air.result.supplied,
      trial,
      lay.result.radio,
    ],
    () => tuneOf(plan, set, teed, load, needs, air.result.supplied, trial, lay.result.radio),
  )
  const build = buildOf(plan, set, { truck, lay, power }, memo)
  const prove = proveOf(plan, set, { air, lay, power, build }, atmosphere, memo)
  const ran = answers ? memo('ran', [air, answers], () => withAnswers(air, answers)) : air
  const tuned = answers
    ? memo('levelled', [tune, answers, plan.hauls, plan.air], () => levelledTune(plan, tune, answers))
    : tune
  const before = { truck, load, air: ran, lay, power, tune: tuned, build, prove }
  const notes = Object.values(before).flatMap((s) => s.notes)
  const handover = memo('handover', [plan.handover, plan.job, truck, tuned, build, prove, ...notes], () =>
    handoverOf(plan, set, teed, notes, before),
  )
  return { ...before, handover }
}

type Before<K extends keyof Stages> = Pick<Stages, K>

/** The whole wiring as a network, of the circuit as it runs and its wires as laid. */
function wiringFrom(
  plan: Plan,
  circuit: AirPlan,
  set: AirSet,
  feed: FeedPlan | null,
  lay: Stages['lay'],
): Wiring {
  const amps = new Map(electricParts(circuit).map(({ id, current }) => [id, current]))
  const cuts = new Map(lay.result.wires.map(({ id, cut }) => [id, cut]))
  const isBlock = (id: string) => circuit.components[id]?.kind === 'block'
  return wiringOf({
    air: circuit,
    power: plan.power,
    feed,
    bed: plan.truck.bed.material,
    ampsOf: (id) => (isBlock(id) ? (set.block?.current ?? 0) : (amps.get(id) ?? 0)),
    asleepOf: () => set.block?.standby ?? 0,
    lengthOf: (id) => (id === 'feed' ? (feed?.oneWay ?? null) : (cuts.get(id) ?? null)),
  })
}

/** What Truck reads of Air. */
const partsFitted = ({ spacer, spacerAt, droop, closing, kit }: AirPlan) => [
  spacer,
  spacerAt,
  droop,
  closing,
  kit,
]

/** Result of the road trial for truck and spring as typed; null until a lip is taped. */
function trialOf(plan: Plan, memo: Memo): RoadTrial | null {
  const { trials } = plan.tune
  if (Object.keys(trials).length === 0) return null
  const { spring } = airSet(circuitAsItRuns(plan.air))
  if (!spring) return null
  const typed: Memo = (key, inputs, compute) => memo(`typed:${key}`, inputs, compute)
  const { facts } = typed('truck', [plan.truck, spring, ...partsFitted(plan.air)], () =>
    truckStage(plan.truck, spring, plan.air, typed),
  ).result
  return memo('trial', [facts, spring, plan.hauls, trials], () =>
    roadTrial({
      surveyed: facts,
      spring: { ...spring, designHeight: facts.springHeight },
      hauls: plan.hauls,
      empty: newHaul('Empty', 0),
      trials,
    }),
  )
}

/** The circuit as it runs, its spring with the area that the road trial found. */
const circuitTried = (air: AirPlan, trial: RoadTrial | null): AirPlan =>
  circuitAsItRuns(trial ? withArea(air, trial.area.factor) : air)

function tuneOf(
  plan: Plan,
  set: AirSet,
  teed: boolean,
  load: Stages['load'],
  needs: Record<string, AirNeed>,
  supplied: boolean,
  trial: RoadTrial | null,
  radio: Radio | null,
): Stages['tune'] {
  const pressures = Object.fromEntries(
    Object.entries(load.result.hauls).map(([id, { left, right }]) => [
      id,
      { left: left.pressure, right: right.pressure, heightAt: needs[id]?.heightAt ?? NO_HEIGHT },
    ]),
  )
  const volumeAt = { height: set.spring?.designHeight ?? 0, volume: set.spring?.volume ?? 0 }
  return tuneStage(plan.tune, plan.hauls, {
    needs: pressures,
    spring: set.spring,
    teed,
    trial,
    lever: leverOf(plan, circuitAsItRuns(plan.air)),
    sensor: sensorOf(plan, circuitAsItRuns(plan.air)),
    site: {
      volumeAt: (height) => (set.spring ? springVolume(set.spring.areaByHeight, volumeAt, height) : 0),
      motionRatio: plan.truck.suspension.motionRatio,
      wheelbase: plan.truck.wheelbase,
      altitude: plan.job.altitude,
      hasMemories: set.block !== null,
      heldBy: heldBy(circuitAsItRuns(plan.air), set.block !== null),
      keepsUp: set.block !== null && supplied,
      trailerSignal: ordered(plan.hauls).some(([, { trailerMass }]) => trailerMass > 0)
        ? (radio?.trailer ?? null)
        : null,
    },
  })
}
function heldBy(air: AirPlan, hasBlock: boolean): HeldBy {
  if (allOfKinds(air, 'heightValve', 'controller').length > 0) return 'height'
  return hasBlock ? 'block' : 'hand'
}

/** Tune with the results of levelling runs, each haul by its name. */
function levelledTune({ hauls, air }: Plan, tune: Stages['tune'], { levels }: Answers): Stages['tune'] {
  const levelled = Object.entries(levels).map(([id, end]) => ({ id, label: hauls[id]?.label ?? '', ...end }))
  return withLevels(tune, levelled, firstOfKind(air, 'heightValve') ?? firstOfKind(air, 'controller'))
}

/** The lever of a height valve over the axle's whole travel; null without one. */
function leverOf({ truck: { seatGap }, tune: { lever } }: Plan, air: AirPlan): LeverRuleInput | null {
  const id = firstOfKind(air, 'heightValve')
  if (id === null) return null
  const [droop, bump] = [seatGap.droop - seatGap.unladen, seatGap.unladen - seatGap.bump]
  const over = (arm: number) =>
    leverTravel({ arm, link: lever.link, ahead: arm, below: lever.link }, droop, bump, lever.stops)
  const arm = partOf(air, id).figures.arm!
  const clears = (travel: LeverTravel) => !travel.overCentre && !travel.atStops
  return {
    id,
    arm,
    stops: lever.stops,
    travel: over(arm),
    better: ARM_HOLES.find((hole) => hole > arm && clears(over(hole))) ?? null,
    isChosen: lever.link !== TUNE_UNSAID.lever.link || air.components[id]!.sheet.arm !== undefined,
  }
}

/** The sensors of electronic levelling over the axle's travel; null without a controller. */
function sensorOf({ truck: { seatGap }, tune: { sensing } }: Plan, air: AirPlan): SensorRuleInput | null {
  const id = firstOfKind(air, 'controller')
  if (id === null) return null
  const [droop, bump] = sensedTravel(seatGap)
  return { id, sensing, droop, bump, travel: sensorTravel(sensing, droop, bump) }
}

const NO_HEIGHT = { left: () => 0, right: () => 0 }

/** Some fields of an object. */
const only = <T, K extends keyof T>(of: T, keys: readonly K[]): Pick<T, K> =>
  Object.fromEntries(keys.map((key) => [key, of[key]])) as Pick<T, K>

/** Build and Prove use only a few figures of other stages, so moving a load leaves most of them unchanged. */
function buildOf(
  plan: Plan,
  set: AirSet,
  { truck, lay, power }: Before<'truck' | 'lay' | 'power'>,
  memo: DeriverMemo,
): Stages['build'] {
  const presetLabels = memo.same(
    'labels of presets',
    ordered(plan.hauls).map(([, { label }]) => label),
  )
  const { control, lever } = memo.same('control', controlOf(plan))
  const { powered, oneWay, area, fuse, rows, wiring } = power.result
  const marks = rows.flatMap(({ id, mark }) =>
    id === 'feed' || id === 'earth' || wireStays(plan.air, id) ? [] : [mark],
  )
  const relay = wiring.parts.some(({ role }) => role === 'coil')
  const { bolts, closingLoad, springHeight } = truck.result
  const ofBuild = memo.same('truck of build', only(plan.truck, TRUCK_OF_BUILD))
  const facts = memo(
    'facts of build',
    [plan.air, plan.truck, set.spring, truck, lay, power, control, lever, presetLabels],
    () =>
      memo.same('same facts of build', {
        spring: set.spring,
        closedIn: closedIn(circuitAsItRuns(plan.air)),
        firstFill: firstFill(circuitAsItRuns(plan.air), set.spring)?.pressure ?? null,
        cuts: lay.result.cuts,
        keptRuns: keptRuns(plan.air, lay.result.routes),
        shields: lay.result.shields,
        exhaustSide: exhaustSide(plan.truck),
        interlinked: plan.truck.suspension.interlinked,
        bolts,
        closingLoad: plan.air.closing === 'load' && closingLoad > 0 ? closingLoad : null,
        stands: set.spring && { height: springHeight, highest: tableRange(set.spring.areaByHeight).high },
        presetLabels,
        control,
        lever,
        feed: powered ? { length: oneWay, area, fuse } : null,
        wires: { marks, relay },
      }),
  )
  const { earth } = plan.power
  return memo('build', [plan.build, plan.air, ofBuild, earth, facts], () =>
    buildStage(plan.build, ofBuild, plan.air, { earth }, facts),
  )
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

/** Parts whose joints are closed in later, each once, sorted. */
function closedIn(air: AirPlan): string[] {
  const hidden = leakPlaces(air, jointsOf(air)).filter(({ isHidden }) => isHidden)
  return [...new Set(hidden.map(({ at }) => partLabel(air, at)))].sort()
}

/** Name of a line by the parts it joins. */
const lineLabel = (air: AirPlan, id: string): string => {
  const line = air.lines[id]
  return line ? `${partLabel(air, line.from)} to ${partLabel(air, line.to).toLowerCase()}` : id
}

function proveOf(
  plan: Plan,
  set: AirSet,
  { air, lay, power, build }: Before<'air' | 'lay' | 'power' | 'build'>,
  atmosphere: number,
  memo: DeriverMemo,
): Stages['prove'] {
  const circuit = circuitAsItRuns(plan.air)
  const { springVolume, tankVolume } = air.result
  const isWired = power.result.wiring.parts.some(isTaker)
  const opened = memo.same('opened', [
    ...build.result.opened,
    ...openedByCuts(plan.lay, (line) => lineLabel(plan.air, line)),
  ])
  const isTube = (id: string) => circuit.lines[id] && circuit.lines[id].tube !== DIRECT
  const filled = lay.result.routes.filter((r) => isTube(r.id))
  const volumes = memo.same('volumes', testVolumes(springVolume, tankVolume, filled, set.tube))
  return memo('prove', [plan.prove, circuit, set.spring, volumes, atmosphere, isWired, opened], () =>
    proveStage(plan.prove, circuit, set.spring, volumes, atmosphere, isWired, opened),
  )
}

function handoverOf(
  plan: Plan,
  set: AirSet,
  teed: boolean,
  notes: readonly Note[],
  { truck, load, air, tune, build, prove }: Before<'truck' | 'load' | 'air' | 'tune' | 'build' | 'prove'>,
): Stages['handover'] {
  const rearAxles = Object.entries(load.result.hauls).map(([id, h]) => [id, h.rearAxle])
  return handoverStage(plan.handover, plan.job, plan.hauls, {
    presets: tune.result.presets,
    minimum: tune.result.minimum,
    spring: set.spring,
    plateRead: Object.values(plan.air.components).every(plateRead),
    teed,
    powered: air.result.powered,
    notes,
    rearAxle: Object.fromEntries(rearAxles),
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
    sides: prove.result.sides,
    placesLeft: prove.result.places.filter((p) => !p.soap).map((p) => p.id),
    functionsTried: prove.result.functionsStand > 0,
    roadLeft: prove.result.roadLeft.length,
  })
}

const RANKS: readonly Rank[] = ['stop', 'fix', 'know']

/** All notes: Stops first, and within a rank in the order of work. */
const byRank = (stages: Stages): Derived['notes'] =>
  RANKS.flatMap((rank) => STAGES.flatMap((name) => stages[name].notes.filter((n) => n.rank === rank)))

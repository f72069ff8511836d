import type { AirPlan, BuildPlan, Opening, PowerPlan } from '../document/types'
import { noMemo, stateOf, type Memo, type StageOutput } from '../quantity/stage'
import { boxOf, waitingFor } from './box'
import { jointMap, standingTicks, unprovedOf } from './evidence'
import { buildFigures } from './figures'
import { inOrder } from './order'
import { withKitSheet } from './kitSheet'
import { boxRules, buildRules, sheetRules } from './rules'
import { criticalPath, shareOut } from './schedule'
import { workOf } from './steps'
import type { BuildFacts, BuildResult, Step, TruckOfBuild } from './types'

/** What finished steps have opened, even if the plan has changed since. */
const openedBySteps = (steps: readonly Step[], { ticks }: BuildPlan): Opening[] =>
  steps.flatMap(({ id, title, opens }): Opening[] => {
    const tick = ticks[id]
    if (!tick || !opens) return []
    return [{ parts: opens.parts ?? [], lines: opens.lines ?? [], places: [], at: tick.at, what: title }]
  })

const minutesOf = (list: readonly Step[]) => list.reduce((sum, s) => sum + s.minutes, 0)

/** A hoist saves a quarter of the time that stands take, 1 / 1.3 (common practice). */
const HOIST = 1 / 1.3

/** How long the work takes alone, with two people, and its longest chain, min; without the steps of after the road. */
function timesOf(steps: readonly Step[], raisedBy: TruckOfBuild['raisedBy']) {
  const today = steps.filter(({ later }) => !later)
  const share = raisedBy === 'hoist' ? HOIST : 1
  const tasks = today.map(({ id, minutes, after }) => ({
    id,
    minutes: minutes * share,
    after: Object.keys(after),
  }))
  return {
    share,
    minutes: minutesOf(today) * share,
    minutesOfTwo: shareOut(tasks, 2).minutes,
    minutesCritical: criticalPath(tasks).minutes,
  }
}

/**
 * The steps of this plan, its joints and register, what is done of them, and what was ticked too early.
 * @param memo keeps the steps while only names or ticks change
 */
export function buildStage(
  build: BuildPlan,
  truck: TruckOfBuild,
  air: AirPlan,
  power: Pick<PowerPlan, 'earth'>,
  facts: BuildFacts,
  memo: Memo = noMemo,
): StageOutput<BuildResult> {
  const { freed, holds, coilWay, order } = build
  const work = memo('steps', [truck, air, power, freed, holds, coilWay, order, facts], () => {
    const made = workOf(truck, air, power, { freed, holds, coilWay }, facts)
    const sheet = withKitSheet(made.steps, air.kit?.steps ?? [], truck.kind)
    return { ...made, steps: inOrder(sheet.steps, order), problems: sheet.problems }
  })
  const { steps, joints } = work
  const times = memo('times', [steps, truck.raisedBy], () => timesOf(steps, truck.raisedBy))
  const ticks = standingTicks(steps, jointMap(joints), build)
  const isOpen = (s: Step) => !ticks[s.id] && !build.struck[s.id]
  const today = steps.filter(({ later }) => !later)
  const left = today.filter(isOpen)
  const done = today.length - left.length
  const result: BuildResult = {
    steps,
    joints,
    freed: work.freed,
    hasSheet: steps.some(({ from }) => from === 'kit'),
    ticks,
    opened: openedBySteps(steps, build),
    unproved: unprovedOf(steps, jointMap(joints), ticks),
    waits: Object.fromEntries(
      waitingFor(steps, boxOf(air, joints), { box: build.box, ticks, struck: build.struck }),
    ),
    left: left.map((s) => s.id),
    due: steps.filter((s) => s.later && isOpen(s)).flatMap(({ tightens }) => tightens),
    done,
    today: today.length,
    minutes: times.minutes,
    minutesLeft: minutesOf(left) * times.share,
    minutesOfTwo: times.minutesOfTwo,
    minutesCritical: times.minutesCritical,
  }
  const notes = [
    ...buildRules(work, build, ticks),
    ...boxRules(boxOf(air, joints), result, build.box),
    ...sheetRules(work.problems),
  ]
  return {
    figures: buildFigures(result),
    notes,
    state: stateOf(notes, done === 0 ? 'none' : done === today.length ? 'clear' : 'begun'),
    headline: { text: `${done} / ${today.length} steps` },
    result,
  }
}

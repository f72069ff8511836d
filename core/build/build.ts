import type { AirPlan, BuildPlan, Opening, PowerPlan } from '../document/types'
import { noMemo, stateOf, type Memo, type StageOutput } from '../quantity/stage'
import { standingTicks } from './did'
import { buildFigures } from './figures'
import { buildRules } from './rules'
import { buildSteps } from './steps'
import type { BuildFacts, BuildResult, Step, TruckOfBuild } from './types'

/** What finished steps have opened, even if the plan has changed since. */
const openedBySteps = (steps: readonly Step[], { ticks }: BuildPlan): Opening[] =>
  steps.flatMap(({ id, title, opens }): Opening[] => {
    const tick = ticks[id]
    if (!tick || !opens) return []
    return [{ parts: opens.parts ?? [], lines: opens.lines ?? [], places: [], at: tick.at, what: title }]
  })

/** Puts names in a step whose texts have placeholders for them. */
type Named = (step: Step) => Step
const asItIs: Named = (step) => step

/**
 * The steps of this plan, what is done of them, and what was ticked too early.
 * @param named for comparing a step with the record of its tick, which holds names
 * @param memo keeps the steps while only names or ticks change
 */
export function buildStage(
  build: BuildPlan,
  truck: TruckOfBuild,
  air: AirPlan,
  power: Pick<PowerPlan, 'earth'>,
  facts: BuildFacts,
  named: Named = asItIs,
  memo: Memo = noMemo,
): StageOutput<BuildResult> {
  const steps = memo('steps', [truck, air, power, facts], () => buildSteps(truck, air, power, facts))
  const minutesOf = (list: typeof steps) => list.reduce((sum, s) => sum + s.minutes, 0)
  const ticks = standingTicks(steps.map(named), build)
  const left = steps.filter((s) => !ticks[s.id] && !build.struck[s.id])
  const done = steps.length - left.length
  const result = {
    steps,
    ticks,
    opened: openedBySteps(steps, build),
    left: left.map((s) => s.id),
    done,
    minutes: minutesOf(steps),
    minutesLeft: minutesOf(left),
  }
  const notes = buildRules(steps, build, ticks)
  return {
    figures: buildFigures(result),
    notes,
    state: stateOf(notes, done === 0 ? 'none' : done === steps.length ? 'clear' : 'begun'),
    headline: { text: `${done} / ${steps.length} steps` },
    result,
  }
}

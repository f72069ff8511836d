import { FASTENINGS } from '../catalog/fastenings'
import { typedFastener } from '../build/fasteners'
import { buildLists } from '../build/lists'
import type { Derived } from '../derive/types'
import type { Plan } from '../document/types'
import { METRIC_UNITS } from '../quantity/units'
import { guideSource, stepGuide } from './stepGuide'

/** Steps, joints, register, lists and times of a plan, as the headless command prints them. SI but for names that say otherwise. */
export function buildReport(plan: Plan, derived: Derived) {
  const { result } = derived.stages.build
  const source = guideSource(plan, derived, METRIC_UNITS)
  const { steps, joints, freed, ticks } = result
  const lists = buildLists(result, plan.air, plan.build, METRIC_UNITS)
  return {
    steps: steps.map((step) => {
      const guide = stepGuide(step, source)
      return {
        id: step.id,
        phase: step.group,
        title: step.title,
        text: guide.what,
        where: guide.where,
        way: guide.way,
        run: guide.run,
        holes: guide.holes,
        ends: guide.ends,
        after: Object.entries(step.after).map(([id, why]) => ({ id, why })),
        joints: step.tightens,
        frees: step.frees,
        putsBack: step.putsBack,
        minutes: step.minutes,
        tools: guide.tools,
        cautions: step.cautions,
        values: Object.fromEntries(Object.entries(step.values).map(([name, { value }]) => [name, value])),
        done: ticks[step.id] !== undefined,
      }
    }),
    joints: joints.map(({ id, holds, to, fastening, count, length, passes }) => {
      const typed = typedFastener(plan.build, fastening)
      return {
        id,
        holds,
        to,
        fasteners: {
          kind: FASTENINGS[fastening].label,
          count,
          length_mm: length === null ? null : length * 1000,
          thread: typed?.thread ?? null,
          grade: typed?.grade ?? null,
        },
        torque_Nm: typed?.torque ?? null,
        source: typed ? (typed.from === 'sheet' ? 'the kit’s sheet' : 'common practice, taken over') : null,
        passes,
      }
    }),
    offAndBack: freed.map(({ id, label, fate, reason }) => ({
      id,
      what: label,
      offIn: steps.find(({ frees }) => frees.includes(id))?.id ?? null,
      backIn: steps.find(({ putsBack }) => putsBack.includes(id))?.id ?? null,
      staysOffBecause: fate === 'off' ? reason : null,
    })),
    ...lists,
    minutes: {
      alone: result.minutes,
      two: result.minutesOfTwo,
      critical: result.minutesCritical,
    },
  }
}

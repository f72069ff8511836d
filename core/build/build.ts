import type { AirPlan, BuildPlan, LayPlan, PowerPlan, Truck } from '../document/types'
import type { Figure, Note } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import type { BuildResult, BuildFacts } from './types'
import { buildSteps } from './steps'
import { blockedBy } from './order'

export function buildStage(
  build: BuildPlan,
  truck: Truck,
  air: AirPlan,
  lay: LayPlan,
  power: PowerPlan,
  facts: BuildFacts,
): StageOutput<BuildResult> {
  const steps = buildSteps(truck, air, lay, power, facts)
  const done = steps.filter((s) => build.ticks[s.id]).length
  const minutes = steps.reduce((sum, s) => sum + s.minutes, 0)
  const minutesLeft = steps.filter((s) => !build.ticks[s.id]).reduce((sum, s) => sum + s.minutes, 0)
  const figures: Record<string, Figure> = {
    done: {
      label: 'Steps done',
      value: done,
      quantity: 'count',
      formula: 'steps ticked',
      inputs: [{ label: 'Steps', value: steps.length, quantity: 'count' }],
      source: 'As ticked',
      max: steps.length,
    },
    time: {
      label: 'Time for the whole build',
      value: minutes * 60,
      quantity: 'time',
      formula: 'Σ usual time of each step',
      inputs: [{ label: 'Still to do', value: minutesLeft * 60, quantity: 'time' }],
      source: 'Common practice; a first-timer doubles it',
    },
  }
  const notes: Note[] = []
  for (const step of steps) {
    const blocked = build.ticks[step.id] ? blockedBy(step, steps, build.ticks) : null
    if (blocked)
      notes.push({
        stage: 'build',
        quantity: 'count',
        rule: 'out-of-order',
        rank: step.id === 'fuse' ? 'stop' : 'fix',
        subject: step.id,
        value: null,
        limit: null,
        title: `“${step.title}” is ticked before its time`,
        text: `First “${blocked.step.title}”: ${blocked.reason}`,
        source: 'Common practice',
      })
  }
  return {
    figures,
    notes,
    state: stateOf(notes, done === 0 ? 'none' : done === steps.length ? 'clear' : 'begun'),
    headline: { text: `${done} / ${steps.length} steps` },
    result: { steps, done, minutes, minutesLeft },
  }
}

import { firstOfKind } from '../air/circuit/connections'
import { partOf } from '../air/parts/parts'
import { ordered, type Plan, type Preset } from '../document/types'
import { memoriesTaken } from '../tune/memories'
import { setUpCard, type CardStep, type ControlKind } from '../tune/setUpCard'
import type { Derived } from './types'

/** What is set up in this circuit: a height control comes before a pressure control. */
export function controlKind({ air }: Pick<Plan, 'air'>): ControlKind {
  if (firstOfKind(air, 'heightValve')) return 'lever'
  if (firstOfKind(air, 'controller')) return 'controller'
  if (firstOfKind(air, 'block')) return 'memories'
  return firstOfKind(air, 'paddle') ? 'paddles' : 'hand'
}

/** The same, with the arm and link of a height valve, m. */
export function controlOf({ air, tune }: Pick<Plan, 'air' | 'tune'>): {
  control: ControlKind
  lever: { arm: number; link: number } | null
} {
  const valve = firstOfKind(air, 'heightValve')
  const arm = valve ? partOf(air, valve).figures.arm : undefined
  return {
    control: controlKind({ air }),
    lever: arm === undefined ? null : { arm, link: tune.lever.link },
  }
}

/** The set-up card of a plan's control; hauls that share a pressure share a step. */
export function setUpOf(plan: Plan, { stages }: Derived): CardStep[] {
  const { presets, minimum } = stages.tune.result
  const steps: { label: string; preset: Preset }[] = []
  for (const [id, { label }] of ordered(plan.hauls)) {
    const own = presets[id]
    if (!own) continue
    const preset = { left: own.left, right: own.right }
    const same = steps.find((known) => memoriesTaken([known.preset, preset]) === 1)
    if (same) same.label += `, ${label}`
    else steps.push({ label, preset })
  }
  const { control, lever } = controlOf(plan)
  return setUpCard({
    kind: control,
    presets: steps,
    minimum,
    lever,
    rests: plan.tune.sensing.door === true || plan.tune.sensing.key === true,
  })
}

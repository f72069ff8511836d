import type { Answers } from '#core/air/run/answers'
import { createDeriver } from '#core/derive/derive'
import { ordered, type Plan } from '#core/document/types'

/**
 * What is derived from the plan on show, and which of its hauls is shown.
 * @param ghostPlan the plan before the newest edits; ghost pointers show its figures
 */
export function useDerivation(plan: Readonly<Ref<Plan | null>>, ghostPlan: Readonly<Ref<Plan | null>>) {
  const derive = createDeriver()
  const deriveGhost = createDeriver()
  /** Answers of runs of the circuit; null until they are ready. */
  const answers = shallowRef<Answers | null>(null)
  const derived = computed(() => (plan.value ? derive(plan.value, answers.value) : null))
  const derivedGhost = computed(() => {
    if (ghostPlan.value === plan.value) return derived.value
    return ghostPlan.value && deriveGhost(ghostPlan.value)
  })
  const chosenHaul = ref('')
  const hauls = computed(() => (plan.value ? ordered(plan.value.hauls) : []))
  /** The shown haul: the one chosen here, otherwise the one heaviest on the rear axle. */
  const haulId = computed(() => {
    if (plan.value?.hauls[chosenHaul.value]) return chosenHaul.value
    const solved = derived.value?.stages.load.result.hauls ?? {}
    const byAxle = hauls.value
      .map(([key]) => key)
      .sort((a, b) => (solved[b]?.rearAxle ?? 0) - (solved[a]?.rearAxle ?? 0))
    return byAxle[0] ?? ''
  })
  return { derive, answers, derived, derivedGhost, chosenHaul, hauls, haulId }
}

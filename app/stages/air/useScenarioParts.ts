import type { FaultKind, ComponentKind } from '#core/document/types'
import { circuitAsItRuns } from '#core/air/circuit/states'
import { faultsOf } from '#core/air/run/scenarios'

/** Kinds of part that a hand works, by valve or by switch. */
const WORKED_BY_HAND: readonly ComponentKind[] = [
  'paddle',
  'solenoid',
  'dump',
  'drain',
  'handFill',
  'cabSwitch',
]

/** What a scenario's steps may be about in the job shown: its hauls, what a hand can press, what can fail. */
export function useScenarioParts() {
  const job = useJob()
  /** What waits for later does nothing in a run. */
  const air = computed(() => circuitAsItRuns(job.plan!.air))
  const hauls = useHaulChoices('empty truck')
  const pressable = computed(() =>
    Object.entries(air.value.components)
      .filter(([, c]) => WORKED_BY_HAND.includes(c.kind))
      .map(([id, c]) => ({ value: id, label: c.label })),
  )
  const faults = computed(() => faultsOf(air.value))
  const faultParts = (what: FaultKind) =>
    faults.value
      .filter((f) => f.what === what)
      .map((f) => ({ value: f.part, label: air.value.components[f.part.split('.')[0]!]?.label ?? f.part }))
  return { hauls, pressable, faults, faultParts }
}

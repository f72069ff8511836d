import type { FaultKind, ComponentKind } from '#core/document/types'
import { circuitAsItRuns } from '#core/air/circuit/states'
import { faultsOf } from '#core/air/run/scenarios'

/** Kinds of part worked by hand, by valve or by switch. */
const WORKED_BY_HAND: readonly ComponentKind[] = [
  'paddle',
  'solenoid',
  'dump',
  'drain',
  'handFill',
  'cabSwitch',
]

/** What the steps of a scenario can refer to: hauls, parts to press, parts that can fail. */
export function useScenarioParts() {
  const job = useJob()
  /** Parts left for later do nothing in a run. */
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

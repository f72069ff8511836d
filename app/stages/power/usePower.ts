import type { EarthSaid, PowerPlan, WireSaid } from '#core/document/types'
import type { Offered } from '#core/power/operations'
import { OperationError } from '#core/quantity/operation'

/** The place that notes and fields refer to, by the part of the wiring. */
const PART_OF: Record<string, string> = {
  wire: 'feed',
  wiring: 'feed',
  fuseReach: 'fuse',
  battery: 'battery',
}

/** Power's plan and result, the part chosen on the drawing, and how to change either. */
export function usePower() {
  const job = useJob()
  const shop = useShop()
  const screen = useScreen()
  const power = computed(() => job.plan!.power)
  const stage = computed(() => job.derived!.stages.power)
  const result = computed(() => stage.value.result)
  const set = (label: string, change: (power: PowerPlan) => void) =>
    job.edit(label, (draft) => change(draft.power))
  /** The part pointed at; null if it is not in this wiring. */
  const chosen = computed(() => {
    const id = screen.subject === null ? null : (PART_OF[screen.subject] ?? screen.subject)
    return result.value.wiring.parts.find((part) => part.id === id) ?? null
  })
  const problem = ref('')
  /** Does one of the offered operations, or says why it cannot be done. */
  function run({ label, run: change }: Offered): void {
    problem.value = ''
    try {
      const next = change(power.value, result.value.wiring)
      set(label, (draft) => void Object.assign(draft, next))
    } catch (error) {
      if (!(error instanceof OperationError)) throw error
      problem.value = error.message
    }
  }
  const BARE: EarthSaid = { at: null, surface: 'bare', shared: false }
  const setEarth = (of: string, label: string, change: Partial<EarthSaid>) =>
    set(label, (p) => void (p.earths[of] = { ...BARE, ...p.earths[of], ...change }))
  const UNSAID: WireSaid = { area: null, colour: null, label: null, joint: null }
  const setWire = (wire: string, label: string, change: Partial<WireSaid>) =>
    set(label, (p) => void (p.wires[wire] = { ...UNSAID, ...p.wires[wire], ...change }))
  return { job, shop, screen, power, stage, result, set, chosen, problem, run, setEarth, setWire }
}

export const YES_NO = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
]

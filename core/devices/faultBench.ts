import { PRACTICE } from '../catalog/practice'
import { firstOfKind, partLabel } from '../air/circuit/connections'
import { createDeriver } from '../derive/derive'
import type { Derived } from '../derive/types'
import type { Plan } from '../document/types'
import { sightsOf } from '../prove/diagnosis'
import type { FaultRun, FunctionTest, TriedWith } from '../prove/functions'
import { runFunctions } from './functionTests'
import { StandIns } from './standIns'

/** Every fault of a plan run through its function tests, for Prove to compare with what was read. SI, gauge. */

const SWITCH_OFF = PRACTICE.switchOff.value
function switchesOff({ air }: Plan): { tried: TriedWith; label: string }[] {
  const id = firstOfKind(air, 'pressureSwitch')
  if (id === null) return []
  const name = partLabel(air, id)
  return [
    { tried: { switchOff: SWITCH_OFF }, label: `${name} set too high` },
    { tried: { switchOff: -SWITCH_OFF }, label: `${name} set too low` },
  ]
}

/** Everything that can be tried wrong on a plan, the sound system first. */
export function faultsToRun(plan: Plan, derived: Derived): { tried: TriedWith; label: string }[] {
  const stand = new StandIns('tests', plan, derived)
  const swapped = stand.sidesApart() ? [{ tried: { swapped: true }, label: 'Left and right swapped' }] : []
  return [
    { tried: {}, label: 'Nothing wrong' },
    ...swapped,
    ...switchesOff(plan),
    ...stand.offered().map(({ key, label }) => ({ tried: { fault: key }, label })),
  ]
}

/**
 * Trials on one plan, fault after fault: the plan is derived once, and every side is pressed as long as in the
 * first.
 */
export class FaultBench {
  private readonly derived: Derived
  private readonly held: Record<string, number> = {}
  /** Wiring faults with the same effect at every motor, box and meter are run once. */
  private readonly ran = new Map<string, Record<string, number>>()
  readonly expected: FunctionTest[]
  readonly todo: { tried: TriedWith; label: string }[]

  /** @throws DeviceRefusal if the job has nothing to run */
  constructor(private readonly plan: Plan) {
    this.derived = createDeriver()(plan)
    // First find how long each side is pressed, then read it when pressed that long.
    runFunctions(plan, this.derived, this.held)
    this.expected = runFunctions(plan, this.derived, this.held)
    this.todo = faultsToRun(plan, this.derived)
  }
  /** Runs one of them; a few tenths of a second. Null if it cannot be run to its end. */
  run({ tried, label }: { tried: TriedWith; label: string }): FaultRun | null {
    try {
      const same = this.wiringOf(tried)
      const known = same === null ? undefined : this.ran.get(same)
      const sights = known ?? sightsOf(runFunctions(this.plan, this.derived, this.held, tried))
      if (same !== null) this.ran.set(same, sights)
      return { tried, label, sights }
    } catch {
      return null
    }
  }
  /** Effect of a wiring fault; null for a fault of the air. */
  private wiringOf({ fault }: TriedWith): string | null {
    if (!fault?.startsWith('wire ')) return null
    const stand = new StandIns('tests', this.plan, this.derived)
    stand.answer({ id: 1, do: 'fault', key: fault }, 'function tests')
    return stand.wiringComesTo()
  }
}

import { FaultBench } from '#core/devices/faultBench'
import type { FaultRun, FunctionTest } from '#core/prove/functions'
import { checkPlan } from '#core/document/schema'

/**
 * Tries every function of a job, and then each possible fault, one by one. The plan is checked like any other.
 */
let bench: FaultBench | null = null
export const functions = {
  /**
   * The readings of the sound system, and the number of faults to run. @throws if the job has nothing to run.
   */
  open(value: unknown): { tests: FunctionTest[]; count: number } {
    const { plan } = checkPlan(value)
    bench = plan && new FaultBench(plan)
    return { tests: bench?.expected ?? [], count: bench?.todo.length ?? 0 }
  },
  run: (at: number): FaultRun | null => (bench ? bench.run(bench.todo[at]!) : null),
}

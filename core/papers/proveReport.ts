import { createDeriver } from '../derive/derive'
import type { Plan } from '../document/types'
import { diagnose, readingsThatStand } from '../prove/diagnosis'
import { FaultBench } from '../devices/faultBench'

/** What Prove finds of a plan, as `bin/np prove` prints it: SI. */
export interface ProveReport {
  holds: Record<
    string,
    {
      label: string
      verdict: string | null
      leak_Pa_m3_s: number | null
      ci95: [number, number] | null
      waitMore_s: number | null
    }
  >
  joints: { id: string; label: string; share: number }[]
  diagnosis: { fault: string; share: number; because: string[] }[]
  next: { do: string; label: string; minutes: number }[]
}

/**
 * Holds, places that may leak, what may be wrong, and what to do next. Some tens of seconds where functions
 * were read.
 */
export function proveReport(plan: Plan): ProveReport {
  const { result } = createDeriver()(plan).stages.prove
  return {
    holds: Object.fromEntries(
      Object.values(result.holds).map(({ id, verdict, leak }) => [
        id,
        {
          label: plan.prove.holds[id]!.label,
          verdict,
          leak_Pa_m3_s: leak?.leak ?? null,
          ci95: leak && [leak.low, leak.high],
          waitMore_s: leak?.waitMore ?? null,
        },
      ]),
    ),
    joints: result.places.map(({ id, label, share }) => ({ id, label, share })),
    ...suspected(plan),
    next: result.next.slice(0, 10).map(({ do: what, label, minutes }) => ({ do: what, label, minutes })),
  }
}

/** Every fault against what was read when functions were tried; nothing where nothing was, or cannot be, run. */
function suspected(plan: Plan): Pick<ProveReport, 'diagnosis'> {
  if (Object.keys(plan.prove.functions).length === 0) return { diagnosis: [] }
  const bench = new FaultBench(plan)
  const tests = bench.expected
  const seen = readingsThatStand(tests, plan.prove.functions)
  const runs = bench.todo.flatMap((one) => bench.run(one) ?? [])
  const { suspects } = diagnose({ tests, runs }, seen)
  return {
    diagnosis: suspects.map(({ labels, share, because }) => ({
      fault: labels.join(' | '),
      share,
      because: because.map(
        ({ id, seen: read, would, sound }) => `${id}: read ${read}, would show ${would}, sound ${sound}`,
      ),
    })),
  }
}

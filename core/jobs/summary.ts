import { TRUCK_KINDS } from '../catalog/trucks'
import { STAGES, type Rank, type StageName } from '../quantity/figure'
import type { StageState } from '../quantity/stage'
import { ARCHETYPES } from '../air/circuit/startingCircuits'
import type { Derived } from '../derive/types'
import type { Plan, TruckKind } from '../document/types'
import type { Measured } from '../lay/types'

/** What the job list shows of a plan. */
export interface JobSummary {
  name: string
  number: string
  customer: string
  vehicle: string
  /** As written at Hand over; missing in jobs last saved before this was kept. */
  nextCheck?: string
  truck: string
  archetype: string
  states: Record<StageName, StageState>
  notes: Record<Rank, number>
  /** How much longer its lines were than planned, and on which kind of truck; missing until one is measured. */
  measured?: Measured & { kind: TruckKind }
  /** Names of what was opened after it was proved; missing in jobs last saved before this was kept. */
  opened?: string[]
  /** Whether results of runs are included; missing in jobs last saved before this was kept. */
  ran?: boolean
}

/** What the list says of a job besides its Stops and Fixes; without any, whether that means all is clear. */
export function listWord({ ran, states, notes, opened }: JobSummary): string {
  if (opened?.length) return `prove again: ${opened.join(', ')}`
  if (!ran) return 'circuit not run yet'
  if (notes.stop || notes.fix) return ''
  return Object.values(states).every((s) => s === 'clear') ? 'clear' : 'no notes'
}

/** Measured lengths of its lines, with the kind of truck. */
function measuredHere({ truck }: Plan, { stages }: Derived): Pick<JobSummary, 'measured'> {
  const { measured } = stages.lay.result
  return measured ? { measured: { ...measured, kind: truck.kind } } : {}
}

/** What was opened after it was proved, each once, in words. */
function openedAfterProof({ stages }: Derived): string[] {
  const { opened, holds } = stages.prove.result
  const ofOthers = [...opened.places, ...opened.tests, ...opened.road].map(({ opening }) => opening)
  const ofHolds = Object.values(holds).flatMap((hold) => hold.opened ?? [])
  return [...new Set([...ofOthers, ...ofHolds].map(({ what }) => what))]
}

/** What the job list keeps of a plan when it is saved, and after its circuit has run. */
export function summarise(plan: Plan, derived: Derived, ran = false): JobSummary {
  const count = (rank: Rank) => derived.notes.filter((n) => n.rank === rank).length
  return {
    name: plan.job.name,
    number: plan.job.number,
    customer: plan.job.customer,
    vehicle: plan.job.vehicle,
    nextCheck: plan.handover.nextCheck,
    truck: TRUCK_KINDS.find((k) => k.id === plan.truck.kind)!.label,
    archetype: ARCHETYPES.find((a) => a.id === plan.air.archetype)!.label,
    states: Object.fromEntries(STAGES.map((s) => [s, derived.stages[s].state])) as JobSummary['states'],
    notes: { stop: count('stop'), fix: count('fix'), know: count('know') },
    opened: openedAfterProof(derived),
    ran,
    ...measuredHere(plan, derived),
  }
}

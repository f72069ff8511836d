import type { Truck } from '#core/document/types'

/** The truck of the open job, and the way to change it. */
export function useTruck() {
  const job = useJob()
  return {
    job,
    truck: computed(() => job.plan!.truck),
    set: (label: string, change: (truck: Truck) => void) => job.edit(label, (draft) => change(draft.truck)),
  }
}

/** What is typed is no longer unknown: a weight comes off a scale, a gap off a tape, a rate off a sheet. */
export function weighed(t: Truck, axle: 'front' | 'rear'): void {
  const known = t.survey[`${axle}Axle`]
  if (known.how === 'unknown') t.survey[`${axle}Axle`] = { how: 'scale', tolerance: null }
}
export function taped(t: Truck): void {
  if (t.survey.gap.how === 'unknown') t.survey.gap = { how: 'tape', tolerance: null }
}
export function offSheet(t: Truck): void {
  t.survey.rearRate = { how: 'sheet', tolerance: null }
}

/** Places as they are typed, axis by axis. */
export const AXES = [
  ['x', 'ahead of rear axle'],
  ['y', 'left of centre'],
  ['z', 'above ground'],
] as const

import { STAGES, type StageName } from '../quantity/figure'
import { diffDocuments } from '../quantity/patch'
import { showText, type UnitChoice } from '../quantity/units'
import type { Plan } from '../document/types'
import type { Derived } from '../derive/types'

/** A place of the plan that differs, with its value before and now; undefined if there was or is none. */
export interface ChangedPlace {
  path: string[]
  before: unknown
  now: unknown
}

const valueAt = (document: unknown, path: readonly (string | number)[]): unknown =>
  path.reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], document)

/** Every place where two plans differ, leaf by leaf, in the order of the plan. */
export const changedPlaces = (before: Plan, now: Plan): ChangedPlace[] =>
  diffDocuments(before, now).map(({ path }) => ({
    path: path.map(String),
    before: valueAt(before, path),
    now: valueAt(now, path),
  }))

/** A figure that differs, in the shop's units; "—" if there is none. */
export interface ChangedFigure {
  stage: StageName
  label: string
  before: string
  now: string
}

/** Every figure shown differently between two states of a job. */
export function changedFigures(before: Derived, now: Derived, units: UnitChoice): ChangedFigure[] {
  return STAGES.flatMap((stage) => {
    const [were, are] = [before.stages[stage].figures, now.stages[stage].figures]
    return [...new Set([...Object.keys(were), ...Object.keys(are)])].flatMap((id): ChangedFigure[] => {
      const [was, is] = [were[id], are[id]]
      const text = (figure: typeof was) => (figure ? showText(figure.value, figure.quantity, units) : '—')
      if (text(was) === text(is)) return []
      return [{ stage, label: (is ?? was)!.label, before: text(was), now: text(is) }]
    })
  })
}

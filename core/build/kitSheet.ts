import type { KitStep, KitStepPlace, TruckKind } from '../document/types'
import { newStep } from './steps/stepList'
import type { Step } from './types'

/** A kit's own sheet: its steps in its words and order, filled up by the usual ones. */

/** Names of the usual steps in the editor of a sheet. */
export const KIT_STEP_LABELS: Record<KitStepPlace, string> = {
  fitting: 'Air fitting into the spring',
  bench: 'Spring and brackets on the bench',
  drill: 'Drill the rail',
  spring: 'Set the spring',
  align: 'Bring it in line',
  torque: 'Tighten',
  fit: 'Test fit',
  cap: 'Cap the insert',
  stem: 'Line on the insert’s stem',
  held: 'Try the insert’s joints',
  stack: 'Coil back',
  'stop-cut': 'Cut the bump stops',
  'first-fill': 'First fill',
  clearances: 'Look round at full size',
  down: 'Bolts once more',
}

const SIDED = /-(left|right)$/

/** The place on a kit's sheet of a step of the plan; null for one that no sheet puts in its own words. */
export function kitPlaceOf(id: string): KitStepPlace | null {
  const place = id.replace(SIDED, '')
  return place in KIT_STEP_LABELS ? (place as KitStepPlace) : null
}

/** Puts a step on a sheet that is being changed: for the one of its place and truck, or at its end. */
export function keepForKit(steps: KitStep[], step: KitStep): void {
  const at = steps.findIndex(
    (one) => one.instead === step.instead && (one.truck === step.truck || one.truck === null),
  )
  if (at < 0) steps.push(step)
  else steps[at] = step
}
const IN_SHEETS_ORDER = 'The kit’s sheet has this order.'

/** True if a step waits for another, straight or through others. */
function follows(steps: ReadonlyMap<string, Step>, id: string, before: string): boolean {
  const seen = new Set<string>()
  const look = (at: string): boolean => {
    if (seen.has(at)) return false
    seen.add(at)
    return Object.keys(steps.get(at)?.after ?? {}).some((one) => one === before || look(one))
  }
  return look(id)
}

/** What of a kit's sheet could not be followed. */
export interface SheetProblem {
  step: KitStep
  /** `order`: it would precede its own reason; `place`: this job has no such step. */
  what: 'order' | 'place'
}

/**
 * Steps with a kit's sheet put in: each of its steps stands for the usual one that it names, or comes after the
 * one before it. Joints, values and reasons of the usual step stay. A step that its sheet puts before its own
 * reason keeps the usual order, and is named.
 */
export function withKitSheet(
  usual: readonly Step[],
  sheet: readonly KitStep[],
  truck: TruckKind,
): { steps: Step[]; problems: SheetProblem[] } {
  const mine = sheet.filter((step) => step.truck === null || step.truck === truck)
  if (mine.length === 0) return { steps: [...usual], problems: [] }
  const steps = new Map(usual.map((step) => [step.id, step]))
  const order = usual.map(({ id }) => id)
  const problems: SheetProblem[] = []
  let before: string[] = []
  const sameSide = (id: string, other: string) => {
    const [a, b] = [SIDED.exec(id)?.[1], SIDED.exec(other)?.[1]]
    return a === undefined || b === undefined || a === b
  }
  const putAfter = (id: string, kit: KitStep) => {
    for (const earlier of before.filter((other) => sameSide(id, other))) {
      const step = steps.get(id)!
      if (step.after[earlier]) continue
      if (follows(steps, earlier, id)) {
        if (!problems.some((p) => p.step === kit)) problems.push({ step: kit, what: 'order' })
      } else steps.set(id, { ...step, after: { ...step.after, [earlier]: IN_SHEETS_ORDER } })
    }
  }
  for (const [i, kit] of mine.entries()) {
    if (kit.instead === null) {
      // A step of the sheet's own: once, or once on each side, as the step before it.
      const made = (before.length > 0 ? before : [null]).map((earlier) => {
        const side = earlier === null ? undefined : SIDED.exec(earlier)?.[1]
        const id = side ? `kit-${i + 1}-${side}` : `kit-${i + 1}`
        const like = earlier === null ? undefined : steps.get(earlier)
        const own = newStep(
          like?.group ?? 'Make ready',
          id,
          side ? `${kit.title}, ${side}` : kit.title,
          kit.text,
          {
            from: 'kit',
            picture: kit.picture,
            place: like?.place ?? 'truck',
            minutes: kit.minutes ?? 3,
            after: earlier === null ? {} : { [earlier]: IN_SHEETS_ORDER },
          },
        )
        steps.set(id, own)
        order.splice(earlier === null ? 0 : order.indexOf(earlier) + 1, 0, id)
        return id
      })
      before = made
      continue
    }
    const place = kit.instead
    const ids = order.filter((id) => id === place || id.replace(SIDED, '') === place)
    if (ids.length === 0) {
      problems.push({ step: kit, what: 'place' })
      continue
    }
    for (const id of ids) {
      const step = steps.get(id)!
      const side = SIDED.exec(id)?.[1]
      steps.set(id, {
        ...step,
        from: 'kit',
        picture: kit.picture,
        title: side ? `${kit.title}, ${side}` : kit.title,
        detail: kit.text,
        minutes: kit.minutes ?? step.minutes,
      })
      putAfter(id, kit)
    }
    before = ids
  }
  return { steps: order.map((id) => steps.get(id)!), problems }
}

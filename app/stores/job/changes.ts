import { produce } from 'immer'
import { applyEdit, makeEdit, type Edit } from '#core/document/edit'
import type { Plan } from '#core/document/types'
import type { Remedy } from '#core/quantity/figure'
import { diffDocuments, type Patch } from '#core/quantity/patch'
import type { Keeper } from '~/keeping/keeper'

interface Changed {
  keeper: Readonly<Ref<Keeper<Plan> | null>>
  /** The plan on show, with what is being dragged. */
  plan: Readonly<Ref<Plan | null>>
  /** The plan while something is dragged. */
  dragged: Ref<Plan | null>
  ghostPlan: Ref<Plan | null>
  history: Ref<Edit[]>
  message: Ref<string>
}

/** Records edits. One that does not fit the plan is not kept, and the reason is shown. */
function useRecord({ keeper, ghostPlan, history, message }: Changed) {
  return (made: Edit): void => {
    const at = keeper.value
    if (!at) return
    const before = at.document.value
    try {
      const first = at.pending.value.length === 0
      at.record(made)
      if (first) ghostPlan.value = before
      history.value = [...history.value, made]
    } catch (error) {
      message.value = `“${made.label}” does not fit: ${(error as Error).message.replace(/\.$/, '')}.`
    }
  }
}

/** The ways to change the plan of the open job; each becomes an edit. */
export function useChanges(changed: Changed, stacks: Readonly<Ref<{ undo: Edit[]; redo: Edit[] }>>) {
  const { plan, message } = changed
  const record = useRecord(changed)

  /** Makes an edit: `label` is its name in the history, `change` works on a draft. */
  function edit(label: string, change: (draft: Plan) => void): void {
    if (!plan.value) return
    message.value = ''
    const made = makeEdit(plan.value, crypto.randomUUID(), label, change)
    if (made) record(made.edit)
  }

  function apply(label: string, patches: Patch[], kind: Edit['kind'], inverse: Patch[]): void {
    message.value = ''
    record({ id: crypto.randomUUID(), label, kind, patches, inverse })
  }

  function undo(): void {
    const last = stacks.value.undo.at(-1)
    if (last) apply(last.label, last.inverse, 'undo', last.patches)
  }
  function redo(): void {
    const last = stacks.value.redo.at(-1)
    if (last) apply(last.label, last.patches, 'redo', last.inverse)
  }

  function applyRemedy({ label, patches }: Remedy): void {
    if (!plan.value) return
    try {
      apply(label, patches, 'do', diffDocuments(applyEdit(plan.value, patches), plan.value))
    } catch (error) {
      message.value = (error as Error).message
    }
  }
  /** Reverts an edit that is not the last: restores what it changed, if that still exists. */
  const takeBack = ({ label, inverse }: Edit): void =>
    applyRemedy({ label: `Taken back: ${label}`, patches: inverse })

  return { edit, undo, redo, takeBack, applyRemedy, ...useDragging(changed, record) }
}

/** A drag shows every step and becomes one edit when it ends. */
function useDragging({ plan, dragged }: Changed, record: (made: Edit) => void) {
  let dragFrom: Plan | null = null
  function drag(change: (draft: Plan) => void): void {
    if (!plan.value) return
    dragFrom ??= plan.value
    dragged.value = produce(dragFrom, (draft) => void change(draft as Plan))
  }
  function drop(label: string): void {
    if (!dragFrom || !dragged.value) return
    const patches = diffDocuments(dragFrom, dragged.value)
    const inverse = diffDocuments(dragged.value, dragFrom)
    dragFrom = null
    dragged.value = null
    if (patches.length > 0) record({ id: crypto.randomUUID(), label, kind: 'do', patches, inverse })
  }
  return { drag, drop }
}

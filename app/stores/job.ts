import { defineStore } from 'pinia'
import { tryRemedy } from '#core/whatIf/tryRemedy'
import type { Plan } from '#core/document/types'
import type { Note } from '#core/quantity/figure'
import { useChanges } from './job/changes'
import { useDerivation } from './job/derivation'
import { useHistory } from './job/history'
import { useKeeping } from './job/keeping'

/**
 * The job open on this page: its plan with every edit, undo and redo, and what is derived from it. Its keeper
 * makes sure that no edit is lost.
 */
export const useJob = defineStore('job', () => {
  const { id, keeper, present, message, openKeeper } = useKeeping()
  const dragged = shallowRef<Plan | null>(null)
  const plan = computed(() => dragged.value ?? keeper.value?.document.value ?? null)
  const revision = computed(() => keeper.value?.revision.value ?? 0)
  const saveState = computed(() => keeper.value?.state.value ?? 'saved')
  const clash = computed(() => keeper.value?.clash.value ?? null)
  /** Edits waiting to be saved. */
  const waiting = computed(() => keeper.value?.pending.value.map((r) => r.edit) ?? [])
  /** Why saving waits, or why edits are not safe in this browser. */
  const away = computed(() => keeper.value?.unsafe.value || keeper.value?.away.value || '')
  const ghostPlan = shallowRef<Plan | null>(null)

  const { history, made, stacks, loadHistory } = useHistory(id, waiting)
  const { derive, derived, chosenHaul, ...derivation } = useDerivation(plan, ghostPlan)
  const changes = useChanges({ keeper, plan, dragged, ghostPlan, history, message }, stacks)

  /** Opens a job and hands in edits that an earlier visit could not save. @throws the server's refusal */
  async function open(jobId: string): Promise<void> {
    dragged.value = null
    history.value = []
    chosenHaul.value = localStorage.getItem(`np.haul.${jobId}`) ?? ''
    const held = await openKeeper(jobId, loadHistory)
    if (!held) return
    ghostPlan.value = held
    void loadHistory()
  }

  /** Result of a note's remedy, tried but not applied; null while there is no plan. */
  const triedRemedy = (note: Note) =>
    plan.value && derived.value ? tryRemedy(derive, plan.value, derived.value, note) : null

  /** Hands in everything unsaved at once. Resolves when all is saved, or when a person must decide. */
  async function save(): Promise<void> {
    await keeper.value?.handIn()
    await new Promise<void>((done) => {
      const stop = watch(
        saveState,
        (state) => {
          if (state !== 'saved' && state !== 'waiting') return
          queueMicrotask(() => stop())
          done()
        },
        { immediate: true },
      )
    })
  }

  /** Ends a conflict: for every place, mine or theirs. */
  async function settle(choices: ('mine' | 'theirs')[]): Promise<void> {
    await keeper.value?.settle(choices, crypto.randomUUID())
    void loadHistory()
  }

  watch(chosenHaul, (value) => value && localStorage.setItem(`np.haul.${id.value}`, value))

  return {
    ...{ id, revision, plan, saveState, message, present, away, clash, waiting },
    ...{ history, made, stacks, chosenHaul, derived },
    ...derivation,
    ...changes,
    open,
    triedRemedy,
    save,
    settle,
  }
})

import { defineStore } from 'pinia'
import { produce } from 'immer'
import type { Answers } from '#core/air/run/answers'
import { createDeriver } from '#core/derive/derive'
import { tryRemedy } from '#core/whatIf/tryRemedy'
import { applyEdit, foldHistory, makeEdit, type Edit } from '#core/document/edit'
import { diffDocuments, type Patch } from '#core/quantity/patch'
import { ordered, type Plan } from '#core/document/types'
import type { Note, Remedy } from '#core/quantity/figure'
import { planProblem } from '~/keeping/checks'
import { keeperOf } from '~/keeping/keeping'
import type { Keeper } from '~/keeping/keeper'
import { hearChanges, type LiveChange } from '~/keeping/live'
import { callApi } from '~/composables/useApi'

/** A saved revision as the history lists it. */
interface HistoryRow {
  author: string
  at: string
  edits: Edit[]
}

/**
 * The job open on this page: its plan with every edit, undo and redo, and what is derived from it. Its keeper
 * makes sure that no edit is lost.
 */
export const useJob = defineStore('job', () => {
  const id = ref('')
  const keeper = shallowRef<Keeper<Plan> | null>(null)
  /** The plan while something is dragged. */
  const dragged = shallowRef<Plan | null>(null)
  const plan = computed(() => dragged.value ?? keeper.value?.document.value ?? null)
  const revision = computed(() => keeper.value?.revision.value ?? 0)
  const saveState = computed(() => keeper.value?.state.value ?? 'saved')
  const clash = computed(() => keeper.value?.clash.value ?? null)
  /** Edits waiting to be saved. */
  const waiting = computed(() => keeper.value?.pending.value.map((r) => r.edit) ?? [])
  /** Why saving waits, or why edits are not safe in this browser. */
  const away = computed(() => keeper.value?.unsafe.value || keeper.value?.away.value || '')
  /** The plan before the newest edits; ghost pointers show its figures. */
  const ghostPlan = shallowRef<Plan | null>(null)
  const history = shallowRef<Edit[]>([])
  /** Author and time of each saved edit, by its id. */
  const made = shallowRef<Map<string, { who: string; at: string }>>(new Map())
  const message = ref('')
  /** Other people who have this job open. */
  const present = shallowRef<string[]>([])
  const chosenHaul = ref('')
  let stopHearing = () => {}
  let dragFrom: Plan | null = null

  const derive = createDeriver()
  const deriveGhost = createDeriver()
  /** Answers of runs of the circuit; null until they are ready. */
  const answers = shallowRef<Answers | null>(null)
  const derived = computed(() => (plan.value ? derive(plan.value, answers.value) : null))
  const derivedGhost = computed(() => {
    if (ghostPlan.value === plan.value) return derived.value
    return ghostPlan.value && deriveGhost(ghostPlan.value)
  })
  const hauls = computed(() => (plan.value ? ordered(plan.value.hauls) : []))
  /** The shown haul: the one chosen here, otherwise the one heaviest on the rear axle. */
  const haulId = computed(() => {
    if (plan.value?.hauls[chosenHaul.value]) return chosenHaul.value
    const solved = derived.value?.stages.load.result.hauls ?? {}
    return (
      hauls.value
        .map(([key]) => key)
        .sort((a, b) => (solved[b]?.rearAxle ?? 0) - (solved[a]?.rearAxle ?? 0))[0] ?? ''
    )
  })
  const stacks = computed(() => foldHistory(history.value))

  /** Opens a job and hands in edits that an earlier visit could not save. @throws the server's refusal */
  async function open(jobId: string): Promise<void> {
    stopHearing()
    id.value = jobId
    keeper.value = null
    dragged.value = null
    history.value = []
    message.value = ''
    present.value = []
    chosenHaul.value = localStorage.getItem(`np.haul.${jobId}`) ?? ''
    const opened = await keeperOf<Plan>(`job:${jobId}`, {
      who: () => useShop().who,
      problem: planProblem,
      onOthers: () => keeper.value === opened && othersSaved(),
    })
    await opened.open()
    if (id.value !== jobId) return
    keeper.value = opened
    ghostPlan.value = opened.held.value
    stopHearing = hearChanges(opened.doc, {
      changed: (change) => void heard(opened, change),
      present: (names) => (present.value = names),
      deaf: (why) => (message.value = why),
    })
    void loadHistory()
  }

  async function heard(opened: Keeper<Plan>, change: LiveChange | null): Promise<void> {
    if (change && change.revision <= opened.revision.value) return
    lastChange = change
    await opened.refresh()
  }
  let lastChange: LiveChange | null = null

  function othersSaved(): void {
    const by = useShop().people.find((p) => p.id === lastChange?.who)?.name
    message.value =
      by && lastChange
        ? `${by} changed this job just now: ${lastChange.label}.`
        : 'Others changed this job meanwhile; their edits are in.'
    void loadHistory()
  }

  async function loadHistory(): Promise<void> {
    const jobId = id.value
    // Edits handed in while the list is loading are neither in the list nor among the waiting ones.
    const waited = waiting.value
    const before = history.value.length
    const rows = await callApi<HistoryRow[]>(`/api/jobs/${jobId}/history`).catch(() => null)
    if (!rows || id.value !== jobId) return
    const known = rows.flatMap((r) => r.edits)
    made.value = new Map(rows.flatMap((r) => r.edits.map((e) => [e.id, { who: r.author, at: r.at }])))
    const ids = new Set(known.map((e) => e.id))
    const own = new Map([...waited, ...history.value.slice(before), ...waiting.value].map((e) => [e.id, e]))
    history.value = [...known, ...[...own.values()].filter((e) => !ids.has(e.id))]
  }

  /** Records an edit. If it does not fit the plan, the reason is shown and nothing is kept. */
  function record(made: Edit): void {
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

  /** Makes an edit: `label` is its name in the history, `change` works on a draft. */
  function edit(label: string, change: (draft: Plan) => void): void {
    if (!plan.value) return
    message.value = ''
    const made = makeEdit(plan.value, crypto.randomUUID(), label, change)
    if (made) record(made.edit)
  }

  /** A drag shows every step and becomes one edit when it ends. */
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

  function apply(label: string, patches: Patch[], kind: Edit['kind'], inverse: Patch[]): void {
    message.value = ''
    record({ id: crypto.randomUUID(), label, kind, patches, inverse })
  }

  function undo(): void {
    const last = stacks.value.undo.at(-1)
    if (last) apply(last.label, last.inverse, 'undo', last.patches)
  }
  /** Reverts an edit that is not the last: restores what it changed, if that still exists. */
  function takeBack({ label, inverse }: Edit): void {
    applyRemedy({ label: `Taken back: ${label}`, patches: inverse })
  }
  function redo(): void {
    const last = stacks.value.redo.at(-1)
    if (last) apply(last.label, last.patches, 'redo', last.inverse)
  }

  /** Result of a note's remedy, tried but not applied; null while there is no plan. */
  function triedRemedy(note: Note) {
    if (!plan.value || !derived.value) return null
    return tryRemedy(derive, plan.value, derived.value, note)
  }

  function applyRemedy({ label, patches }: Remedy): void {
    if (!plan.value) return
    try {
      apply(label, patches, 'do', diffDocuments(applyEdit(plan.value, patches), plan.value))
    } catch (error) {
      message.value = (error as Error).message
    }
  }

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

  // Edits of a closed page may be taken over after the history was read; undo reaches them too.
  watch(waiting, (edits) => {
    const ids = new Set(history.value.map((e) => e.id))
    const missing = edits.filter((e) => !ids.has(e.id))
    if (missing.length > 0) history.value = [...history.value, ...missing]
  })
  watch(chosenHaul, (value) => value && localStorage.setItem(`np.haul.${id.value}`, value))

  return {
    id,
    revision,
    plan,
    history,
    made,
    saveState,
    message,
    present,
    away,
    clash,
    waiting,
    chosenHaul,
    answers,
    derived,
    derivedGhost,
    hauls,
    haulId,
    stacks,
    open,
    edit,
    drag,
    drop,
    undo,
    redo,
    takeBack,
    triedRemedy,
    applyRemedy,
    save,
    settle,
  }
})
